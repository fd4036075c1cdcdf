"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { type RefObject, useState } from "react";
import { SCHOOL_NAMES, dragLash } from "@/core/lash/school";
import { type Drag, between } from "@/core/practice/bench/feel";
import type { VisibleBench, VisibleValve } from "@/core/practice/session/visible";
import { showLength } from "@/core/units/length";
import { Button } from "../controls/Button";
import { Gap } from "./Gap";
import { LeafFan } from "./LeafFan";
import type { BenchProps } from "./benchProps";
import { Toggle } from "./Toggle";
import { InFingers, ValveHands } from "./ValveHands";
import type { Hands } from "./useBench";

interface AtValveProps extends BenchProps {
  readonly hands: Hands;
  readonly valve: VisibleValve | undefined;
  /** Whether a leaf is heard. */
  readonly loudRef: RefObject<boolean>;
}

/** The valve (or gap) in hand: leaves, wrenches, parts, and the reading that is kept. */
export function InHand(props: AtValveProps) {
  const { bench, hands, valve, leaves, task, loudRef } = props;
  const [how, setHow] = useState({ pushed: false, bundle: false, loaded: false });
  const [together, setTogether] = useState<readonly number[] | null>(null);
  const [sound, setSound] = useState(false);
  const [held, setHeld] = useState<readonly number[]>([]);
  if (valve === undefined) return <chakra.p fontSize="18px">Tap a valve in the drawing to take it in hand.</chakra.p>;
  const { state, act } = hands;
  if (state.covered)
    return (
      <chakra.div display="flex" flexDirection="column" gap="3" alignItems="start" borderTop="2px solid" pt="3">
        <InHandName>{valve.id}</InHandName>
        <chakra.p fontSize="18px">It is under its cover.</chakra.p>
        <Button type="button" kind="now" onClick={() => act({ do: "covers", on: false })}>
          Take the covers off
        </Button>
      </chakra.div>
    );
  const slide = (mm: readonly number[]): void => {
    setHeld(mm);
    setTogether(null);
    act({ do: "leaf", valve: valve.id, leavesMm: [...mm], ...how });
  };
  const text = (mm: number): string => leaves.find((l) => l.mm === mm)?.text ?? showLength(mm, bench.unit);
  const felt = new Map(valve.tries.filter((t) => t.loaded === how.loaded).map((t) => [t.leafMm, t.drag]));
  const drag: Drag | null = state.last?.do === "leaf" ? state.last.drag : null;
  const lifter = bench.gear === "preload";
  return (
    <chakra.div display="flex" flexDirection="column" gap="3" borderTop="2px solid" borderColor="ink" pt="3">
      <chakra.div display="grid" gridTemplateColumns="minmax(0, 1fr) minmax(0, 1.4fr)" gap="3" alignItems="center">
        <div>
          <InHandName>{task === "gaps" ? `Gap ${valve.id}` : valve.id}</InHandName>
          {task !== "gaps" && <Aim bench={bench} valve={valve} />}
          {task === "set" && !valve.target && (
            <chakra.p fontSize="16px" color="soft">
              Not asked for here.
            </chakra.p>
          )}
        </div>
        {lifter ? (
          <InFingers bench={bench} state={state} valve={valve} act={act} />
        ) : (
          <Gap leaf={held.length === 0 ? null : held.map(text).join(" + ")} drag={drag} onSlide={() => slide(held)} />
        )}
      </chakra.div>
      {!lifter && (
        <>
          <LeafFan
            leaves={leaves}
            felt={felt}
            together={together}
            nearMm={task === "gaps" ? null : valve.spec.nominalMm}
            onLeaf={(mm) =>
              together === null
                ? slide([mm])
                : setTogether(together.includes(mm) ? together.filter((m) => m !== mm) : [...together, mm].slice(-3))
            }
          />
          <chakra.div display="flex" flexWrap="wrap" gap="2" alignItems="center">
            <Button
              type="button"
              kind="quiet"
              aria-pressed={together !== null}
              onClick={() => setTogether(together === null ? [] : null)}
            >
              {together === null ? "Several together" : "One by itself"}
            </Button>
            {together !== null && together.length > 1 && (
              <Button type="button" onClick={() => slide(together)}>
                Slide in {together.map(text).join(" + ")}
              </Button>
            )}
            {task !== "gaps" && (
              <Toggle on={how.pushed} label="Press the rocker" onChange={(pushed) => setHow({ ...how, pushed })} />
            )}
            <Toggle on={how.bundle} label="Set hangs on the leaf" onChange={(bundle) => setHow({ ...how, bundle })} />
            {bench.gear === "opener-closer" && (
              <Toggle
                on={how.loaded}
                label="Press the closer home"
                onChange={(loaded) => setHow({ ...how, loaded })}
              />
            )}
            <Toggle
              on={sound}
              label="Sound"
              onChange={(on) => {
                loudRef.current = on;
                setSound(on);
              }}
            />
          </chakra.div>
        </>
      )}
      {task !== "gaps" && <ValveHands bench={bench} state={state} valve={valve} act={act} />}
      {task !== "fault" && props.run === undefined && <Keep {...props} valve={valve} text={text} />}
    </chakra.div>
  );
}

