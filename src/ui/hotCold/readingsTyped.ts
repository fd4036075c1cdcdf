/** What is typed on the screen of measured readings, and the growth that it makes as it is typed. Pure. */
import type { HotColdReading } from "@/core/heat/hotColdReadings";
import { readingProblem } from "@/core/lash/reading";
import { parseLength, showFigure, showLength } from "@/core/units/length";
import type { Interval } from "@/core/units/interval";
import { judgeInOther } from "@/core/heat/otherBand";
import { unitProblem } from "@/core/units/typedLength";
import type { HotColdPageData } from "@/core/job/pages/hotCold";

export interface TypedReading {
  readonly goes: string;
  readonly noGo: string;
}

export const isTyped = ({ goes, noGo }: TypedReading): boolean => goes.trim() !== "" || noGo.trim() !== "";

/** What is wrong with a reading of leaves, or null; nothing typed is nothing wrong. */
export function typedProblem(typed: TypedReading, unit: "mm" | "in"): string | null {
  if (!isTyped(typed)) return null;
  const [goes, noGo] = [parseLength(typed.goes, unit), parseLength(typed.noGo, unit)];
  const unsaid = unitProblem(typed.goes) ?? unitProblem(typed.noGo);
  if (unsaid !== null) return unsaid;
  if (goes === null || noGo === null) return "Type both leaves: the largest that goes, the smallest that does not.";
  return readingProblem({ goesMm: goes.mm, noGoMm: noGo.mm })?.why ?? null;
}

/** The readings so far: what was kept, and what is typed over it, in the order of the valves. */
export function readingsSoFar(given: HotColdPageData, typed: readonly TypedReading[]): HotColdReading[] {
  const { valves, state } = given;
  return valves.flatMap((v, i) => {
    const now = readNow(given, v, typed[i]);
    if (now === null) return [];
    const otherMm = (now.lo + now.hi) / 2;
    const unsureMm = v.leftHalfMm + (now.hi - now.lo) / 2;
    return [
      {
        valve: v.id,
        role: v.role,
        hotMm: state === "hot" ? v.leftMm : otherMm,
        coldMm: state === "hot" ? otherMm : v.leftMm,
        unsureMm,
      },
    ];
  });
}

/** What a valve reads in the other state: as typed, or as it was kept while its pair counts. */
function readNow(
  { unit }: HotColdPageData,
  { read, outReason }: HotColdPageData["valves"][number],
  typed: TypedReading | undefined,
): Interval | null {
  if (typed === undefined || !isTyped(typed) || typedProblem(typed, unit === "mm" ? "mm" : "in") !== null)
    return read === null || outReason !== null ? null : { lo: read.goes.mm, hi: read.noGo.mm };
  const [goes, noGo] = [parseLength(typed.goes, unit), parseLength(typed.noGo, unit)];
  return goes === null || noGo === null ? null : { lo: goes.mm, hi: noGo.mm };
}

/** How it stands in the other state: "in its hot band, 0.23–0.33 mm". Null where nothing is read, or nothing tells the band. */
export function judgedWords(
  given: HotColdPageData,
  valve: HotColdPageData["valves"][number],
  typed: TypedReading | undefined,
): string | null {
  const now = readNow(given, valve, typed);
  const { band } = valve;
  if (now === null || band === null) return null;
  const { unit } = given;
  const other = given.state === "hot" ? "cold" : "hot";
  const said = `${showFigure(Math.max(0, band.lowMm), unit)}–${showLength(band.highMm, unit)}`;
  const whose = band.known ? `${other} band` : `${other} band by what such an engine usually grows`;
  const verdict = judgeInOther(now, band);
  return verdict === "in"
    ? `in its ${whose}, ${said}`
    : verdict === "undecided"
      ? `these leaves leave it open; its ${whose} is ${said}`
      : `${verdict} against its ${whose}, ${said}`;
}
