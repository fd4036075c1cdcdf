/**
 * The fewest points on a circle that hit one arc of every target: exact.
 *
 * Arcs are closed here, so that a point just meeting the requirement counts. A target with one arc
 * needs no search (cut the circle at a point, then sweep); targets with several arcs are searched,
 * bounded below by the same sweep over the hull of each target's arcs. The search has an effort it may take: past it
 * the points are the best that were picked one by one, and not proven to be the fewest.
 */
import { type Arc, fold } from "../units/angle/arc";
import { type BitSet, bitSet, has, nameOf, shared, sharedSize, sizeOf, without } from "./bitSet";

/** One thing to be hit: any of its arcs will do. Never empty. */
export type Target = readonly Arc[];

/** Rounding, in degrees: a point this near an arc is on it. */
const EPS = 1e-9;

/** What a search may cost, in about as many thousands of a second as `steps` has ten thousands. */
export class Effort {
  /** It was not enough: what was found with it is not proven. */
  spent = false;

  constructor(private steps = 600_000) {}

  /** @throws OutOfEffort once there is no more */
  take(steps: number): void {
    this.steps -= steps;
    if (this.spent || this.steps < 0) {
      this.spent = true;
      throw new OutOfEffort("stab: the search is given up");
    }
  }
}

class OutOfEffort extends Error {}

export const hits = (target: Target, deg: number, cycleDeg: number): boolean =>
  target.some((arc) => fold(deg - arc.startDeg + EPS, cycleDeg) <= arc.spanDeg + 2 * EPS);

const endOf = (arc: Arc, cycleDeg: number): number => fold(arc.startDeg + arc.spanDeg, cycleDeg);

/**
 * At most `limit` points that hit every target, as few as there can be; null when that many do not
 * suffice, or when `effort` was spent before any were found. `only` restricts the points to given angles.
 * @throws RangeError for a target without arcs
 */
export function stab(
  targets: readonly Target[],
  cycleDeg: number,
  limit: number,
  only: readonly number[] | null = null,
  effort = new Effort(),
): number[] | null {
  if (targets.some((t) => t.length === 0)) throw new RangeError("stab: a target without arcs can't be hit");
  if (targets.length === 0) return [];
  if (only === null && targets.every((t) => t.length === 1)) {
    const points = sweepAll(
      targets.map((t) => t[0] as Arc),
      cycleDeg,
    );
    return points.length <= limit ? points : null;
  }
  try {
    const search = new Search(
      targets,
      only ?? targets.flatMap((t) => t.map((a) => endOf(a, cycleDeg))),
      cycleDeg,
      effort,
    );
    for (let k = search.lowerBound(search.all); k <= Math.min(limit, targets.length); k++) {
      const found = search.within(search.all, k);
      if (found !== null) return found;
    }
    return null;
  } catch (error) {
    if (!(error instanceof OutOfEffort)) throw error;
    const picked = pickedOneByOne(targets, only, cycleDeg);
    return picked !== null && picked.length <= limit ? picked : null;
  }
}

/** No fewer points than this can hit all targets: as many as their hulls need. */
export const leastPoints = (targets: readonly Target[], cycleDeg: number): number =>
  targets.length === 0
    ? 0
    : fewestOf(
        sortedByEnd(
          targets.map((t) => hullOf(t, cycleDeg)),
          cycleDeg,
        ),
        cycleDeg,
      ).count;

/** Always the point that hits most of what is left, of those that hit the target with the fewest; null where none hits it. */
function pickedOneByOne(
  targets: readonly Target[],
  only: readonly number[] | null,
  cycleDeg: number,
): number[] | null {
  const picked: number[] = [];
  let open = [...targets];
  while (open.length > 0) {
    const hardest = open.reduce((least, t) => (t.length < least.length ? t : least));
    const able =
      only === null ? hardest.map((a) => endOf(a, cycleDeg)) : only.filter((deg) => hits(hardest, deg, cycleDeg));
    let best: { deg: number; left: Target[] } | null = null;
    for (const deg of able) {
      const left = open.filter((t) => !hits(t, deg, cycleDeg));
      if (best === null || left.length < best.left.length) best = { deg, left };
    }
    if (best === null) return null;
    picked.push(best.deg);
    open = best.left;
  }
  return picked;
}

