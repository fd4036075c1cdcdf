/** What the drawings of the crank show at an angle, in words. Pure. */
import type { Engine } from "@/core/engine/resolve";
import { settableAt } from "../crank/marginMarks";
import type { LiftCurve } from "@/core/engine/liftCurve";
import { fold } from "@/core/units/angle/arc";
import { type DialMark, isAtPointer } from "./PulleyDial/geometry";
import { phaseNotes } from "./phaseNotes";
import { shortSign } from "./shortSign";

const angle = ({ cycleDeg }: Engine, deg: number): string => `${Math.round(deg)} crank degrees of ${cycleDeg}`;

/** "90 crank degrees of 720: cylinder 1 power, 3 firing TDC, …". */
export function wheelWords(engine: Engine, deg: number): string {
  const notes = phaseNotes(engine, deg);
  return `${angle(engine, deg)}: cylinder ${engine.cylinders.map((c) => `${c.id} ${notes[c.id] ?? ""}`).join(", ")}`;
}

/** "Mark A at the pointer, first time round: 1 fires · 6 rocks". */
export function dialWords(engine: Engine, marks: readonly DialMark[], deg: number): string {
  const up = marks.find((m) => isAtPointer(m, deg));
  const where =
    up === undefined
      ? `${Math.round(fold(deg, 360))}° past the TDC mark`
      : `mark ${up.letters.join(", ")} at the pointer`;
  const round = engine.cycleDeg === 720 ? `, ${deg < 360 ? "first" : "second"} time round` : "";
  return `${where}${round}: ${shortSign(engine, deg)}`;
}

/** "90 crank degrees of 720: clear of their lobes 1I 64°, 3E 30°". */
export function stripWords(engine: Engine, requiredDeg: number, deg: number): string {
  const clear = settableAt(engine, deg, requiredDeg).map((s) => `${s.valve} ${Math.floor(s.marginDeg)}°`);
  return `${angle(engine, deg)}: ${clear.length === 0 ? "no valve is clear of its lobe" : `clear of their lobes ${clear.join(", ")}`}`;
}

/** "Lift curves of cylinder 1: intake open from 340° to 600°, highest at 470°, 9.10 mm". */
export function liftWords(cylinder: string, curves: readonly LiftCurve[], cycleDeg: 360 | 720): string {
  const told = curves.map(({ role, at, peakMm }) => {
    const all = Array.from({ length: cycleDeg }, (_, deg) => at(deg));
    const isOpen = (deg: number): boolean => (all[fold(deg, cycleDeg)] ?? 0) > 0;
    const peak = all.indexOf(Math.max(...all));
    let [from, to] = [0, 0];
    while (from < cycleDeg && isOpen(peak - from - 1)) from += 1;
    while (to < cycleDeg && isOpen(peak + to + 1)) to += 1;
    const height = peakMm === null ? "" : `, ${peakMm.toFixed(2)} mm`;
    return `${role} open from ${fold(peak - from, cycleDeg)}° to ${fold(peak + to, cycleDeg)}°, highest at ${peak}°${height}`;
  });
  return `Lift curves of cylinder ${cylinder}${told.length === 0 ? ": its cam is not known" : `: ${told.join("; ")}`}`;
}
