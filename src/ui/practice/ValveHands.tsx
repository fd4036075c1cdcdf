"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useMemo, useState } from "react";
import type { PracticeAction } from "@/core/practice/bench/action";
import type { VisibleBench, VisibleState, VisibleValve } from "@/core/practice/session/visible";
import { fineLength, parseLength, showLength } from "@/core/units/length";
import { USUAL, unitProblem } from "@/core/units/typedLength";
import { asFraction } from "@/core/units/turns";
import { Button } from "../controls/Button";
import { Field, Select } from "../controls/Field";
import { LengthInput } from "../controls/LengthInput";
import { Pushrod } from "./Pushrod";
import { Toggle } from "./Toggle";

interface Props {
  readonly bench: VisibleBench;
  readonly state: VisibleState;
  readonly valve: VisibleValve;
  readonly act: (action: PracticeAction) => void;
}

const Tools = chakra("div", { base: { display: "flex", flexWrap: "wrap", gap: "2", alignItems: "center" } });
/** Fine enough for the last touch at any thread: a leaf tells hundredths. */
const SCREW_DEG = [-90, -30, -10, -2, 2, 10, 30, 90] as const;

/** What can be done to the valve in hand by its gear. */
export function ValveHands(props: Props) {
  const { bench, state, act } = props;
  return (
    <chakra.div display="flex" flexDirection="column" gap="3">
      {bench.gear === "screw" && <Screw {...props} />}
      {bench.gear === "preload" && <Lifter {...props} />}
      {(bench.gear === "parts" || bench.gear === "opener-closer") && <Parts {...props} />}
      {bench.gear === "grind" && <Grinder {...props} />}
      {state.toolOn !== null && (
        <Tools>
          <Button type="button" borderWidth="3px" borderColor="now" onClick={() => act({ do: "tool-off" })}>
            Wrench off {state.toolOn}
          </Button>
        </Tools>
      )}
    </chakra.div>
  );
}

/** What fingers felt at this valve's pushrod last; null where it was something else. */
function rodOf({ last, steps }: VisibleState, valve: string) {
  if (last === null || last.rod === null || last.valve !== valve) return null;
  return { rod: last.rod, lifted: last.do === "lift-drop", step: steps };
}

/** The pushrod of the valve in hand, between two fingers. */
export function InFingers({ bench, state, valve, act }: Props) {
  const felt = useMemo(() => rodOf(state, valve.id), [state, valve.id]);
  return (
    <Pushrod
      felt={felt}
      onSpin={() => act({ do: "spin", valve: valve.id })}
      onLift={bench.gear === "preload" ? () => act({ do: "lift-drop", valve: valve.id }) : null}
    />
  );
}

/** What is looked at, measured and felt at the valve in hand. */
export const ValveLooks = (props: Props) => (
  <>
    {props.bench.appearance.pushrods && props.bench.gear !== "preload" && <InFingers {...props} />}
    <LookTools {...props} />
  </>
);

const LookTools = ({ bench, valve, act }: Omit<Props, "state">) => (
  <Tools role="group" aria-label={`Looks at ${valve.id}`}>
    {bench.appearance.pushrods && (
      <Button type="button" onClick={() => act({ do: "spin", valve: valve.id })}>
        Spin its pushrod
      </Button>
    )}
    {bench.gear !== "preload" && (
      <Button type="button" onClick={() => act({ do: "indicator", valve: valve.id, of: "lash" })}>
        Indicator: lash
      </Button>
    )}
    <Button type="button" onClick={() => act({ do: "indicator", valve: valve.id, of: "lift" })}>
      Indicator: lift
    </Button>
    {bench.gear === "opener-closer" && (
      <Button type="button" onClick={() => act({ do: "feel-closer", valve: valve.id })}>
        Turn the cam over its closer, and feel
      </Button>
    )}
    {bench.locks && (
      <Button type="button" onClick={() => act({ do: "try-lock", valve: valve.id })}>
        Try its lock
      </Button>
    )}
  </Tools>
);

const TurnButtons = ({
  degs,
  valve,
  act,
  words,
}: {
  readonly degs: readonly number[];
  readonly valve: string;
  readonly act: Props["act"];
  readonly words: (deg: number) => string;
}) => (
  <>
    {degs.map((deg) => (
      <Button
        key={deg}
        type="button"
        px="3"
        onClick={() => act({ do: "screw", valve, byDeg: deg })}
        aria-label={`Turn ${words(Math.abs(deg))} ${deg > 0 ? "in" : "out"}`}
      >
        {deg > 0 ? "in" : "out"} {words(Math.abs(deg))}
      </Button>
    ))}
  </>
);

