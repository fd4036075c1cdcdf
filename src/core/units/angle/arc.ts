/**
 * Angles and arcs on an engine cycle (720 crank degrees for a four-stroke, 360 for a two-stroke).
 *
 * Angles rise in the running direction from firing TDC of the first cylinder to fire.
 * Arcs are half-open [start, start + span), so neighbours tile without overlap.
 * An empty window is an empty list, never an arc.
 */

/** Crank degrees in [0, cycle); made only by {@link fold}. */
export type CrankDeg = number & { readonly unit: "crankDeg" };

/** A stretch of the cycle: `startDeg` in [0, cycle), `spanDeg` in (0, cycle]. */
export interface Arc {
  readonly startDeg: CrankDeg;
  readonly spanDeg: number;
}

/** Angles nearer than this count as one: far below what a hand can turn, far above rounding. */
export const ANGLE_EPS_DEG = 1e-9;

/** Folds any finite angle onto the cycle. @throws RangeError unless finite. */
export function fold(deg: number, cycleDeg: number): CrankDeg {
  if (!Number.isFinite(deg)) throw new RangeError(`fold: not finite: ${deg}`);
  const r = deg % cycleDeg;
  const folded = r < 0 ? r + cycleDeg : r;
  // Rounding lifts -1e-20 to exactly the period; `+ 0` turns -0 into 0.
  return (folded === cycleDeg ? 0 : folded + 0) as CrankDeg;
}

/** Degrees turned in the running direction from `from` to `to`, in [0, cycle). */
export const advance = (from: number, to: number, cycleDeg: number): number => fold(to - from, cycleDeg);

/** The shorter way between two angles, in [0, cycle / 2]. */
export function separation(a: number, b: number, cycleDeg: number): number {
  const d = advance(a, b, cycleDeg);
  return Math.min(d, cycleDeg - d);
}

/**
 * The arc from `fromDeg` on to `toDeg`; a span over the cycle becomes the whole cycle.
 * Angles that fold onto each other give an arc of zero span, which the caller must refuse.
 */
export function arcBetween(fromDeg: number, toDeg: number, cycleDeg: number): Arc {
  const rising = toDeg - fromDeg;
  const spanDeg = rising > 0 ? Math.min(rising, cycleDeg) : advance(fromDeg, toDeg, cycleDeg);
  return { startDeg: fold(fromDeg, cycleDeg), spanDeg };
}

/** The arc with both ends moved outward by `byDeg` (inward when negative); null when nothing is left. */
export function widen(arc: Arc, byDeg: number, cycleDeg: number): Arc | null {
  const spanDeg = Math.min(arc.spanDeg + 2 * byDeg, cycleDeg);
  if (spanDeg <= 0) return null;
  return { startDeg: fold(arc.startDeg - byDeg, cycleDeg), spanDeg };
}

/** True when `deg` lies in [start, start + span). */
export const contains = (arc: Arc, deg: number, cycleDeg: number): boolean =>
  advance(arc.startDeg, deg, cycleDeg) < arc.spanDeg;

/** The same stretches without overlaps, in order of their starts; touching ones are joined. */
export function union(arcs: readonly Arc[], cycleDeg: number): Arc[] {
  const merged: { start: number; end: number }[] = [];
  for (const piece of arcs.flatMap((a) => cutAtZero(a, cycleDeg)).sort((a, b) => a.start - b.start)) {
    const last = merged.at(-1);
    if (last !== undefined && piece.start <= last.end) last.end = Math.max(last.end, piece.end);
    else merged.push({ ...piece });
  }
  const head = merged[0];
  const tail = merged.at(-1);
  if (head !== undefined && tail !== undefined && head !== tail && head.start === 0 && tail.end === cycleDeg) {
    tail.end += head.end;
    merged.shift();
  }
  return merged.map((m) => ({ startDeg: fold(m.start, cycleDeg), spanDeg: m.end - m.start }));
}

function cutAtZero({ startDeg, spanDeg }: Arc, cycleDeg: number): { start: number; end: number }[] {
  const end = startDeg + spanDeg;
  if (end <= cycleDeg) return [{ start: startDeg, end }];
  return [
    { start: startDeg, end: cycleDeg },
    { start: 0, end: end - cycleDeg },
  ];
}

/** What the given arcs leave free, in order; the whole cycle when there are none. */
export function complement(arcs: readonly Arc[], cycleDeg: number): Arc[] {
  const taken = union(arcs, cycleDeg);
  if (taken.length === 0) return [{ startDeg: fold(0, cycleDeg), spanDeg: cycleDeg }];
  return taken
    .map((arc, i) => {
      const next = taken[(i + 1) % taken.length] ?? arc;
      const end = arc.startDeg + arc.spanDeg;
      const gap = taken.length === 1 ? cycleDeg - arc.spanDeg : advance(end, next.startDeg, cycleDeg);
      return { startDeg: fold(end, cycleDeg), spanDeg: gap };
    })
    .filter((arc) => arc.spanDeg > ANGLE_EPS_DEG)
    .sort((a, b) => a.startDeg - b.startDeg);
}

/**
 * Signed distance from `deg` to the nearer end of the arc of `arcs` that holds it: positive inside
 * one, negative in a gap between them (then the distance to the nearest way in).
 * `Infinity` when the arcs are the whole cycle, `-Infinity` when there are none.
 */
export function clearance(arcs: readonly Arc[], deg: number, cycleDeg: number): number {
  let nearestOutside = Infinity;
  for (const arc of arcs) {
    if (arc.spanDeg >= cycleDeg) return Infinity;
    const into = advance(arc.startDeg, deg, cycleDeg);
    if (into <= arc.spanDeg) return Math.min(into, arc.spanDeg - into);
    nearestOutside = Math.min(nearestOutside, into - arc.spanDeg, cycleDeg - into);
  }
  return -nearestOutside;
}

/** What overlaps less than this does not overlap: ends that only touch are no agreement. */
export const TOUCH_DEG = 1e-7;

/** Where two sets of disjoint arcs meet, in crank order. */
export function intersect(a: readonly Arc[], b: readonly Arc[], cycleDeg: number): Arc[] {
  if (a.some((arc) => arc.spanDeg >= cycleDeg)) return [...b];
  if (b.some((arc) => arc.spanDeg >= cycleDeg)) return [...a];
  const both: Arc[] = [];
  for (const x of a) {
    for (const y of b) {
      const into = fold(y.startDeg - x.startDeg, cycleDeg);
      both.push({ startDeg: y.startDeg, spanDeg: Math.min(x.spanDeg - into, y.spanDeg) });
      both.push({ startDeg: x.startDeg, spanDeg: Math.min(y.spanDeg - (cycleDeg - into), x.spanDeg) });
    }
  }
  // Where they don't meet, nothing or less is left.
  return both.filter((arc) => arc.spanDeg > TOUCH_DEG).sort((p, q) => p.startDeg - q.startDeg);
}
