/** The exact assignment against a general solver, on random workshops of up to 64 positions. */
import { describe, expect, it } from "vitest";
import { assignShims } from "../../src/core/shims/assign";
import { milpSolver } from "./milp";
import { shimCase } from "./shimCases";

describe("shims for whole engines", () => {
  it.each([
    [4, 6, 0.05],
    [8, 20, 0.01],
    [16, 30, 0.025],
    [16, 120, 0.05],
    [32, 60, 0.01],
    [64, 60, 0.05],
    [64, 150, 0.005],
  ] as const)(
    "%i positions, %i parts in stock, steps of %f mm",
    async (positions, stock, step) => {
      const solve = await milpSolver();
      for (const seed of [1, 2, 3]) {
        const problem = shimCase(positions, stock, step, seed * 97 + positions);
        const plan = assignShims(problem);
        const milp = solve(problem);
        expect([plan.unserved.length, plan.cost, plan.sumSquaresMm2]).toEqual([
          milp.unserved,
          expect.closeTo(milp.cost, 4),
          expect.closeTo(milp.sumSquaresMm2, 5),
        ]);
      }
    },
    120_000,
  );
});
