/** Random workshops: engines with worn shims, a drawer of parts, and a catalogue to buy from. Seeded. */
import { type Part, type Position, type ShimProblem, known } from "../../src/core/shims/assign";

/** A small generator of its own (a linear congruence), so that a case is the same everywhere. */
function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

const rounded = (value: number, step: number): number => Number((Math.round(value / step) * step).toFixed(6));

/** `positions` valves, `stock` parts lying in drawers in steps of `stepMm`, and a catalogue in steps of 0.05. */
export function shimCase(positions: number, stock: number, stepMm: number, seed: number): ShimProblem {
  const random = seeded(seed);
  const valve = (_: unknown, i: number): Position => {
    const intake = i % 2 === 0;
    return {
      id: `v${i}`,
      fittedMm: rounded(2.3 + random() * 0.9, stepMm),
      lashMm: known(rounded(0.02 + random() * 0.33, 0.005)),
      ...(intake ? { lowMm: 0.1, highMm: 0.2, aimMm: 0.15 } : { lowMm: 0.2, highMm: 0.3, aimMm: 0.25 }),
    };
  };
  const inStock = (_: unknown, i: number): Part => ({
    id: `s${i}`,
    thicknessMm: rounded(2.2 + random() * 1.1, stepMm),
    source: "stock",
    quantity: 1,
    cost: random() < 0.7 ? 0 : rounded(random() * 4, 0.5),
  });
  const catalogue = Array.from({ length: 25 }, (_, i): Part => ({
    id: `b${i}`,
    thicknessMm: rounded(2.2 + i * 0.05, 0.05),
    source: "buy",
    quantity: null,
    cost: 6 + (i % 3),
  }));
  return {
    positions: Array.from({ length: positions }, valve),
    parts: [...Array.from({ length: stock }, inStock), ...catalogue],
    reuse: true,
  };
}