function Screw({ bench, valve, act }: Props) {
  const [held, setHeld] = useState(true);
  const loose = !bench.locks || !valve.locked;
  return (
    <>
      <Tools role="group" aria-label="Screw">
        {bench.locks && !loose && (
          <Button type="button" size="big" onClick={() => act({ do: "loosen", valve: valve.id })}>
            Loosen its lock
          </Button>
        )}
        {loose && <TurnButtons degs={SCREW_DEG} valve={valve.id} act={act} words={(d) => `${d}°`} />}
      </Tools>
      {bench.locks && loose && (
        <Tools role="group" aria-label="Lock">
          <Button type="button" size="big" onClick={() => act({ do: "lock", valve: valve.id, held })}>
            Lock it
          </Button>
          <Toggle on={held} label="I hold the screw meanwhile" onChange={setHeld} />
        </Tools>
      )}
    </>
  );
}

/** In eighths of a turn, as one speaks of preload. */
const NUT_DEG = [-180, -45, -22.5, 22.5, 45, 180] as const;

const Lifter = ({ valve, act }: Props) => (
  <Tools role="group" aria-label="Nut">
    <Button type="button" size="big" onClick={() => act({ do: "lift-drop", valve: valve.id })}>
      Lift and drop its pushrod
    </Button>
    <TurnButtons degs={NUT_DEG} valve={valve.id} act={act} words={(d) => asFraction(d / 360)} />
  </Tools>
);

function Parts({ bench, valve, act }: Props) {
  const [size, setSize] = useState<string>("");
  const [made, setMade] = useState("");
  const out = valve.out;
  const madeMm = parseLength(made)?.mm ?? null;
  const fits = bench.gear === "opener-closer" && madeMm !== null && unitProblem(made) === null ? madeMm : null;
  const goesIn = fits ?? (size === "" ? null : Number(size));
  if (out === null)
    return (
      <Tools role="group" aria-label="Part">
        <Button type="button" size="big" onClick={() => act({ do: "part-out", valve: valve.id, which: "opener" })}>
          {bench.gear === "opener-closer" ? "Take its opener out" : "Take its part out"}
        </Button>
        {bench.gear === "opener-closer" && (
          <Button type="button" size="big" onClick={() => act({ do: "part-out", valve: valve.id, which: "closer" })}>
            Take its closer out
          </Button>
        )}
      </Tools>
    );
  return (
    <Tools role="group" aria-label="Part in hand">
      <Button type="button" onClick={() => act({ do: "measure-part", valve: valve.id })}>
        Measure the part
      </Button>
      <Button type="button" onClick={() => act({ do: "wipe", valve: valve.id })}>
        Wipe it and its seat
      </Button>
      <Field label="Size from the kit">
        {(c) => (
          <Select {...c} value={size} onChange={(e) => setSize(e.target.value)} width="9rem">
            <option value="">choose</option>
            {bench.kitMm.map((mm) => (
              <option key={mm} value={mm}>
                {showLength(mm, valve.unit)}
              </option>
            ))}
          </Select>
        )}
      </Field>
      {bench.gear === "opener-closer" && (
        <Field label="Or made to size">
          {(c) => <LengthInput {...c} value={made} onChange={setMade} usual={USUAL.thickness} placeholder="2.485" />}
        </Field>
      )}
      <Button
        type="button"
        size="big"
        disabled={goesIn === null}
        onClick={() => goesIn !== null && act({ do: "part-in", valve: valve.id, thicknessMm: goesIn })}
      >
        {goesIn === null ? "Choose a size" : `Fit ${fineLength(goesIn, valve.unit)}`}
      </Button>
    </Tools>
  );
}

const GRIND_MM = [0.01, 0.03, 0.1] as const;

const Grinder = ({ valve, act }: Props) => (
  <Tools role="group" aria-label="Grinder">
    {GRIND_MM.map((mm) => (
      <Button key={mm} type="button" onClick={() => act({ do: "grind", valve: valve.id, byMm: mm })}>
        Grind {showLength(mm, valve.unit)} off
      </Button>
    ))}
  </Tools>
);
