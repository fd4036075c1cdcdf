/** A lifter or a part of another length, as the sheet tells of it. */
import { turnsWords } from "../preload/turning";
import { judgePlunger } from "../preload/plunger";
import { ZERO_SCHOOL_NAMES, type ZeroSchool, apartWords } from "../preload/zeroLash";
import { plungerTravelMm } from "../preload/gear";
import { lengthWords } from "../preload/lengths";
import { FELT_NAMES } from "../shims/tries";
import { type FittedEntry, type KeptEntry, PAIR_PARTS } from "./entry";
import { predictedLash } from "./foretold";
import type { Job } from "./job";
import type { ValvePreload } from "./preloadAt";
import type { SheetReading } from "./sheet";
import type { ValveState } from "./state";

export interface SheetPreload {
  readonly zeroSchool: string | null;
  readonly turns: number;
  readonly plungerMm: number | null;
  readonly hotPlungerMm: number | null;
  readonly foundMm: number | null;
  /** What the other school of zero lash made of it, in words; null when it was not tried. */
  readonly apart: string | null;
}

export function sheetPreload({ preload }: Pick<Job, "preload">, at: ValvePreload | null): SheetPreload | null {
  if (preload === null || at === null) return null;
  const apart =
    at.apartTurns === null || at.school === null
      ? null
      : apartWords(at.school, at.apartTurns, plungerTravelMm(1, preload.gear));
  return {
    zeroSchool: at.school === null ? null : ZERO_SCHOOL_NAMES[at.school].name,
    turns: at.turns,
    plungerMm: at.coldMm,
    hotPlungerMm: at.hotMm,
    foundMm: at.foundMm,
    apart,
  };
}

/** "half a turn, plunger 0.88 mm, hot 0.72 mm". */
export function preloadWords({ turns, coldMm, hotMm }: Pick<ValvePreload, "turns" | "coldMm" | "hotMm">): string {
  if (coldMm === null) return "not counted";
  const hot = hotMm === null || Math.abs(hotMm - coldMm) < 5e-3 ? "" : `, hot ${hotMm.toFixed(2)} mm`;
  return `${turns === 0 ? "zero lash" : turnsWords(turns)}, plunger ${coldMm.toFixed(2)} mm${hot}`;
}

/** What was exchanged at a valve, the last of it: "228.60 mm, was 227.80 mm"; a shim with where it came from and what it should leave. */
export function partWords(
  { fixed, shims, closing }: Pick<Job, "fixed" | "shims" | "closing">,
  work: readonly KeptEntry[],
): string | null {
  if (closing !== null) return pairWords(work);
  const fitted = work.findLast((e) => e.kind === "fitted");
  if (fitted === undefined) return null;
  if (shims !== null) {
    const said = predictedLash(work).at(-1);
    const from = fitted.partFrom?.startsWith("valve ") === true ? ` from ${fitted.partFrom.slice(6)}` : "";
    return `${fitted.lengthMm.toFixed(3)} mm${from}${wasWords(fitted)}${said === undefined ? "" : `; foretold ${said.predictedMm.lo.toFixed(2)}–${said.predictedMm.hi.toFixed(2)} mm`}`;
  }
  if (fixed === null) return null;
  return `${lengthWords(fitted.lengthMm, fixed.gear)}${fitted.fromMm === null ? "" : `, was ${lengthWords(fitted.fromMm, fixed.gear)}`}`;
}

/** What came out, and with what that was measured. */
const wasWords = ({ fromMm, instrument }: FittedEntry): string =>
  fromMm === null ? "" : `, was ${fromMm.toFixed(3)}${instrument === null ? "" : ` by ${instrument}`}`;

/** "opener 2.930 mm, was 2.850; closer 6.480 mm, was 6.400, free, nothing moves": the last of each, and what was felt at the end. */
function pairWords(work: readonly KeptEntry[]): string | null {
  const words = PAIR_PARTS.flatMap((part) => {
    const fitted = work.findLast((e) => e.kind === "fitted" && e.part === part);
    return fitted?.kind !== "fitted"
      ? []
      : [
          `${part} ${fitted.lengthMm.toFixed(3)} mm${wasWords(fitted)}${fitted.rings === null ? "" : `, rings ${fitted.rings}`}`,
        ];
  });
  const tried = work.filter((e) => e.kind === "tried");
  const felt = tried.at(-1);
  if (felt !== undefined)
    words.push(
      `closer felt: ${FELT_NAMES[felt.felt].name.toLowerCase()}${tried.length > 1 ? `, after ${tried.length} tries` : ""}`,
    );
  return words.length === 0 ? null : words.join("; ");
}

type NameOf = (personId: string) => string;

/** A depth as the sheet tells it: one figure, counted in turns. */
const counted = (
  read: string,
  mm: number,
  school: ZeroSchool,
  verdict: string,
  { personId, at }: KeptEntry,
  nameOf: NameOf,
): SheetReading => {
  const figure = `${mm.toFixed(2)} mm`;
  return {
    read,
    school,
    instrument: "turns counted",
    goes: figure,
    noGo: figure,
    goesMm: mm,
    noGoMm: mm,
    verdict,
    by: nameOf(personId),
    at,
  };
};

/** The as-left of a preload as it was counted; null where it was not, or before it is left. */
export function countedPreload(
  entries: readonly KeptEntry[],
  state: ValveState,
  nameOf: NameOf,
): SheetReading | null {
  const { preload, left } = state;
  const kept = entries.find((e) => e.id === left?.reading);
  if (preload?.coldMm == null || preload.school === null || preload.verdict === null || kept === undefined)
    return null;
  return counted(preloadWords(preload), preload.coldMm, preload.school, preload.verdict, kept, nameOf);
}

/** How deep it stood as found, counted on the way out; null where it was not. */
export function foundPreload(
  { preload }: Pick<Job, "preload">,
  entries: readonly KeptEntry[],
  state: ValveState | undefined,
  nameOf: NameOf,
): SheetReading | null {
  const mm = state?.preload?.foundMm ?? null;
  const kept = entries.find((e) => e.kind === "zeroed" && e.valve === state?.valve.id && e.foundTurns !== null);
  if (mm === null || kept?.kind !== "zeroed" || preload === null) return null;
  return counted(
    `${turnsWords(kept.foundTurns ?? 0)}, plunger ${mm.toFixed(2)} mm`,
    mm,
    kept.school,
    judgePlunger([mm], preload.gear.plunger),
    kept,
    nameOf,
  );
}
