"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Look } from "@/core/record/study";
import { type FeelerSet, leafText } from "@/core/shop/feelerSet";
import { withUnit } from "@/core/units/typedLength";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { Complaint, Stamp } from "../controls/Stamp";
import { useUnit } from "../controls/unit";
import { useHydrated } from "../controls/useHydrated";
import { send, troubleOf } from "../send";
import { useCommandIds } from "../useCommandIds";
import { Title } from "../controls/Title";

interface Props {
  readonly id: string;
  readonly name: string;
  readonly sets: readonly FeelerSet[];
  /** How many readings each makes. */
  readonly all: number;
  readonly progress: readonly { readonly name: string; readonly made: number }[];
  /** Where whoever looks stands; null where they don't read here. */
  readonly mine: { readonly made: number; readonly look: Look | null } | null;
}

/** One reading after another, blind: neither what one read before is shown, nor what others did. */
export function GaugeReading({ id, name, sets, all, progress, mine }: Props) {
  return (
    <chakra.div display="flex" flexDirection="column" gap="5" maxWidth="60rem">
      <Title>{name}</Title>
      {mine?.look != null ? (
        // Another reading begins with nothing in hand.
        <Reading
          key={`${mine.look.valve} ${mine.look.time}`}
          id={id}
          sets={sets}
          look={mine.look}
          made={mine.made}
          all={all}
        />
      ) : (
        <chakra.p fontSize="20px" role="status">
          {mine === null
            ? "Others read here. What they read is shown once all are through."
            : "You have read all of yours. What came out is shown once all are through."}
        </chakra.p>
      )}
      <Others id={id} progress={progress} all={all} />
    </chakra.div>
  );
}

interface ReadingProps extends Pick<Props, "id" | "sets" | "all"> {
  readonly look: Look;
  readonly made: number;
}

const SET_KEPT = "gauge-set";

function Reading({ id, sets, look, made, all }: ReadingProps) {
  const router = useRouter();
  const ids = useCommandIds();
  const unit = useUnit();
  const hydrated = useHydrated();
  const [chosen, setChosen] = useState<string | null>(null);
  const [value, setValue] = useState("");
  const [sending, setSending] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  // What this device had in hand last is known to the browser alone.
  const setId = chosen ?? (hydrated ? localStorage.getItem(SET_KEPT) : null);
  const set = sets.find((s) => s.id === setId) ?? sets[0];
  // Before it is kept the button says it with its unit.
  const read = withUnit(value.trim(), unit);
  async function keep(): Promise<void> {
    const reading = { valve: look.valve, time: look.time, value: read };
    setSending(true);
    const sent = await send("POST", `/api/gauge-studies/${id}/readings`, { id: ids.idFor(reading), ...reading });
    setSending(false);
    setTrouble(troubleOf(sent)?.message ?? null);
    if (sent.kind === "done") router.refresh();
  }
  return (
    <chakra.section aria-label="Your reading" display="flex" flexDirection="column" gap="4">
      <chakra.div display="flex" flexWrap="wrap" alignItems="baseline" gap="4">
        <chakra.p aria-live="polite" data-look fontFamily="stamp" fontWeight={600} fontSize="64px" lineHeight={1}>
          {look.valve}
        </chakra.p>
        <chakra.p fontSize="18px" color="soft">
          your reading {made + 1} of {all}
        </chakra.p>
      </chakra.div>
      <chakra.p fontSize="18px" maxWidth="65ch">
        Take leaves as you always do, from anew each time. Tap the thickest leaf that goes with the drag you set by
        {set === undefined ? "" : `, in ${set.system === "metric" ? "mm" : "inches"}`}.
      </chakra.p>
      {sets.length > 1 && (
        <Field label="Feeler set">
          {(c) => (
            <Select
              {...c}
              value={set?.id ?? ""}
              maxWidth="22rem"
              onChange={(e) => {
                setChosen(e.target.value);
                localStorage.setItem(SET_KEPT, e.target.value);
                setValue("");
              }}
            >
              {sets.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </Select>
          )}
        </Field>
      )}
      {set !== undefined && (
        <chakra.div role="group" aria-label="Leaves" display="flex" flexWrap="wrap" gap="2">
          {set.leaves.map((leaf) => {
            const text = leafText(leaf, set.system);
            return (
              <Button
                key={text}
                type="button"
                size="big"
                aria-pressed={value === text}
                justifyContent="center"
                width="76px"
                px="1"
                aria-label={text}
                fontFamily="mono"
                borderWidth={value === text ? "4px" : "1.5px"}
                onClick={() => setValue(text)}
              >
                {text.split(" ")[0]}
              </Button>
            );
          })}
        </chakra.div>
      )}
      <Field label={`Or type what it reads, in ${unit === "mm" ? "mm" : "inches"} or with its unit`}>
        {(c) => (
          <TextInput
            {...c}
            value={value}
            onChange={(e) => setValue(e.target.value)}
            maxWidth="12rem"
            fontFamily="mono"
            placeholder="0.21 mm"
          />
        )}
      </Field>
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
      <chakra.div position="sticky" bottom="0" bg="paper" py="2" borderTop="2px solid" borderColor="ink">
        <Button
          kind="now"
          type="button"
          width={{ base: "full", md: "auto" }}
          disabled={value.trim() === "" || sending}
          onClick={() => void keep()}
        >
          {value.trim() === "" ? "Nothing read yet" : `Keep ${read}, go on`}
        </Button>
      </chakra.div>
    </chakra.section>
  );
}

/** How far everybody is, and a way to end it without whoever does not come. */
function Others({ id, progress, all }: Pick<Props, "id" | "progress" | "all">) {
  const router = useRouter();
  const [sure, setSure] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const through = progress.filter((p) => p.made === all);
  async function end(): Promise<void> {
    const sent = await send("PUT", `/api/gauge-studies/${id}/ended`, { ended: true });
    setTrouble(troubleOf(sent)?.message ?? null);
    if (sent.kind === "done") router.refresh();
  }
  return (
    <chakra.section aria-label="How far" borderTop="1px solid" borderColor="line" pt="4">
      <Stamp>How far</Stamp>
      <chakra.ul listStyleType="none" m="0" p="0" fontSize="18px">
        {progress.map((p) => (
          <li key={p.name}>
            {p.name}: {p.made === all ? "through" : `${p.made} of ${all}`}
          </li>
        ))}
      </chakra.ul>
      {through.length > 0 && (
        <chakra.div pt="3" display="flex" flexDirection="column" gap="2" alignItems="start">
          {sure && <p>Whoever is not through does not count, and reads no more. Really end it?</p>}
          <Button type="button" onClick={() => (sure ? void end() : setSure(true))}>
            {sure ? "Yes, end it" : `End it with ${through.map((p) => p.name).join(" and ")}`}
          </Button>
        </chakra.div>
      )}
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
    </chakra.section>
  );
}
