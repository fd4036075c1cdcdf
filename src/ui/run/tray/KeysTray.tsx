import { chakra } from "@chakra-ui/react/styled-system";
import { useEffect, useState } from "react";
import { Button } from "../../controls/Button";
import { Field, Select } from "../../controls/Field";
import { Complaint } from "../../controls/Stamp";
import { Tick } from "../../controls/Tick";
import { useStored } from "../../stored";
import { KEY_WORDS, clash } from "../session/device/keyLines";
import { KEY_NAMES, type KeyName, PEDAL_NAMES, SHIPPED, keyOf, keyWords, keysFor } from "../session/device/keys";
import { useKeysHere } from "../session/device/useKeysHere";
import { REST_MS, REST_STORE } from "../session/useRest";

const OTHERS = KEY_NAMES.filter((name) => !PEDAL_NAMES.some((n) => n === name));
const RESTS = [
  { ms: REST_MS, words: "half a second" },
  { ms: 1000, words: "a whole second" },
  { ms: 0, words: "not at all" },
];

/** Which keys a pedal or keyboard sends for what, and how long a new next thing rests. */
export function KeysTray() {
  const [here, store] = useKeysHere();
  const [restMs, storeRest] = useStored<number>(REST_STORE);
  const [learning, setLearning] = useState<KeyName | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [all, setAll] = useState(false);
  useEffect(() => {
    if (learning === null) return;
    const onKey = (event: KeyboardEvent): void => {
      if (["Shift", "Control", "Alt", "Meta", "Tab"].includes(event.key)) return;
      event.preventDefault();
      event.stopPropagation();
      const key = keyOf(event.key);
      const why = key === "Escape" ? null : clash(learning, key, here);
      setRefused(why);
      if (why !== null) return;
      if (key !== "Escape") store({ ...here, taught: { ...here.taught, [learning]: key } });
      setLearning(null);
    };
    document.addEventListener("keydown", onKey, true);
    return () => document.removeEventListener("keydown", onKey, true);
  }, [learning, here, store]);
  const teach = (name: KeyName) => (
    <Button
      key={name}
      type="button"
      size="big"
      aria-pressed={learning === name}
      borderColor={learning === name ? "now" : "ink"}
      onClick={() => {
        setRefused(null);
        setLearning(learning === name ? null : name);
      }}
    >
      {KEY_WORDS[name].name}:{" "}
      {learning === name ? "press it now" : keysFor(name, here).map(keyWords).join(" or ") || "no key"}
    </Button>
  );
  return (
    <>
      <chakra.p fontSize="16px" color="soft">
        Three keys do the whole run. Touch an answer, then press the pedal or key you want for it.
      </chakra.p>
      <chakra.div display="flex" flexWrap="wrap" gap="2">
        {PEDAL_NAMES.map(teach)}
        {all && OTHERS.map(teach)}
        <Button type="button" kind="quiet" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? "Only these three" : "The other keys"}
        </Button>
        {Object.keys(here.taught).length > 0 && (
          <Button type="button" kind="quiet" onClick={() => store({ ...here, taught: SHIPPED.taught })}>
            Forget what was taught
          </Button>
        )}
      </chakra.div>
      {refused !== null && <Complaint role="alert">{refused}</Complaint>}
      <Tick
        on={!here.lettersOff}
        onChange={(on) => store({ ...here, lettersOff: !on })}
        label="Single letters are keys"
        note="Off where a scanner or a gauge types on this device. What was taught above stays."
      />
      <Field label="After the next thing changes, button and keys rest">
        {(c) => (
          <Select
            {...c}
            value={String(restMs ?? REST_MS)}
            onChange={(e) => storeRest(Number(e.target.value) === REST_MS ? null : Number(e.target.value))}
          >
            {RESTS.map(({ ms, words }) => (
              <option key={ms} value={ms}>
                {words}
              </option>
            ))}
          </Select>
        )}
      </Field>
    </>
  );
}