/** Arcs in the order of their ends: a sweep from any end then needs no sorting. */
interface Sorted {
  readonly ends: Float64Array;
  readonly spans: Float64Array;
}

function sortedByEnd(arcs: readonly Arc[], cycleDeg: number): Sorted {
  const byEnd = arcs.map((a) => ({ end: endOf(a, cycleDeg), span: a.spanDeg })).sort((a, b) => a.end - b.end);
  return { ends: Float64Array.from(byEnd, (a) => a.end), spans: Float64Array.from(byEnd, (a) => a.span) };
}

/**
 * With a point at the end of arc `from`, how many points in all hit every arc, each as late as it
 * can be, but the last as early. Gives up above `enough`. The points go to `into`, when it is given.
 */
function sweep({ ends, spans }: Sorted, from: number, cycleDeg: number, enough: number, into?: number[]): number {
  const first = ends[from] ?? 0;
  into?.push(first);
  let count = 1;
  let [before, last, earliest] = [0, 0, 0];
  for (let step = 1; step < ends.length; step++) {
    const i = (from + step) % ends.length;
    const end = (ends[i] ?? 0) - first + (i < from ? cycleDeg : 0);
    const start = end - (spans[i] ?? 0);
    if (start <= last + EPS) {
      if (start > before + EPS) earliest = Math.max(earliest, start);
      continue;
    }
    if (count > 1) into?.push(fold(first + last, cycleDeg));
    [before, last, earliest] = [last, end, start];
    if (++count > enough) return count;
  }
  if (count > 1) into?.push(fold(first + earliest, cycleDeg));
  return count;
}

/** Some point of a smallest set may sit at an arc's end within the shortest arc: only those need be tried. */
function firstTries(sorted: Sorted, cycleDeg: number): number[] {
  const { ends, spans } = sorted;
  const shortest = spans.indexOf(Math.min(...spans));
  const tries: number[] = [];
  ends.forEach((end, i) => {
    const back = fold((ends[shortest] ?? 0) - end + EPS, cycleDeg);
    if (back <= (spans[shortest] ?? 0) + 2 * EPS) tries.push(i);
  });
  return tries;
}

/** The fewest points that hit all single arcs, and where the sweep that finds them begins. */
function fewestOf(sorted: Sorted, cycleDeg: number): { readonly from: number; readonly count: number } {
  let [from, count] = [0, Infinity];
  for (const i of firstTries(sorted, cycleDeg)) {
    const needs = sweep(sorted, i, cycleDeg, count - 1);
    if (needs < count) [from, count] = [i, needs];
  }
  return { from, count };
}

function sweepAll(arcs: readonly Arc[], cycleDeg: number): number[] {
  const sorted = sortedByEnd(arcs, cycleDeg);
  const points: number[] = [];
  sweep(sorted, fewestOf(sorted, cycleDeg).from, cycleDeg, Infinity, points);
  return points;
}

/** For every arc's end, the sweep that begins there, where it takes no more than `limit` points. */
export function sweepsFromEveryEnd(arcs: readonly Arc[], cycleDeg: number, limit: number): number[][] {
  const sorted = sortedByEnd(arcs, cycleDeg);
  return arcs.flatMap((_, i) => {
    const points: number[] = [];
    return sweep(sorted, i, cycleDeg, limit, points) <= limit ? [points] : [];
  });
}

/** The shortest arc that holds all arcs of a target. */
function hullOf(target: Target, cycleDeg: number): Arc {
  const sorted = [...target].sort((a, b) => a.startDeg - b.startDeg);
  let hull: Arc = { startDeg: fold(0, cycleDeg), spanDeg: cycleDeg };
  sorted.forEach((arc, i) => {
    const before = sorted[(i + sorted.length - 1) % sorted.length] ?? arc;
    const spanDeg =
      sorted.length === 1 ? arc.spanDeg : fold(before.startDeg - arc.startDeg, cycleDeg) + before.spanDeg;
    if (spanDeg < hull.spanDeg) hull = { startDeg: arc.startDeg, spanDeg };
  });
  return hull;
}

