/** The two ways to set a screw or a nut: with the leaf of the aim in the gap, or by a turn from a reading. Pure. */
import { middleOf } from "@/core/job/ledger/readings";
import type { ValveState } from "@/core/job/state/state";
import type { ScrewTask } from "@/core/job/tasks/screw";
import { roleUnit } from "@/core/job/words/specs";
import { leafForAim } from "@/core/lash/leaf";
import { biteWords } from "@/core/lash/locking";
import { showChange, showLength } from "@/core/units/length";
import { type Turn, asClock } from "@/core/units/turns";
import type { AtValve, RunContext, RunNow } from "../../model";
import { type Blade, type Reading, type TappedReading, bladeOf } from "../../../leaves/taps";
import { aimOf } from "../../words/adjustments";
import { narrowWords } from "../../words/leafWords";
import { bandOf } from "../../words/band";
import { setWords, shiftWords } from "../../words/setWords";
import type { Answer, Instruction } from "../../words/shape";
import { turnOf } from "./words";

/** How a screw is set, and whether its gap is to be known more closely first. */
export interface ScrewChoice {
  readonly way: "leaf" | "turn";
  readonly closer: boolean;
}

type ScrewContext = RunContext<ScrewTask>;
type At = AtValve<ScrewChoice>;
const choosing = (label: string, choice: Partial<ScrewChoice>): Answer => ({
  label,
  action: { kind: "choose", choice },
});

/** What lies in the gap while it is set; null where no screw sets it, or this set has nothing near the aim. */
function leafIn({ hand, file }: ScrewContext, aim: number): Blade | null {
  const gear = file.adjuster?.kind;
  if (gear !== undefined && gear !== "screw") return null;
  const stack = leafForAim(
    hand.stacks,
    hand.set.leaves.map((l) => l.mm),
    aim,
    hand.school,
  );
  return stack === null ? null : bladeOf(stack, hand.set);
}

/** A valve that is read as out of its band: set by the leaf, or by the turn, once its gap is known well enough for that. */
export function screwOutWords(
  context: ScrewContext,
  now: RunNow,
  valve: ValveState,
  reading: Reading,
  at: At,
): Instruction {
  const narrowing = narrowWords(context, now, valve, reading, [
    choosing("Near enough: set it by the leaf", { way: "leaf", closer: false }),
  ]);
  const byLeaf = at.choice.way === "leaf" && leafIn(context, aimOf(now, valve)) !== null;
  if (narrowing !== null && (!byLeaf || at.choice.closer)) return narrowing;
  const set = settingWords(context, now, valve, at, { tapped: reading.tapped, rough: narrowing !== null });
  return narrowing === null
    ? set
    : { ...set, choices: [...set.choices, choosing("Read it closer first", { closer: true })] };
}

/** To be set, from the last reading that was kept, or with nothing found. */
export const screwSetWords = (context: ScrewContext, now: RunNow, valve: ValveState, at: At): Instruction =>
  settingWords(context, now, valve, at, { tapped: null, rough: false });

interface From {
  /** What is tapped now; null where a reading was kept, or there is none. */
  readonly tapped: TappedReading | null;
  /** Which way it is out is known, and not how far: no turn follows from that. */
  readonly rough: boolean;
}

/** The leaf of the aim in the gap, unless the turn is preferred. */
function settingWords(
  context: ScrewContext,
  now: RunNow,
  valve: ValveState,
  { choice }: At,
  { tapped, rough }: From,
): Instruction {
  const aim = aimOf(now, valve);
  const blade = leafIn(context, aim);
  // Where the figures don't say how the screw moves a follower, no way to turn is told.
  const unknown =
    valve.valve.block !== undefined && turnOf(context, now, valve, { fromMm: aim, aimMm: aim }) === null;
  if (blade === null || unknown) return setWords(context, now, valve, tapped);
  const slack = valve.status === "slack" && tapped === null;
  if (choice.way === "turn" && !slack) {
    const byTurn = setWords(context, now, valve, tapped);
    return { ...byTurn, choices: [...byTurn.choices, choosing("Set it by the leaf instead", { way: "leaf" })] };
  }
  const unit = roleUnit(context.file, valve.valve.role);
  const shift = shiftWords(context, now, valve);
  const told = setWords(context, now, valve, tapped, shift);
  const fromMm = slack ? null : (tapped?.whole?.fromMm ?? (valve.last === null ? null : middleOf(valve.last)));
  const turn = fromMm === null ? null : turnOf(context, now, valve, { fromMm, aimMm: aim });
  const { locking } = context;
  // A follower under a block is pressed down as the screw goes in, and its gap grows.
  const inwards = valve.valve.block === undefined ? fromMm === null || fromMm >= aim : (fromMm ?? 0) < aim;
  const drags = context.hand.school === "overshoot" ? "drags firmly" : "just drags";
  const off = blade.mm - aim;
  const set = { kind: "set" as const, turns: null, aimMm: blade.mm };
  return {
    ...told,
    title: `Put the ${blade.text} ${blade.indices.length > 1 ? "leaves" : "leaf"} ${valve.valve.block === undefined ? "in" : "under the block"}. Turn the ${locking.part} ${inwards ? "in" : "out"} until it ${drags}${locking.inOneGo ? "" : ", and lock it"}.`,
    grounds: [
      [...hintWords(rough ? null : turn, context.file.adjuster?.swingDeg), locking.how].join(" "),
      ...(slack ? [`Nothing was found here. The band is ${bandOf(context, valve)}.`] : told.grounds.slice(1)),
      ...(Math.abs(off) <= 0.004 || context.hand.school === "overshoot"
        ? []
        : [
            `${blade.text} is ${showChange(Math.abs(off), unit)} ${off > 0 ? "over" : "under"} the target${shift === "" ? ` of ${showLength(aim, unit)}` : ""}, and the nearest this set has: a touch ${off > 0 ? "firmer" : "looser"} is right.`,
          ]),
    ],
    button: { label: locking.inOneGo ? "It drags" : "It drags, locked", action: { ...set, locked: true } },
    choices: [
      ...(locking.inOneGo ? [] : [{ label: "It drags: read before locking", action: { ...set, locked: false } }]),
      ...(turn === null ? [] : [choosing("By degrees instead, no leaf in", { way: "turn" })]),
    ],
  };
}

/** How far that will be, where it is known: a hint, not what is turned. */
function hintWords(turn: Turn | null, swingDeg: number | undefined): string[] {
  if (turn === null || turn.direction === "none") return [];
  const bites = biteWords(turn, swingDeg);
  return [`That will be about ${Math.round(turn.screwDeg)}°, ${asClock(turn)}.`, ...(bites === null ? [] : [bites])];
}
