/** How a person proves that the crank is at a stop, and not one turn out. */
import type { Mover } from "../engine/mover";
import type { Engine } from "../engine/resolve";
import { separation } from "../units/angle/arc";
import { type Sight, sightWords } from "./sight";

/** A cylinder this near its top counts as being there, for the eye. */
const AT_TOP_DEG = 2;

export interface StopSign {
  /** Cylinders at firing TDC. */
  readonly firing: readonly string[];
  /** Cylinders rocking at overlap TDC; always empty on a two-stroke. */
  readonly rocking: readonly string[];
  /** What to look for, one sentence. */
  readonly check: string;
  /** What is seen instead when the crank is one turn out; null where a turn is a whole cycle, or the sight itself tells. */
  readonly oneTurnOut: string | null;
}

const listed = (ids: readonly string[]): string => ids.join(" and ");
const sentence = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;

/**
 * The sign at a crank angle: what is watched there, if anything is; else pressure or loose rockers
 * for firing, and movement for rocking.
 */
export function signAt(engine: Engine, crankDeg: number, sights: readonly Sight[] = []): StopSign {
  const near = (deg: number): string[] =>
    engine.cylinders.filter((c) => separation(c.firingDeg, deg, engine.cycleDeg) <= AT_TOP_DEG).map((c) => c.id);
  const firing = near(crankDeg);
  const rocking = engine.cycleDeg === 360 ? [] : near(crankDeg - 360);
  if (sights.length > 0)
    return {
      firing,
      rocking,
      check: sentence(sights.map((s) => sightWords(s, engine.mover)).join("; ")),
      oneTurnOut: null,
    };
  if (engine.cycleDeg === 360) return twoStrokeSign(firing, engine.mover);
  return {
    firing,
    rocking,
    check: checkWords(firing, rocking, engine.mover),
    oneTurnOut: outWords(firing, rocking, engine.mover),
  };
}

function twoStrokeSign(firing: string[], { name }: Mover): StopSign {
  const check =
    firing.length > 0
      ? `Cylinder ${listed(firing)} is at the top: its exhaust ${name}s are loose and its plug hole pushed air just before.`
      : "No cylinder is at its top here: go by the mark.";
  return { firing, rocking: [], check, oneTurnOut: null };
}

function checkWords(firing: string[], rocking: string[], { name }: Mover): string {
  const parts: string[] = [];
  if (firing.length > 0)
    parts.push(`cylinder ${listed(firing)} has both ${name}s loose and pushed air just before the mark`);
  if (rocking.length > 0) parts.push(`cylinder ${listed(rocking)} rocks: exhaust closing, intake opening`);
  return parts.length === 0
    ? "No cylinder is at its top here: go by the mark, and count the turns."
    : sentence(parts.join("; "));
}

function outWords(firing: string[], rocking: string[], { name }: Mover): string | null {
  const turnOn = "turn one full turn on";
  if (firing.length > 0) return `If cylinder ${listed(firing)} rocks instead, you are one turn out: ${turnOn}.`;
  if (rocking.length > 0)
    return `If cylinder ${listed(rocking)} has both ${name}s loose instead, you are one turn out: ${turnOn}.`;
  return null;
}

/** Stop letters: A to Z, then AA, AB. @throws RangeError for a negative or fractional index. */
export function stopLetter(index: number): string {
  if (!Number.isInteger(index) || index < 0) throw new RangeError(`stopLetter: not an index: ${index}`);
  const last = String.fromCharCode(65 + (index % 26));
  return index < 26 ? last : stopLetter(Math.floor(index / 26) - 1) + last;
}
