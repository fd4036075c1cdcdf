import { stopLetter } from "@/core/stops/sign";
import type { DialMark } from "../drawings/PulleyDial/geometry";

/** The marks on the pulley: what is printed there, and the letters of the stops. */
export function dialMarks(
  stops: readonly { readonly markDeg: number }[],
  printed: readonly number[],
  labels: readonly string[] = [],
): DialMark[] {
  const named = new Map(printed.map((deg, i) => [deg, labels[i] ?? `${deg}`]));
  const byMark = new Map<number, string[]>(printed.map((deg) => [deg, []]));
  stops.forEach((s, i) => byMark.set(s.markDeg, [...(byMark.get(s.markDeg) ?? []), stopLetter(i)]));
  return [...byMark.entries()].map(([markDeg, letters]) => ({
    markDeg,
    letters: letters.length === 0 ? [named.get(markDeg) ?? `${markDeg}`] : letters,
  }));
}
