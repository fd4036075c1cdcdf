/** Which school suits this engine, this cam and these marks, and why, in a sentence. */
import type { Engine } from "../engine/resolve";
import { markAngles } from "./fewest";
import { METHODS } from "./methods";
import { type MethodPlan, planAll } from "./planMethod";
import type { MethodId } from "./methods";
import { DEFAULT_STOP_SETTINGS, type StopSettings } from "./settings";

export interface StopsAnswer {
  readonly methods: readonly MethodPlan[];
  readonly recommended: MethodId | null;
  readonly why: string;
  readonly assumptions: readonly string[];
}

/** Twice what is required: then a mark read a little wrong still does no harm (assumed). */
export const COMFORT = 2;

/** A mark this near a stop marks it. */
const ON_MARK_DEG = 1;

/**
 * Every method on one engine, and the one to take. `marksDeg` are the marks on the pulley; when it
 * is not known what there is, the one TDC mark is assumed.
 * @throws RangeError when the required margin is not within 0 to 180
 */
export function planStops(
  engine: Engine,
  settings: Partial<StopSettings> = {},
  marksDeg: readonly number[] = [0],
): StopsAnswer {
  const full = { ...DEFAULT_STOP_SETTINGS, ...settings };
  if (!(full.requiredDeg >= 0 && full.requiredDeg <= 180))
    throw new RangeError(`planStops: required margin out of 0 to 180: ${full.requiredDeg}`);
  const methods = planAll(engine, full, marksDeg);
  const marks = markAngles(marksDeg, engine.cycleDeg);
  const ranked = rank(methods, full.requiredDeg, marks);
  const best = ranked[0] ?? null;
  return {
    methods,
    recommended: best?.id ?? null,
    why:
      best === null
        ? noneWhy(methods)
        : `${bestWhy(best, methods, ranked, marks, engine.mover.name)}${flatWords(engine, best)}`,
    assumptions: engine.assumptions,
  };
}

const clear = (m: MethodPlan): number => m.worst?.marginDeg ?? 0;

/** What the method lines up stands on the pulley already, or it lines nothing up. */
const readyAsIs = (m: MethodPlan, marks: readonly number[]): boolean =>
  METHODS[m.id].watched || m.stops.every((s) => marks.some((deg) => Math.abs(deg - s.crankDeg) <= ON_MARK_DEG));

/**
 * Comfortably clear before barely clear; then what can be done with the marks there are; then the
 * fewest stops, the least turning and the larger margin. When nothing is comfortable, the furthest clear.
 */
function rank(methods: readonly MethodPlan[], requiredDeg: number, marks: readonly number[]): MethodPlan[] {
  // A view of the cams is not every engine's: it is offered, never advised.
  const usable = methods.filter((m) => m.usable && m.id !== "lobe-in-sight");
  const easy = usable.filter((m) => clear(m) >= COMFORT * requiredDeg);
  const order = (a: MethodPlan, b: MethodPlan): number =>
    Number(readyAsIs(b, marks)) - Number(readyAsIs(a, marks)) ||
    a.stops.length - b.stops.length ||
    a.turnTotalDeg - b.turnTotalDeg ||
    clear(b) - clear(a);
  return easy.length > 0 ? easy.sort(order) : usable.sort((a, b) => clear(b) - clear(a) || order(a, b));
}

function bestWhy(
  best: MethodPlan,
  methods: readonly MethodPlan[],
  ranked: readonly MethodPlan[],
  marks: readonly number[],
  seen: string,
): string {
  const { name, needs } = METHODS[best.id];
  const worst =
    best.worst === null
      ? ""
      : `, and every valve at least ${Math.floor(clear(best))} degrees clear (${best.worst.valve} is the closest)`;
  return `${name}: ${countOf(best.stops.length, "stop")}${worst}. It needs ${needs(seen)}.${shorterWhy(best, methods, ranked, marks)}`;
}

/** Why not the way with fewer stops, where there is one. */
function shorterWhy(
  best: MethodPlan,
  methods: readonly MethodPlan[],
  ranked: readonly MethodPlan[],
  marks: readonly number[],
): string {
  const two = methods.find((m) => m.id === "two-stop");
  const parts: string[] = [];
  if (two !== undefined && two.id !== best.id && two.stops.length < best.stops.length && !ranked.includes(two)) {
    parts.push(
      two.usable
        ? `Two stops would leave ${two.worst?.valve} only ${Math.floor(clear(two))} degrees clear.`
        : `Two stops are out: ${two.why}`,
    );
  }
  const taped = ranked.find((m) => !readyAsIs(m, marks) && m.stops.length < best.stops.length);
  if (taped !== undefined)
    parts.push(
      `With a tape on the pulley, ${METHODS[taped.id].name.toLowerCase()} does it in ${taped.stops.length}.`,
    );
  return parts.length === 0 ? "" : ` ${parts.join(" ")}`;
}

/** A new flat-tappet cam is turned as little as can be, and in firing order. */
const flatWords = (engine: Engine, best: MethodPlan): string =>
  engine.follower === "flat" && best.id !== "firing-order"
    ? " The followers are flat: on a cam that has not run yet, follow the firing order and keep the lobes wet."
    : "";

function noneWhy(methods: readonly MethodPlan[]): string {
  const nearest = methods.reduce<MethodPlan | null>(
    (n, m) => (n === null || m.unserved.length < n.unserved.length ? m : n),
    null,
  );
  return nearest === null
    ? "No method is worked out."
    : `No method serves every valve. ${METHODS[nearest.id].name} comes nearest. ${nearest.why}`;
}

const countOf = (n: number, word: string): string => `${n} ${word}${n === 1 ? "" : "s"}`;
