"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import type { PracticeAction } from "@/core/practice/bench/action";
import { DEFAULT_BLEED_MIN } from "@/core/preload/bleedDown";
import type { VisibleBench, VisibleState } from "@/core/practice/session/visible";
import { Button } from "../controls/Button";
import { Field, Select } from "../controls/Field";
import type { LeafShown } from "./LeafFan";

/** As long as the trade lets squeezed lifters bleed down. */
const WAIT_MIN = DEFAULT_BLEED_MIN;

interface Props {
  readonly bench: VisibleBench;
  readonly state: VisibleState;
  readonly leaves: readonly LeafShown[];
  readonly act: (action: PracticeAction) => void;
}

/** What is looked at and felt of the whole engine: plug holes, starter, thermometer, micrometer. */
export function EngineTools({ bench, state, leaves, act }: Props) {
  const { cylinders } = bench.appearance;
  const [plug, setPlug] = useState(state.cylinder ?? cylinders[0]?.id ?? "");
  const [leaf, setLeaf] = useState(String(leaves[Math.floor(leaves.length / 3)]?.mm ?? ""));
  const cylinder = cylinders.some((c) => c.id === plug) ? plug : (cylinders[0]?.id ?? "");
  return (
    <chakra.div role="group" aria-label="At the engine" display="flex" flexWrap="wrap" gap="2" alignItems="end">
      <Button type="button" onClick={() => act({ do: "covers", on: !state.covered })}>
        {state.covered ? "Covers off" : "Covers on"}
      </Button>
      <Field label="Plug hole">
        {(c) => (
          <Select {...c} value={cylinder} onChange={(e) => setPlug(e.target.value)} width="5.5rem">
            {cylinders.map(({ id }) => (
              <option key={id}>{id}</option>
            ))}
          </Select>
        )}
      </Field>
      <Button
        type="button"
        aria-pressed={state.thumb === cylinder}
        borderWidth={state.thumb === cylinder ? "3px" : "1.5px"}
        onClick={() => act({ do: "thumb", cylinder: state.thumb === cylinder ? null : cylinder })}
      >
        {state.thumb === cylinder ? `Thumb is on ${cylinder}` : "Thumb on it"}
      </Button>
      <Button type="button" onClick={() => act({ do: "straw", cylinder })}>
        Straw into it
      </Button>
      {bench.rotor && (
        <Button type="button" onClick={() => act({ do: "rotor" })}>
          Look at the rotor
        </Button>
      )}
      {bench.gear === "preload" && (
        <Button type="button" onClick={() => act({ do: "wait", minutes: WAIT_MIN })}>
          Wait {WAIT_MIN} minutes
        </Button>
      )}
      <Button type="button" onClick={() => act({ do: "thermometer" })}>
        Thermometer
      </Button>
      {bench.hot && (
        <Button type="button" onClick={() => act({ do: "warm" })}>
          Run it warm
        </Button>
      )}
      <Button type="button" onClick={() => act({ do: "bump" })}>
        Bump the starter
      </Button>
      <Field label="Leaf to measure">
        {(c) => (
          <Select {...c} value={leaf} onChange={(e) => setLeaf(e.target.value)} width="8rem">
            {leaves.map((l) => (
              <option key={l.mm} value={l.mm}>
                {l.text}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Button type="button" onClick={() => act({ do: "measure-leaf", leafMm: Number(leaf) })}>
        Measure the leaf
      </Button>
    </chakra.div>
  );
}
