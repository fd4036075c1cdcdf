/** Which cylinders are at their tops where the crank stands, and the letters of stops. */
import type { Engine } from "../engine/resolve";
import { separation } from "../units/angle/arc";

/** A cylinder this near its top counts as being there, for the eye. */
const AT_TOP_DEG = 2;

export interface Tops {
  /** Cylinders at firing TDC. */
  readonly firing: readonly string[];
  /** Cylinders at overlap TDC; always empty on a two-stroke. */
  readonly rocking: readonly string[];
}

export function topsAt(engine: Pick<Engine, "cylinders" | "cycleDeg">, crankDeg: number): Tops {
  const near = (deg: number): string[] =>
    engine.cylinders.filter((c) => separation(c.firingDeg, deg, engine.cycleDeg) <= AT_TOP_DEG).map((c) => c.id);
  return { firing: near(crankDeg), rocking: engine.cycleDeg === 360 ? [] : near(crankDeg - 360) };
}

/** Stop letters: A to Z, then AA, AB. @throws RangeError for a negative or fractional index. */
export function stopLetter(index: number): string {
  if (!Number.isInteger(index) || index < 0) throw new RangeError(`stopLetter: not an index: ${index}`);
  const last = String.fromCharCode(65 + (index % 26));
  return index < 26 ? last : stopLetter(Math.floor(index / 26) - 1) + last;
}
