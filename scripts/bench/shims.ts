/** How long the exact assignment of shims takes, and a general solver beside it. */
import { assignShims } from "../../src/core/shims/assign";
import { say } from "../lib/say.mjs";
import { median } from "./figures";
import { milpSolver } from "./milp";
import { shimCase } from "./shimCases";

function timed(work: (seed: number) => unknown, runs: number): number {
  const times = Array.from({ length: runs }, (_, i) => {
    const begun = performance.now();
    work(i + 1);
    return performance.now() - begun;
  });
  return median(times);
}

/** Prints medians over different workshops of one size, and the ratio to the general solver. */
export async function shimBench(): Promise<void> {
  // Warmed first, as a worker or a server is that has done one before.
  timed((seed) => assignShims(shimCase(16, 120, 0.01, seed)), 20);
  for (const [positions, stock, step] of [
    [16, 120, 0.05],
    [16, 120, 0.005],
    [64, 600, 0.01],
    [400, 5000, 0.05],
    [400, 5000, 0.001],
  ] as const) {
    const cases = Array.from({ length: 11 }, (_, i) => shimCase(positions, stock, step, i + 1));
    say(
      `shims, ${positions} positions with ${stock} parts in steps of ${step} mm: ${timed((seed) => assignShims(cases[seed - 1] ?? shimCase(positions, stock, step, seed)), 11).toFixed(2)} ms`,
    );
  }
  const solve = await milpSolver();
  const cases = [1, 2, 3].map((seed) => shimCase(64, 600, 0.01, seed));
  const own = timed((seed) => assignShims(cases[seed - 1] ?? cases[0]!), 3);
  const general = timed((seed) => solve(cases[seed - 1] ?? cases[0]!), 3);
  const same = cases.every((c) => {
    const [plan, milp] = [assignShims(c), solve(c)];
    return (
      plan.unserved.length === milp.unserved &&
      Math.abs(plan.cost - milp.cost) < 1e-4 &&
      Math.abs(plan.sumSquaresMm2 - milp.sumSquaresMm2) < 1e-5
    );
  });
  say(
    `shims, 64 positions with 600 parts: ${own.toFixed(2)} ms here, ${general.toFixed(0)} ms by a general solver (${(general / own).toFixed(0)} times as long), ${same ? "the same optimum" : "ANOTHER OPTIMUM"}`,
  );
}
