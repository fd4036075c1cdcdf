/** Micrometers: each has a zero of its own, and two may disagree; a check piece of known size ties them together. */
export interface MicrometerCheck {
  readonly pieceMm: number;
  readonly readMm: number;
}
export interface Micrometer {
  readonly id: string;
  readonly name: string;
  /** The least that it shows. */
  readonly stepMm: number;
  /** The latest check; null while it was never held to a piece. */
  readonly check: MicrometerCheck | null;
  /** Nothing is measured with it any more. */
  readonly retired: boolean;
}

/** Those that are measured with. */
export const inUse = (all: readonly Micrometer[]): Micrometer[] => all.filter((m) => !m.retired);

/** What it shows too much: taken off every reading. Nothing while it was never checked. */
export const zeroOffsetMm = ({ check }: Pick<Micrometer, "check">): number =>
  check === null ? 0 : check.readMm - check.pieceMm;

/** The true thickness behind a reading. */
export const trueThicknessMm = (readMm: number, micrometer: Pick<Micrometer, "check">): number =>
  readMm - zeroOffsetMm(micrometer);

/** Rounding, far below any micrometer's step. */
const EPS_MM = 1e-9;

/**
 * Where two micrometers differ by more than the finer one's step: a sentence for each pair. One that was never
 * checked is named as well, since nobody knows what it shows.
 */
export function micrometerWarnings(known: readonly Micrometer[]): string[] {
  const all = inUse(known);
  const pairs = all.flatMap((a, i) => all.slice(i + 1).map((b) => [a, b] as const));
  const apart = pairs.flatMap(([a, b]) => {
    if (a.check === null || b.check === null) return [];
    const by = Math.abs(zeroOffsetMm(a) - zeroOffsetMm(b));
    if (by <= Math.min(a.stepMm, b.stepMm) + EPS_MM) return [];
    return [
      `${a.name} and ${b.name} show ${by.toFixed(3)} mm differently: what one measured is not mixed with what the other did before their zeros are taken off.`,
    ];
  });
  const unknown =
    all.length > 1
      ? all
          .filter((m) => m.check === null)
          .map((m) => `${m.name} was never held to a check piece: measure one of known size with it.`)
      : [];
  return [...apart, ...unknown];
}
