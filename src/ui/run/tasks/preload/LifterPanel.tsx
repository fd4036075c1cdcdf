import { depthFigure, depthWords, travelWords } from "@/core/preload/plunger";
import dynamic from "next/dynamic";
import { chakra } from "@chakra-ui/react/styled-system";
import { meaningOf } from "@/core/preload/gear";
import { plungerWords } from "@/core/preload/plunger";
import { turnsWords } from "@/core/preload/turning";
import { ZERO_SCHOOLS, ZERO_SCHOOL_NAMES, otherSchool } from "@/core/preload/zeroLash";
import { fractionFigure } from "@/core/units/turns";
import { valveName } from "@/core/job/words/names";
import { Button } from "../../../controls/Button";
import { Stamp } from "../../../controls/Stamp";
import { LifterDrawing } from "../../../drawings/Lifter/LifterDrawing";
import { TurnChips } from "../../../preload/TurnChips";
import { STEP_TURNS } from "./words";
import type { LifterRun } from "./lifterRun";

// Wires are held seldom: they come when they are wanted.
const WireForm = dynamic(() => import("./WireForm").then((m) => m.WireForm));

/** The lifter in hand, cut open to scale, and what is chosen at it before it is entered. */
export function LifterPanel({ run }: { readonly run: LifterRun }) {
  const { plan: preload } = run.context.job.task;
  const { valve, choice: lifter, now } = run;
  if (valve === null) return null;
  const kind = now.next.kind === "task" ? now.next.step : now.next.kind;
  const zeroing = kind === "zero" || lifter.again;
  const growthMm = preload.growthMm[valve.valve.role] ?? 0;
  const turns = zeroing ? 0 : kind === "turn-in" ? lifter.turns : (valve.own?.turns ?? 0);
  const counted = valve.own?.coldMm ?? null;
  // While it is turned in, the picture shows where it will stand; at zero lash the plunger is at its retainer.
  const shown = zeroing
    ? { coldMm: 0, hotMm: null }
    : kind === "turn-in" || counted !== null
      ? meaningOf(turns, preload.gear, growthMm)
      : { coldMm: null, hotMm: null };
  const wire = zeroing || kind === "turn-in" ? null : (valve.own?.wire ?? null);
  const place =
    shown.coldMm === null
      ? "depth not counted"
      : `plunger ${depthWords(shown.coldMm, preload.gear.plunger)} deep${shown.hotMm === null || growthMm === 0 ? "" : `, hot ${depthWords(shown.hotMm, preload.gear.plunger)}`}`;
  // Wires are what is awaited: on a phone they come before the picture.
  const wiresFirst = now.next.kind === "task" && now.next.step === "depth" && valve.own?.verdict === "undecided";
  return (
    <chakra.section
      aria-label="Lifter"
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", sm: "minmax(200px, 300px) minmax(0, 1fr)" }}
      gap="3"
      p="3"
      minWidth="0"
      maxHeight={{ lg: "262px" }}
      overflowY={{ lg: "auto" }}
    >
      <chakra.div maxHeight="236px" order={wiresFirst ? { base: 1, sm: 0 } : undefined}>
        <LifterDrawing
          plunger={preload.gear.plunger}
          coldMm={shown.coldMm}
          hotMm={growthMm === 0 ? null : shown.hotMm}
          thenMm={
            kind === "step" && counted !== null && !zeroing
              ? meaningOf(turns + STEP_TURNS, preload.gear, growthMm).coldMm
              : null
          }
          wireMm={wire === null ? null : [wire.goes.mm, wire.noGo.mm]}
          label={`The lifter of ${valveName(valve.valve, run.context.job.valves)} cut open: ${place}, of ${travelWords(preload.gear.plunger)}; window ${depthFigure(valve.valve.spec.lowMm, preload.gear.plunger)} to ${depthWords(valve.valve.spec.highMm, preload.gear.plunger)}`}
        />
      </chakra.div>
      <chakra.div display="flex" flexDirection="column" gap="2" minWidth="0">
        {zeroing && <ZeroChoices run={run} />}
        {!zeroing && kind === "turn-in" && (
          <>
            <TurnChips
              gear={preload.gear}
              growthMm={growthMm}
              value={lifter.turns}
              onChange={(t) => run.setChoice({ turns: t })}
            />
            <Compare run={run} />
          </>
        )}
        {!zeroing && (kind === "depth" || kind === "step") && (
          <>
            {counted !== null && !wiresFirst && (
              <chakra.p fontSize="17px">
                <b>{turnsWords(turns)}</b> past zero lash
                {valve.own?.school == null
                  ? ""
                  : ` by ${ZERO_SCHOOL_NAMES[valve.own.school].name.toLowerCase()}`}:{" "}
                {plungerWords(meaningOf(turns, preload.gear, growthMm).verdict, preload.gear.plunger)}.
              </chakra.p>
            )}
            <WireForm key={valve.valve.id} run={run} />
          </>
        )}
      </chakra.div>
    </chakra.section>
  );
}

