/** What is typed on the screen of measured readings, and the growth that it makes as it is typed. Pure. */
import type { HotColdReading } from "@/core/heat/hotColdReadings";
import { readingProblem } from "@/core/lash/reading";
import { parseLength } from "@/core/units/length";
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
export function readingsSoFar(
  { valves, state, unit }: HotColdPageData,
  typed: readonly TypedReading[],
): HotColdReading[] {
  return valves.flatMap((v, i) => {
    const own = typed[i];
    const now =
      own !== undefined && isTyped(own) && typedProblem(own, unit === "mm" ? "mm" : "in") === null
        ? { goes: parseLength(own.goes, unit), noGo: parseLength(own.noGo, unit) }
        : v.outReason === null
          ? v.read
          : null;
    if (now?.goes == null || now.noGo === null) return [];
    const otherMm = (now.goes.mm + now.noGo.mm) / 2;
    const unsureMm = v.leftHalfMm + (now.noGo.mm - now.goes.mm) / 2;
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
