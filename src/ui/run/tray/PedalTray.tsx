import { chakra } from "@chakra-ui/react/styled-system";
import { useEffect, useState } from "react";
import { Button } from "../../controls/Button";
import { useStored } from "../../stored";
import { NO_PEDAL, PEDAL_KEY, PEDAL_NAMES, type Pedal } from "../session/device/pedal";

const DEFAULTS: Record<keyof Pedal, string> = { yes: "Enter", no: "N", back: "U" };

/** Teaches which keys a pedal sends: touch the answer, then step on the pedal. */
export function PedalTray() {
  const [stored, setStored] = useStored<Pedal>(PEDAL_KEY);
  const [learning, setLearning] = useState<keyof Pedal | null>(null);
  const pedal = stored ?? NO_PEDAL;
  useEffect(() => {
    if (learning === null) return;
    const onKey = (event: KeyboardEvent): void => {
      if (["Shift", "Control", "Alt", "Meta", "Tab"].includes(event.key)) return;
      event.preventDefault();
      event.stopPropagation();
      if (event.key !== "Escape") {
        const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
        // One key gives one answer: it is taken from the other.
        const others = Object.fromEntries(
          Object.entries(pedal).map(([name, k]) => [name, k === key ? null : (k as string | null)]),
        );
        setStored({ ...NO_PEDAL, ...others, [learning]: key });
      }
      setLearning(null);
    };
    document.addEventListener("keydown", onKey, true);
    return () => document.removeEventListener("keydown", onKey, true);
  }, [learning, pedal, setStored]);
  return (
    <>
      <chakra.p fontSize="16px" color="soft">
        Three keys do the whole run. Touch an answer, then step on the pedal that shall give it.
      </chakra.p>
      <chakra.div display="flex" flexWrap="wrap" gap="2">
        {(Object.keys(PEDAL_NAMES) as (keyof Pedal)[]).map((name) => (
          <Button
            key={name}
            type="button"
            size="big"
            aria-pressed={learning === name}
            borderColor={learning === name ? "now" : "ink"}
            onClick={() => setLearning(learning === name ? null : name)}
          >
            {PEDAL_NAMES[name]}:{" "}
            {learning === name
              ? "step on it now"
              : pedal[name] === null
                ? DEFAULTS[name]
                : `${DEFAULTS[name]} or ${pedal[name] === " " ? "space" : pedal[name]}`}
          </Button>
        ))}
        {stored !== null && (
          <Button type="button" kind="quiet" onClick={() => setStored(null)}>
            Forget the pedal
          </Button>
        )}
      </chakra.div>
    </>
  );
}
