import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import { Button } from "../../../controls/Button";
import { Stamp } from "../../../controls/Stamp";
import type { Run } from "../../model";

const COUNTS = [0, 1, 2, 3, 4, 5, 6, 8] as const;
const GEAR = [
  { id: "belts", on: "belts on", off: "belts off" },
  { id: "springs", on: "closing springs on", off: "closing springs off" },
  { id: "clips", on: "side clips on", off: "side clips off" },
] as const;

/** How many plugs went in, and how belts, springs and clips are while all is felt. */
export function PlugPanel({ run }: { readonly run: Run }) {
  const [count, setCount] = useState<number | null>(null);
  const [on, setOn] = useState<Readonly<Record<string, boolean>>>({ belts: true, springs: true, clips: true });
  const gear = GEAR.map((g) => (on[g.id] === true ? g.on : g.off)).join(", ");
  return (
    <chakra.section
      aria-label="Plugs"
      p="3"
      display="flex"
      flexDirection="column"
      gap="2"
      minWidth="0"
      maxHeight={{ lg: "262px" }}
      overflowY={{ lg: "auto" }}
    >
      <Stamp>Plugs that went in</Stamp>
      <chakra.div display="flex" flexWrap="wrap" gap="2">
        {COUNTS.map((n) => (
          <Button
            key={n}
            type="button"
            size="big"
            minWidth="56px"
            justifyContent="center"
            aria-label={`${n} plugs`}
            aria-pressed={count === n}
            borderWidth={count === n ? "3px" : "1.5px"}
            onClick={() => setCount(n)}
          >
            {n}
          </Button>
        ))}
      </chakra.div>
      <chakra.div display="flex" flexWrap="wrap" gap="2">
        {GEAR.map((g) => (
          <Button
            key={g.id}
            type="button"
            size="big"
            aria-pressed={on[g.id] === true}
            borderWidth={on[g.id] === true ? "3px" : "1.5px"}
            onClick={() => setOn({ ...on, [g.id]: on[g.id] !== true })}
          >
            {on[g.id] === true ? g.on : g.off}
          </Button>
        ))}
        <Button
          type="button"
          kind="now"
          flex="1"
          justifyContent="center"
          disabled={count === null}
          onClick={() => count !== null && run.enter([{ kind: "plugged", count, gear }])}
        >
          {count === null ? "How many?" : `${count} in, ${gear}`}
        </Button>
      </chakra.div>
    </chakra.section>
  );
}
