/** A lifter as the sheet tells of it. */
import type { TypedUnit } from "../../../units/typedLength";
import type { Verdict } from "../../../lash/judge";
import { plungerTravelMm } from "../../../preload/gear";
import { judgePlunger, depthWords, depthFigure } from "../../../preload/plunger";
import { ALIKE_TURNS, spreadOf, turnsWords } from "../../../preload/turning";
import { ZERO_SCHOOL_NAMES, type ZeroSchool, apartWords, otherSchool } from "../../../preload/zeroLash";
import type { JobOf } from "../../job";
import type { EntryOf, KeptEntry } from "../../ledger/entry";
import { type SheetPreload, type SheetReading, madeBy } from "../../sheet/format";
import type { JobState, ValveState } from "../../state/state";
import type { ValvePreload } from "./plunger";
import type { PreloadTask } from "./task";

type LifterJob = Pick<JobOf<PreloadTask>, "task">;
type Lifter = ValveState<ValvePreload | null>;

/** Wires are judged as a gap is; a plunger is told of otherwise. */
const PLUNGER_VERDICT: Readonly<Record<Verdict, string>> = {
  in: "in",
  tight: "shallow",
  loose: "deep",
  undecided: "undecided",
};
export const plungerVerdictName = (verdict: Verdict): string => PLUNGER_VERDICT[verdict];

export function sheetPreload({ task }: LifterJob, { own }: Pick<Lifter, "own">): SheetPreload | null {
  if (own === null) return null;
  return {
    zeroSchool: own.school === null ? null : ZERO_SCHOOL_NAMES[own.school].name,
    turns: own.turns,
    plungerMm: own.coldMm,
    hotPlungerMm: own.hotMm,
    foundTurns: own.foundTurns,
    foundMm: own.foundMm,
    apart:
      own.apartTurns === null || own.school === null ? null : apartWords(own.school, own.apartTurns, task.plan.gear),
  };
}

/** "half a turn, plunger 0.88 mm, hot 0.72 mm". */
export function preloadWords({
  turns,
  coldMm,
  hotMm,
  unit,
}: Pick<ValvePreload, "turns" | "coldMm" | "hotMm" | "unit">): string {
  if (coldMm === null) return "not counted";
  const hot = hotMm === null || Math.abs(hotMm - coldMm) < 5e-3 ? "" : `, hot ${depthWords(hotMm, { unit })}`;
  return `${turns === 0 ? "zero lash" : turnsWords(turns)}, plunger ${depthWords(coldMm, { unit })}${hot}`;
}

/** A depth as the sheet tells it: one figure, counted in turns. */
const counted = (
  read: string,
  mm: number,
  unit: TypedUnit,
  school: ZeroSchool,
  verdict: string,
  kept: KeptEntry,
): SheetReading => {
  const figure = depthWords(mm, { unit });
  return {
    read,
    school,
    instrument: "turns counted",
    goes: figure,
    noGo: figure,
    goesMm: mm,
    noGoMm: mm,
    verdict,
    ...madeBy(kept),
  };
};

/** The as-left of a preload as it was counted; null where it was not, or before it is left. */
export function asLeftCounted(
  _job: LifterJob,
  { own, left }: Lifter,
  ledger: readonly KeptEntry[],
): SheetReading | null {
  const kept = ledger.find((e) => e.id === left?.reading);
  if (own?.coldMm == null || own.school === null || own.verdict === null || kept === undefined) return null;
  return counted(preloadWords(own), own.coldMm, own.unit, own.school, own.verdict, kept);
}

/** How deep it stood as found, counted on the way out; null where it was not. */
export function asFoundCounted(
  { task }: LifterJob,
  { own, valve }: Lifter,
  ledger: readonly KeptEntry[],
): SheetReading | null {
  const mm = own?.foundMm ?? null;
  const kept = ledger.find((e) => e.kind === "zeroed" && e.valve === valve.id && e.foundTurns !== null);
  if (mm === null || kept?.kind !== "zeroed") return null;
  const read = `${turnsWords(kept.foundTurns ?? 0)}, plunger ${depthWords(mm, task.plan.gear.plunger)}`;
  return counted(
    read,
    mm,
    task.plan.gear.plunger.unit ?? "mm",
    kept.school,
    judgePlunger([mm], task.plan.gear.plunger),
    kept,
  );
}

/** What the other school of zero lash made of it; null where it was not tried. */
export const zeroNote = ({ task }: LifterJob, entry: EntryOf<"zeroed">): string | null =>
  entry.apartTurns === null
    ? null
    : `${entry.valve}: ${apartWords(otherSchool(entry.school), entry.apartTurns, task.plan.gear)}`;

/** How even the preload is over the engine, from what was counted at the valves that are done; null while fewer than two are. */
export function spreadWords(
  { task }: LifterJob,
  { valves }: Pick<JobState<ValvePreload | null>, "valves">,
): string | null {
  const done = [...valves.values()].flatMap((v) =>
    v.left !== null && v.own?.coldMm != null ? [{ id: v.valve.id, mm: v.own.coldMm }] : [],
  );
  const spread = spreadOf(
    done.map((v) => v.mm),
    plungerTravelMm(1, task.plan.gear),
  );
  if (spread === null) return null;
  const range = `${depthFigure(spread.lowMm, task.plan.gear.plunger)} to ${depthWords(spread.highMm, task.plan.gear.plunger)}`;
  if (spread.turns <= ALIKE_TURNS + 1e-9) return `All ${done.length} plungers stand alike, ${range} deep.`;
  const deepest = done
    .filter((v) => v.mm > spread.highMm - 1e-9)
    .map((v) => v.id)
    .join(", ");
  return `The ${done.length} plungers stand ${range} deep, ${turnsWords(spread.turns)} apart; deepest is ${deepest}.`;
}
