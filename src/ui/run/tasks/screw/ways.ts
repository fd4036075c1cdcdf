/** The two ways to set a screw or a nut: with the leaf of the aim in the gap, or by a turn from a reading. Pure. */
import { middleOf } from "@/core/job/ledger/readings";
import type { ValveState } from "@/core/job/state/state";
import type { ScrewTask } from "@/core/job/tasks/screw";
import { specUnit } from "@/core/job/words/specs";
import { biteWords } from "@/core/lash/locking";
import { firstLeaf } from "@/core/lash/school";
import { showChange } from "@/core/units/length";
import { type Turn, asClock } from "@/core/units/turns";
import type { AtValve, RunContext, RunNow } from "../../model";
import { type Blade, type Reading, type TappedReading, bladeOf, singleBlades } from "../../session/taps";
import { aimOf } from "../../words/adjustments";
import { narrowWords } from "../../words/leafWords";
import { bandOf } from "../../words/readWords";
import { setWords } from "../../words/setWords";
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

/** A leaf is near enough to stand for the aim; beyond it a stack is looked for, and far beyond nothing stands for it. */
const NEAR_MM = 0.011;
const FAR_MM = 0.03;

/** What lies in the gap while it is set; null where this set has nothing near the aim. */
function aimBlade({ hand }: ScrewContext, aim: number): Blade | null {
  const off = ({ mm }: Pick<Blade, "mm">): number => Math.abs(mm - aim);
  const nearest = (blades: readonly Blade[]): Blade | null =>
    blades.reduce<Blade | null>((best, b) => (best === null || off(b) < off(best) - 1e-9 ? b : best), null);
  const singles = singleBlades(hand.set);
  if (hand.school === "overshoot") {
    const at = firstLeaf(
      singles.map((b) => b.mm),
      aim,
      "overshoot",
    );
    return at === null ? null : (singles[at] ?? null);
  }
  const single = nearest(singles);
  if (single === null || off(single) <= NEAR_MM) return single;
  const stack = nearest(hand.stacks.filter((s) => s.indices.length < 3).map((s) => bladeOf(s, hand.set)));
  const best = stack !== null && off(stack) < off(single) - 1e-6 ? stack : single;
  return off(best) <= FAR_MM ? best : null;
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
  if (narrowing !== null && (at.choice.way === "turn" || at.choice.closer)) return narrowing;
  const set = screwSetWords(context, now, valve, at, reading.tapped);
  return narrowing === null
    ? set
    : { ...set, choices: [...set.choices, choosing("Read it closer first", { closer: true })] };
}

/** To be set: the leaf of the aim in the gap, unless the turn is preferred. */
export function screwSetWords(
  context: ScrewContext,
  now: RunNow,
  valve: ValveState,
  { choice }: At,
  tapped: TappedReading | null = null,
): Instruction {
  const byTurn = setWords(context, now, valve, tapped);
  const gear = context.file.adjuster?.kind;
  if (gear !== undefined && gear !== "screw") return byTurn;
  const slack = valve.status === "slack" && tapped === null;
  const aim = aimOf(now, valve);
  const blade = aimBlade(context, aim);
  if (blade === null || (choice.way === "turn" && !slack))
    return blade === null
      ? byTurn
      : { ...byTurn, choices: [...byTurn.choices, choosing("Set it by the leaf instead", { way: "leaf" })] };
  const fromMm = slack ? null : (tapped?.whole?.fromMm ?? (valve.last === null ? null : middleOf(valve.last)));
  const turn = fromMm === null ? null : turnOf(context, now, fromMm, aim);
  const { locking } = context;
  const unit = specUnit(context.file.lash?.[valve.valve.role]);
  const inwards = fromMm === null || fromMm >= aim;
  const drags = context.hand.school === "overshoot" ? "drags firmly" : "just drags";
  const off = blade.mm - aim;
  const set = { kind: "set" as const, turns: null, aimMm: blade.mm };
  return {
    ...byTurn,
    title: `Put ${blade.text} in. Turn the ${locking.part} ${inwards ? "in" : "out"} until it ${drags}${locking.inOneGo ? "" : ", and lock it"}.`,
    grounds: [
      [...hintWords(turn, context.file.adjuster?.swingDeg), locking.how].join(" "),
      ...(slack ? [`Nothing was found here. The band is ${bandOf(context, valve)}.`] : byTurn.grounds.slice(1)),
      ...(Math.abs(off) <= 0.004 || context.hand.school === "overshoot"
        ? []
        : [
            `${blade.text} is ${showChange(Math.abs(off), unit)} ${off > 0 ? "over" : "under"} the aim, and the nearest this set has: a touch ${off > 0 ? "firmer" : "looser"} is right.`,
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