const InHandName = chakra("h2", {
  base: { fontFamily: "stamp", fontWeight: 600, fontSize: "30px", lineHeight: 1.1 },
});

function Aim({ bench, valve }: { readonly bench: VisibleBench; readonly valve: VisibleValve }) {
  const { depth, gear } = bench;
  const { unit } = valve;
  const words =
    gear === "preload"
      ? `plunger ${showLength(depth.aimMm, unit)} in (${showLength(depth.lowMm, unit)} to ${showLength(depth.highMm, unit)})`
      : `${showLength(valve.spec.nominalMm, unit)} (${showLength(valve.spec.lowMm, unit)} to ${showLength(valve.spec.highMm, unit)})${bench.hot ? `, hot: from ${bench.hotFromC} °C` : ""}`;
  return (
    <chakra.span fontFamily="mono" fontSize="17px">
      {words}
    </chakra.span>
  );
}

/** The reading as it will be kept: between the leaf that goes and the one that does not, or the one whose drag is meant. */
function Keep({
  bench,
  hands: { act, busy, state },
  valve,
  leaves,
  school,
  task,
  text,
}: AtValveProps & { readonly valve: VisibleValve; readonly text: (mm: number) => string }) {
  if (bench.gear === "preload")
    return (
      <Button
        type="button"
        kind="now"
        disabled={busy}
        onClick={() => act({ do: "keep", valve: valve.id, lowMm: null, highMm: null })}
      >
        {valve.id} is set: keep it
      </Button>
    );
  const plain = valve.tries.filter((t) => !t.loaded);
  const name = task === "gaps" ? `Gap ${valve.id}` : valve.id;
  if (school !== "go-no-go") {
    // One that drops in or will not go stands for nothing.
    const last = plain.findLast((t) => t.drag === "light" || t.drag === "firm");
    const at = leaves.findIndex((l) => l.mm === last?.leafMm);
    const lash =
      at < 0
        ? null
        : dragLash(
            leaves.map((l) => l.mm),
            at,
            school,
          );
    return (
      <Button
        type="button"
        kind="now"
        disabled={lash === null || busy}
        onClick={() =>
          lash !== null && act({ do: "keep", valve: valve.id, lowMm: clampLeaf(lash.lo), highMm: lash.hi })
        }
      >
        {last === undefined || lash === null
          ? "Find the leaf that drags"
          : `${name} reads ${text(last.leafMm)}: keep it`}
      </Button>
    );
  }
  const { lowMm: low, highMm: high } = between(valve.tries);
  const known = plain.length > 0 && (task !== "gaps" || (low > 0 && high < Infinity));
  const step = leaves.find((l) => l.mm > low + 1e-6)?.mm ?? Infinity;
  // Between two leaves that lie side by side in the set nothing is left to try.
  const narrow = high <= step + 1e-6;
  const words = [
    low > 0 ? `${text(low)} goes` : "no leaf goes",
    high < Infinity ? `${text(high)} does not` : "nothing thicker tried",
  ].join(", ");
  return (
    <chakra.div display="flex" flexDirection="column" gap="1">
      <Button
        type="button"
        kind={narrow && state.toolOn === null && (!bench.locks || valve.locked) ? "now" : "plain"}
        size="big"
        disabled={!known || busy}
        onClick={() =>
          act({ do: "keep", valve: valve.id, lowMm: low > 0 ? low : null, highMm: high < Infinity ? high : null })
        }
      >
        {!known
          ? plain.length === 0
            ? "Slide a leaf in first"
            : "Find one that goes and one that does not"
          : `Keep ${name}: ${words}`}
      </Button>
      <chakra.span fontSize="15px" color="soft">
        {SCHOOL_NAMES[school].name}. {state.toolOn !== null ? `The wrench is on ${state.toolOn}.` : ""}
      </chakra.span>
    </chakra.div>
  );
}
/** A leaf of no thickness is none. */
const clampLeaf = (mm: number): number => Math.max(0.01, mm);
