/**
 * Where is the crank? Each observation is a set of arcs; the crank is where they all meet.
 * Nothing is guessed: two places one turn apart stay two until something tells them apart.
 */
import type { Engine } from "../engine/resolve";
import { type Arc, contains, fold, widen } from "../units/angle/arc";
import { DEFAULT_REQUIRED_MARGIN_DEG } from "../stops/settings";
import { type Observation, VALVE_SIGHTS, arcsOf } from "./observation";

export interface Located {
  /** Where the crank can be, in crank order; empty when the observations contradict each other. */
  readonly arcs: readonly Arc[];
  /** Valves with the required margin wherever in those arcs the crank is. */
  readonly settable: readonly string[];
  /** Indices of a smallest set of observations without which the rest agree; empty when all agree. */
  readonly contradiction: readonly number[];
  /** What to look at next; null when one arc is left, or nothing tells the places apart. */
  readonly next: Observation | null;
}

/** What overlaps less than this does not overlap: ends that only touch are no agreement. */
const TOUCH_DEG = 1e-7;

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

const whole = (cycleDeg: number): Arc[] => [{ startDeg: fold(0, cycleDeg), spanDeg: cycleDeg }];

/** @throws RangeError for observations that this engine can't have, see {@link arcsOf} */
export function locate(
  engine: Engine,
  seen: readonly Observation[],
  requiredDeg: number = DEFAULT_REQUIRED_MARGIN_DEG,
): Located {
  const { cycleDeg } = engine;
  const sets = seen.map((o) => arcsOf(engine, o) ?? whole(cycleDeg));
  const arcs = sets.reduce<Arc[]>((left, set) => intersect(left, set, cycleDeg), whole(cycleDeg));
  if (arcs.length === 0) return { arcs: [], settable: [], contradiction: contradicting(sets, cycleDeg), next: null };
  return {
    arcs,
    settable: settableIn(engine, arcs, requiredDeg),
    contradiction: [],
    next: arcs.length === 1 ? null : bestNext(engine, arcs),
  };
}

/** The valves whose base circle, less the required margin, holds every one of the arcs. */
export function settableIn(engine: Engine, arcs: readonly Arc[], requiredDeg: number): string[] {
  const { cycleDeg } = engine;
  const holds = (baseCircle: Arc, arc: Arc): boolean => {
    if (baseCircle.spanDeg >= cycleDeg) return true;
    const into = fold(arc.startDeg - baseCircle.startDeg + 1e-9, cycleDeg);
    return into + arc.spanDeg <= baseCircle.spanDeg + 2e-9;
  };
  return engine.valves
    .filter((v) => {
      const baseCircles = (v.baseCircleArcs ?? []).flatMap((a) =>
        a.spanDeg >= cycleDeg ? [a] : (widen(a, -requiredDeg, cycleDeg) ?? []),
      );
      const own = baseCircles.map((h) => ({
        startDeg: fold(h.startDeg + v.firingDeg, cycleDeg),
        spanDeg: h.spanDeg,
      }));
      return arcs.every((arc) => own.some((h) => holds(h, arc)));
    })
    .map((v) => v.id);
}

/** The fewest observations to leave out: all but those that hold at the place where most of them agree. */
function contradicting(sets: readonly (readonly Arc[])[], cycleDeg: number): number[] {
  const cuts = [...new Set(sets.flat().flatMap((a) => [a.startDeg, fold(a.startDeg + a.spanDeg, cycleDeg)]))].sort(
    (a, b) => a - b,
  );
  let least: number[] | null = null;
  cuts.forEach((cut, i) => {
    const next = cuts[(i + 1) % cuts.length] ?? cut;
    const span = fold(next - cut, cycleDeg) || cycleDeg;
    if (span <= TOUCH_DEG) return;
    const middle = fold(cut + span / 2, cycleDeg);
    const out = sets.flatMap((arcs, j) => (arcs.some((a) => contains(a, middle, cycleDeg)) ? [] : [j]));
    if (least === null || out.length < least.length || (out.length === least.length && comesFirst(out, least)))
      least = out;
  });
  return least ?? [];
}

const comesFirst = (a: readonly number[], b: readonly number[]): boolean => {
  const at = a.findIndex((x, i) => x !== b[i]);
  return at >= 0 && (a[at] ?? 0) < (b[at] ?? 0);
};

const measure = (arcs: readonly Arc[]): number => arcs.reduce((sum, a) => sum + a.spanDeg, 0);

/**
 * The observation whose worse answer leaves the least arc; among equals the easiest to make. Null
 * when none narrows anything down, as none does that was answered already.
 */
export function bestNext(engine: Engine, arcs: readonly Arc[]): Observation | null {
  const total = measure(arcs);
  let best: { observation: Observation; worse: number } | null = null;
  for (const { observation, truth } of candidates(engine)) {
    const yes = measure(intersect(arcs, truth, engine.cycleDeg));
    const worse = Math.max(yes, total - yes);
    if (worse >= total - 1e-6 || (best !== null && worse >= best.worse - 1e-6)) continue;
    best = { observation, worse };
  }
  return best?.observation ?? null;
}

interface Question {
  readonly observation: Observation;
  readonly truth: readonly Arc[];
}

/** The questions of an engine never change: they are worked out once. */
const asked = new WeakMap<Engine, readonly Question[]>();

function candidates(engine: Engine): readonly Question[] {
  const before = asked.get(engine);
  if (before !== undefined) return before;
  const made = questionsOf(engine).map((observation) => ({ observation, truth: arcsOf(engine, observation) ?? [] }));
  asked.set(engine, made);
  return made;
}

/** Easiest first: a rocker wiggled, a thumb on a plug hole, then what must be watched while turning. */
function questionsOf(engine: Engine): Observation[] {
  const ofValves = (kinds: readonly (typeof VALVE_SIGHTS)[number][]): Observation[] =>
    kinds.flatMap((kind) => engine.valves.map((v) => ({ kind, valve: v.id })));
  const ofCylinders = (kind: "pressure" | "rocking"): Observation[] =>
    engine.cylinders.map((c) => ({ kind, cylinder: c.id }));
  return [
    ...ofValves(["loose", "pressed"]),
    ...ofCylinders("pressure"),
    ...(engine.cycleDeg === 720 ? ofCylinders("rocking") : []),
    ...ofValves(["opening", "closing"]),
  ];
}