/** Branch and bound over which point hits the hardest target. */
class Search {
  private readonly points: readonly Point[];
  /** Of every target, the points that hit it. */
  private readonly able: readonly (readonly Point[])[];
  /** The hulls in the order of their ends, each with its target. */
  private readonly hulls: readonly { readonly target: number; readonly end: number; readonly span: number }[];
  private readonly failed = new Map<string, number>();
  readonly all: BitSet;

  constructor(
    private readonly targets: readonly Target[],
    angles: readonly number[],
    private readonly cycleDeg: number,
    private readonly effort: Effort,
  ) {
    const arcs = targets.reduce((n, t) => n + t.length, 0);
    effort.take((angles.length * arcs) / 10);
    this.all = bitSet(targets.length, () => true);
    this.hulls = targets
      .map((t, target) => ({ target, hull: hullOf(t, cycleDeg) }))
      .map(({ target, hull }) => ({ target, end: endOf(hull, cycleDeg), span: hull.spanDeg }))
      .sort((x, y) => x.end - y.end);
    const points = [...new Set(angles)].map((deg) => ({
      deg,
      covers: bitSet(targets.length, (i) => hits(targets[i] as Target, deg, cycleDeg)),
    }));
    this.points = withoutDominated(points, effort);
    this.able = targets.map((_, target) => this.points.filter((p) => has(p.covers, target)));
  }

  /** No fewer points than this can hit the targets of the set. */
  lowerBound(open: BitSet): number {
    const size = sizeOf(open);
    if (size === 0) return 0;
    const left = { ends: new Float64Array(size), spans: new Float64Array(size) };
    let at = 0;
    for (const { target, end, span } of this.hulls) {
      if (!has(open, target)) continue;
      left.ends[at] = end;
      left.spans[at] = span;
      at += 1;
    }
    return fewestOf(left, this.cycleDeg).count;
  }

  /** At most `k` points that hit every target of `open`, or null. */
  within(open: BitSet, k: number): number[] | null {
    const size = sizeOf(open);
    if (size === 0) return [];
    if (k === 0) return null;
    const name = nameOf(open);
    if ((this.failed.get(name) ?? -1) >= k) return null;
    this.effort.take(this.points.length * 8);
    const found = this.reach(open, size, k) < size || this.lowerBound(open) > k ? null : this.branch(open, k);
    if (found === null) this.failed.set(name, k);
    return found;
  }

  /** What the `k` widest points reach of the `size` open targets together, overlaps forgiven. */
  private reach(open: BitSet, size: number, k: number): number {
    const points = new Uint32Array(size + 1);
    for (const { covers } of this.points) {
      const covered = sharedSize(covers, open);
      points[covered] = (points[covered] as number) + 1;
    }
    let [reached, left] = [0, k];
    for (let covered = size; covered > 0 && left > 0; covered--) {
      const taken = Math.min(left, points[covered] as number);
      reached += taken * covered;
      left -= taken;
    }
    return reached;
  }

  private branch(open: BitSet, k: number): number[] | null {
    for (const p of this.choices(open)) {
      const rest = this.within(without(open, p.covers), k - 1);
      if (rest !== null) return [p.deg, ...rest];
    }
    return null;
  }

  /** The points that hit the open target with the fewest of them, the widest-reaching first. */
  private choices(open: BitSet): Point[] {
    let best: readonly Point[] | null = null;
    for (let target = 0; target < this.targets.length; target++) {
      if (!has(open, target)) continue;
      const able = this.able[target] ?? [];
      this.effort.take(this.points.length);
      if (best === null || able.length < best.length) best = able;
    }
    return withoutDominated(
      (best ?? []).map((p) => ({ deg: p.deg, covers: shared(p.covers, open) })),
      this.effort,
    );
  }
}

/** `covers` are the targets that are hit from there. */
interface Point {
  readonly deg: number;
  readonly covers: BitSet;
}

/** Widest first, without points that reach nothing more than another does. */
function withoutDominated(points: readonly Point[], effort: Effort): Point[] {
  const sorted = points.map((p) => ({ p, size: sizeOf(p.covers) })).sort((x, y) => y.size - x.size);
  const kept: Point[] = [];
  for (const { p, size } of sorted) {
    effort.take(1 + kept.length / 2);
    if (!kept.some((o) => sharedSize(o.covers, p.covers) === size)) kept.push(p);
  }
  return kept;
}
