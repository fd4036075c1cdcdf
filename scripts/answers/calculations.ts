/** Random inputs of every open calculation, bad ones among them, and what is answered. */
import { calculateText } from "../../src/core/calc/operations";
import { CalcProblem } from "../../src/core/calc/problem";
import { GEAR_KINDS, randomEngine } from "./engines";
import { type Random, random } from "@/core/units/random";

const mm = (r: Random, from: number, to: number): number | string => {
  const size = r.between(from, to, 3);
  return r.chance(0.6)
    ? size
    : r.chance(0.5)
      ? `${size} mm`
      : r.chance(0.5)
        ? `${(size / 25.4).toFixed(4)} in`
        : `${(size / 0.0254).toFixed(1)} thou`;
};
const spec = (r: Random) => {
  const nominal = r.between(0.08, 0.6);
  return {
    nominal,
    ...(r.chance(0.8) ? { low: Number((nominal - 0.05).toFixed(3)), high: Number((nominal + 0.05).toFixed(3)) } : {}),
  };
};
const screw = (r: Random) => ({
  at: r.pick(["valve-end", "pushrod-end", "stud-nut", "tappet"]),
  ratio: r.between(1, 2),
  ...(r.chance(0.5) ? { pitch: mm(r, 0.5, 1.5) } : { tpi: r.int(12, 40) }),
});

const observation = (r: Random, cylinders: readonly string[], valves: readonly string[]) => {
  const kind = r.pick(["mark", "pressure", "pressed", "loose", "opening", "closing", "rocking", "rotor"]);
  if (kind === "mark") return { kind, markDeg: r.pick([0, 0, 90, 120, 180]), withinDeg: r.int(0, 15) };
  if (kind === "pressure" || kind === "rocking" || kind === "rotor") return { kind, cylinder: r.pick(cylinders) };
  return { kind, valve: r.pick(valves) };
};

const INPUTS: Record<string, (r: Random) => object> = {
  stops: (r) => ({
    engine: randomEngine(r, r.pick(GEAR_KINDS)),
    requiredMarginDeg: r.int(0, 25),
    ...(r.chance(0.2) ? { marksOnly: true } : {}),
    ...(r.chance(0.2) ? { stopCount: r.int(1, 5) } : {}),
  }),
  locate: (r) => {
    const engine = randomEngine(r, "screw");
    const valves = engine.valves.map((v) => v.id);
    return {
      engine,
      observations: Array.from({ length: r.int(0, 4) }, () => observation(r, engine.cylinders, valves)),
    };
  },
  tape: (r) => ({
    [r.pick(["circumference", "diameter"])]: mm(r, 60, 900),
    stopsDeg: Array.from({ length: r.int(1, 8) }, () => r.int(0, 719)),
  }),
  lash: (r) => ({
    spec: spec(r),
    reading: r.chance(0.7)
      ? (() => {
          const goes = r.between(0, 0.8);
          return {
            ...(r.chance(0.9) ? { goes } : {}),
            ...(r.chance(0.8) ? { noGo: Number((goes + 0.03).toFixed(3)) } : {}),
          };
        })()
      : { value: mm(r, 0, 0.8), within: 0.01 },
    ...(r.chance(0.8) ? { adjuster: screw(r) } : {}),
    ...(r.chance(0.4) ? { lockShift: r.between(-0.05, 0.05) } : {}),
  }),
  leaf: (r) => ({
    set: Array.from({ length: r.int(4, 16) }, (_, i) => Number((0.05 + i * r.pick([0.02, 0.05])).toFixed(3))),
    spec: spec(r),
    ...(r.chance(0.5) ? { known: { goes: r.between(0, 0.3) } } : {}),
    maxStack: r.int(1, 3),
  }),
  preload: (r) => ({
    [r.pick(["turns", "travel"])]: r.between(0, 2),
    adjuster: screw(r),
    ...(r.chance(0.7) ? { plunger: { travel: r.between(1.5, 5), fromTop: 0.5, fromBottom: 0.5 } } : {}),
    growth: r.between(-0.1, 0.6),
  }),
  heat: (r) =>
    r.chance(0.6)
      ? {
          spec: mm(r, 0.1, 0.8),
          role: r.pick(["intake", "exhaust", "injector"]),
          layout: "pushrod",
          ratio: r.between(1, 2),
          sizes: { deck: r.int(120, 260), pivot: r.int(80, 160), pushrod: r.int(180, 330), valve: r.int(80, 160) },
          materials: { block: r.pick(["iron", "alloy"]), head: r.pick(["iron", "alloy"]) },
          rise: r.int(-20, 120),
        }
      : {
          spec: mm(r, 0.1, 0.8),
          role: r.pick(["intake", "exhaust"]),
          layout: "overhead",
          sizes: { cam: r.int(60, 180), valve: r.int(80, 160) },
          materials: { head: r.pick(["iron", "alloy"]) },
          rise: { head: r.int(30, 90), valve: r.int(60, 200) },
        },
  shims: (r) => ({
    positions: Array.from({ length: r.int(1, 8) }, (_, i) => ({
      id: `p${i}`,
      fitted: r.between(2.2, 3.2),
      lash: r.chance(0.5) ? r.between(0, 0.4) : [0.1, r.between(0.11, 0.3)],
      spec: { nominal: 0.15, low: 0.1, high: 0.2 },
    })),
    parts: Array.from({ length: r.int(0, 12) }, (_, i) => ({
      id: `s${i}`,
      thickness: r.between(2.2, 3.2),
      source: r.pick(["stock", "buy"]),
      cost: r.int(0, 9),
    })),
    ...(r.chance(0.3) ? { reuse: false } : {}),
  }),
  "positive-closing": (r) => ({
    opener: { fitted: r.between(2, 4), gap: r.between(0, 0.3), aim: 0.1 },
    closer: { fitted: r.between(5, 8), loadedGap: r.between(0, 0.6) },
    ...(r.chance(0.3) ? { bias: r.between(-0.03, 0.05) } : {}),
  }),
};

/** Spoils a good input: a field gone, one too many, or a figure that makes no sense. */
function spoil(r: Random, input: Record<string, unknown>): object {
  const key = r.pick(Object.keys(input));
  const what = r.int(0, 2);
  if (what === 0) return Object.fromEntries(Object.entries(input).filter(([k]) => k !== key));
  return what === 1 ? { ...input, odd: 1 } : { ...input, [key]: r.pick([-7, "three", null, []]) };
}

export interface Answered {
  readonly id: string;
  readonly answer: unknown;
}

/** `each` answers of every calculation. */
export function calculations(seed: number, each: number): Answered[] {
  return Object.entries(INPUTS).flatMap(([operation, inputOf], o) =>
    Array.from({ length: each }, (_, i): Answered => {
      const r = random(seed * 7_919 + o * 100_003 + i);
      const good = inputOf(r);
      const input = r.chance(0.12) ? spoil(r, good as Record<string, unknown>) : good;
      return { id: `${operation} ${i}`, answer: answerOf(operation, input) };
    }),
  );
}

function answerOf(operation: string, input: unknown): unknown {
  try {
    return calculateText(operation, JSON.stringify(input));
  } catch (error) {
    if (error instanceof CalcProblem) return { refused: error.message, path: error.path };
    return { fault: String(error) };
  }
}