const FOUND = [null, 0.25, 0.5, 0.75, 1, 1.25] as const;

function ZeroChoices({ run }: { readonly run: LifterRun }) {
  const { choice: lifter, valve } = run;
  const fresh = valve?.status === "unread";
  return (
    <>
      <Stamp>Zero lash by</Stamp>
      <chakra.div display="flex" flexWrap="wrap" gap="2">
        {ZERO_SCHOOLS.map((s) => (
          <Button
            key={s}
            type="button"
            size="big"
            aria-pressed={lifter.school === s}
            borderWidth={lifter.school === s ? "3px" : "1.5px"}
            onClick={() => run.setChoice({ school: s })}
          >
            {ZERO_SCHOOL_NAMES[s].name}
          </Button>
        ))}
      </chakra.div>
      {fresh && (
        <>
          <Stamp>It came out by</Stamp>
          <chakra.div display="flex" flexWrap="wrap" gap="2">
            {FOUND.map((t) => (
              <Button
                key={t ?? "none"}
                type="button"
                size="big"
                px="3"
                aria-pressed={lifter.foundTurns === t}
                borderWidth={lifter.foundTurns === t ? "3px" : "1.5px"}
                onClick={() => run.setChoice({ foundTurns: t })}
              >
                {t === null ? "not counted" : fractionFigure(t)}
              </Button>
            ))}
          </chakra.div>
        </>
      )}
      {valve !== null && <WireForm key={valve.valve.id} run={run} folded />}
    </>
  );
}

const APART: readonly (readonly [number, string])[] = [
  [-0.125, "1/8 earlier"],
  [0, "same place"],
  [0.0625, "1/16 later"],
  [0.125, "1/8 later"],
  [0.25, "1/4 later"],
  [0.375, "3/8 later"],
];

/** Both schools on one valve: the difference, for those who want to see it. */
function Compare({ run }: { readonly run: LifterRun }) {
  const preload = run.valve?.own ?? null;
  if (preload?.school == null) return null;
  const other = otherSchool(preload.school);
  const name = ZERO_SCHOOL_NAMES[other].name.toLowerCase();
  /** Felt the other way: so many turns from this valve's zero. */
  const compare = (apartTurns: number): boolean =>
    run.enter([
      {
        kind: "zeroed",
        valve: run.valve?.valve.id ?? "",
        stop: run.now.state.stop?.letter ?? "",
        school: other,
        foundTurns: null,
        apartTurns,
        reason: null,
      },
    ]);
  return (
    <chakra.details>
      <chakra.summary fontSize="17px" minHeight="44px" display="list-item" cursor="pointer">
        Feel it by {name} too, and see the difference
      </chakra.summary>
      <chakra.div display="flex" flexWrap="wrap" gap="2" pt="1" pb="2">
        {APART.map(([turns, label]) => (
          <Button
            key={label}
            type="button"
            size="big"
            px="3"
            aria-pressed={preload.apartTurns === turns}
            borderWidth={preload.apartTurns === turns ? "3px" : "1.5px"}
            onClick={() => compare(turns)}
          >
            {label}
          </Button>
        ))}
      </chakra.div>
    </chakra.details>
  );
}
