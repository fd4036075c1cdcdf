/** The matching against trying everything, where every row can go nearly everywhere and costs are close. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { UNSERVED } from "./cost";
import { type Edge, type MatchProblem, cheapestMatching } from "./matching";

type Sum = readonly [money: number, squares: number, moved: number];
const less = (a: Sum, b: Sum): boolean => {
  const at = a.findIndex((x, i) => x !== b[i]);
  return at >= 0 && (a[at] ?? 0) < (b[at] ?? 0);
};

/** The least that any way to give rows to columns costs. */
function least({ rows, capacity }: MatchProblem): Sum {
  const left = [...capacity];
  let best: Sum = [Infinity, 0, 0];
  const walk = (row: number, [money, squares, moved]: Sum): void => {
    const edges = rows[row];
    if (edges === undefined) {
      if (less([money, squares, moved], best)) best = [money, squares, moved];
      return;
    }
    for (const e of edges) {
      if ((left[e.column] ?? 0) === 0) continue;
      left[e.column] = (left[e.column] ?? 0) - 1;
      walk(row + 1, [money + e.money, squares + e.squares, moved + e.moved]);
      left[e.column] = (left[e.column] ?? 0) + 1;
    }
    walk(row + 1, [money + UNSERVED, squares, moved]);
  };
  walk(0, [0, 0, 0]);
  return best;
}

const anyProblem: fc.Arbitrary<MatchProblem> = fc.integer({ min: 1, max: 6 }).chain((columns) =>
  fc.record({
    capacity: fc.array(fc.integer({ min: 0, max: 2 }), { minLength: columns, maxLength: columns }),
    rows: fc.array(
      fc
        .record({
          columns: fc.shuffledSubarray(Array.from({ length: columns }, (_, j) => j)),
          costs: fc.array(
            fc.record({
              money: fc.integer({ min: 0, max: 3 }),
              squares: fc.integer({ min: 0, max: 12 }),
              moved: fc.integer({ min: 0, max: 1 }),
            }),
            { minLength: columns, maxLength: columns },
          ),
        })
        .map((r): Edge[] =>
          r.columns.map((column, i) => ({ column, ...(r.costs[i] ?? { money: 0, squares: 0, moved: 0 }) })),
        ),
      { minLength: 1, maxLength: 6 },
    ),
  }),
);

describe("the cheapest matching", () => {
  it("costs what the cheapest of all ways costs, and fills no column beyond its room", () => {
    fc.assert(
      fc.property(anyProblem, (problem) => {
        const { edgeOf, complete } = cheapestMatching(problem);
        const taken = problem.capacity.map(() => 0);
        let sum: Sum = [0, 0, 0];
        edgeOf.forEach((at, row) => {
          const edge = problem.rows[row]?.[at];
          if (edge !== undefined) taken[edge.column] = (taken[edge.column] ?? 0) + 1;
          const { money, squares, moved } = edge ?? { money: UNSERVED, squares: 0, moved: 0 };
          sum = [sum[0] + money, sum[1] + squares, sum[2] + moved];
        });
        expect(complete).toBe(true);
        expect(sum).toEqual(least(problem));
        taken.forEach((n, column) => expect(n).toBeLessThanOrEqual(problem.capacity[column] ?? 0));
      }),
      { numRuns: 500 },
    );
  });
  it("is told of every sixteenth row, and stops where the answer is no", () => {
    const problem = {
      rows: Array.from({ length: 40 }, (_, i) => [{ column: i, money: 0, squares: 0, moved: 0 }]),
      capacity: Array.from({ length: 40 }, () => 1),
    };
    const told: number[] = [];
    expect(cheapestMatching({ ...problem, onRow: (done) => told.push(done) > 0 }).complete).toBe(true);
    expect(told).toEqual([16, 32]);
    const { complete, edgeOf } = cheapestMatching({ ...problem, onRow: (done) => done < 32 });
    expect(complete).toBe(false);
    expect([...edgeOf].filter((at) => at === 0)).toHaveLength(32);
  });
});
