/**
 * Where is the crank? Each observation is a set of arcs; the crank is where they all meet.
 * Nothing is guessed: two places one turn apart stay two until something tells them apart.
 */
import type { Engine, Valve } from "../engine/resolve";
import { type Arc, TOUCH_DEG, contains, fold, intersect, widen } from "../units/angle/arc";
import { DEFAULT_REQUIRED_MARGIN_DEG } from "../stops/settings";
import { type GearNow, allIn, gearAt } from "./gearState";
import { type Observation, SWING_DEG, possibleArcs, shifted } from "./observation";
import { provesNothing } from "./proves";
import { lifterShows, movesWithLobe } from "./shows";

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

const whole = (cycleDeg: number): Arc[] => [{ startDeg: fold(0, cycleDeg), spanDeg: cycleDeg }];

export interface Looking {
  /** How the gear stands now; left out, as usual on an engine that has run. */
  readonly gear?: GearNow;
  readonly requiredDeg?: number;
  /** What was looked for already and told nothing. */
  readonly toldNothing?: readonly Observation[];
}

/** @throws RangeError for observations that this engine can't have, see {@link possibleArcs} */
export function locate(
  engine: Engine,
  seen: readonly Observation[],
  { gear = allIn(engine), requiredDeg = DEFAULT_REQUIRED_MARGIN_DEG, toldNothing = [] }: Looking = {},
): Located {
  const { cycleDeg } = engine;
  const sets = seen.map((o) => possibleArcs(engine, o) ?? whole(cycleDeg));
  const arcs = sets.reduce<Arc[]>((left, set) => intersect(left, set, cycleDeg), whole(cycleDeg));
  if (arcs.length === 0) return { arcs: [], settable: [], contradiction: contradicting(sets, cycleDeg), next: null };
  return {
    arcs,
    settable: settableIn(engine, arcs, requiredDeg),
    contradiction: [],
    next: arcs.length === 1 ? null : bestNext(engine, gear, arcs, toldNothing),
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

/** Something that can be looked at: what "yes" leaves possible, and what "no" does; null where that tells nothing. */
export interface Question {
  readonly observation: Observation;
  readonly no: Observation | null;
  /** How far the crank is turned on to answer it. */
  readonly turnsDeg: number;
}

/**
 * The question whose worse answer leaves the least arc; among equals the easiest to make. Null when none narrows anything
 * down. What only "yes" tells is asked for where nothing else is left, and air at a plug hole last: that none came proves
 * nothing.
 */
export function bestQuestion(
  engine: Engine,
  gear: GearNow,
  arcs: readonly Arc[],
  toldNothing: readonly Observation[] = [],
): Question | null {
  const { cycleDeg } = engine;
  const total = measure(arcs);
  const turned = arcs.map((a) => shifted(a, SWING_DEG, cycleDeg));
  const leaves = (truth: readonly Arc[], turnsDeg: number): number =>
    measure(intersect(turnsDeg === 0 ? arcs : turned, truth, cycleDeg));
  const skipped = new Set(toldNothing.map((o) => JSON.stringify(o)));
  const open = workedOut(engine, gear).filter(({ question }) => !skipped.has(JSON.stringify(question.observation)));
  let best: { question: Question; worse: number } | null = null;
  for (const { question, yes, no } of open) {
    if (no === null) continue;
    const worse = Math.max(leaves(yes, question.turnsDeg), leaves(no, question.turnsDeg));
    if (worse < total - 1e-6 && (best === null || worse < best.worse - 1e-6)) best = { question, worse };
  }
  if (best !== null) return best.question;
  const ofKind = (air: boolean): WorkedOut[] =>
    open.filter(({ question, no }) => no === null && (question.observation.kind === "pressure") === air);
  for (const some of [ofKind(false), ofKind(true)]) {
    const left = some.map(({ question, yes }) => leaves(yes, question.turnsDeg));
    const least = Math.min(...left);
    if (least < total - 1e-6) return some[left.indexOf(least)]?.question ?? null;
  }
  return null;
}

interface WorkedOut {
  readonly question: Question;
  readonly yes: readonly Arc[];
  readonly no: readonly Arc[] | null;
}

/** The questions of an engine change with its gear alone: they are worked out once for each. */
const known = new WeakMap<GearNow, { readonly engine: Engine; readonly all: readonly WorkedOut[] }>();

function workedOut(engine: Engine, gear: GearNow): readonly WorkedOut[] {
  const before = known.get(gear);
  if (before?.engine === engine) return before.all;
  const arcsFor = (o: Observation): readonly Arc[] => possibleArcs(engine, o) ?? whole(engine.cycleDeg);
  const all = ASKED.flatMap((kind) => questionsAbout(engine, gear, kind)).map((question) => ({
    question,
    yes: arcsFor(question.observation),
    no: question.no === null ? null : arcsFor(question.no),
  }));
  known.set(gear, { engine, all });
  return all;
}

/** What to look at next, see {@link bestQuestion}. */
export const bestNext = (
  engine: Engine,
  gear: GearNow,
  arcs: readonly Arc[],
  toldNothing: readonly Observation[] = [],
): Observation | null => bestQuestion(engine, gear, arcs, toldNothing)?.observation ?? null;

/** Easiest first: a rocker wiggled, a rocker watched through a swing, the rotor; air where nothing else tells. */
const ASKED = ["loose", "away", "moves", "rotor", "pressure"] as const;

/** Everything of a kind that this gear shows now, and that may be asked for. */
function questionsAbout(engine: Engine, gear: GearNow, kind: (typeof ASKED)[number]): Question[] {
  const valves = engine.valves.filter((v) => v.role !== "injector");
  const ofCylinders = (observations: (cylinder: string) => Observation): Question[] =>
    engine.cylinders.map(({ id }) => asked(observations(id)));
  const all = ((): Question[] => {
    switch (kind) {
      case "loose":
        return valves.flatMap((v) => {
          const { state, read } = gearAt(engine, gear, v);
          const tight: Observation = { kind: "pressed", valve: v.id };
          // A lifter that is loose is told by whoever finds it: nobody is asked for it.
          return state === "preloaded"
            ? []
            : [{ observation: { kind, valve: v.id }, no: read ? tight : null, turnsDeg: 0 }];
        });
      case "moves":
        return valves.map((v) => watched(engine, gear, v));
      case "away":
        return engine.gear.lobes ? ofCylinders((cylinder) => ({ kind, cylinder })) : [];
      case "rotor":
        return engine.gear.rotor ? ofCylinders((cylinder) => ({ kind, cylinder })) : [];
      case "pressure":
        return ofCylinders((cylinder) => {
          const plain: Observation = { kind, cylinder };
          return provesNothing(engine, gear, plain)?.field === "exhaustSeen"
            ? { ...plain, exhaustSeen: true }
            : plain;
        });
    }
  })();
  return all.filter(({ observation }) => provesNothing(engine, gear, observation) === null);
}

/** That a rotor does not point there tells; of a moment that was not seen a person can't be sure. */
const asked = (observation: Observation): Question => ({
  observation,
  no: observation.kind === "rotor" ? { ...observation, no: true } : null,
  turnsDeg: 0,
});

/** A valve watched through a swing: where its slack hides it, at its lifter, if that can be seen or felt. */
function watched(engine: Engine, gear: GearNow, valve: Valve): Question {
  const of = (kind: "moves" | "still", at?: "lifter"): Observation => ({
    kind,
    valve: valve.id,
    swingDeg: SWING_DEG,
    ...(at === undefined ? {} : { at }),
  });
  if (movesWithLobe(engine, gear, valve)) return { observation: of("moves"), no: of("still"), turnsDeg: SWING_DEG };
  return lifterShows(engine)
    ? { observation: of("moves", "lifter"), no: of("still", "lifter"), turnsDeg: SWING_DEG }
    : { observation: of("moves"), no: null, turnsDeg: SWING_DEG };
}
