/** The same assignment put to a general solver of mixed-integer programs, goal after goal: an independent reference. */
import highsLoader from "highs";
import type { Position, ShimProblem } from "../../src/core/shims/assign";

export interface MilpGoals {
  readonly unserved: number;
  readonly cost: number;
  readonly sumSquaresMm2: number;
}

interface Column {
  readonly name: string;
  readonly row: number;
  readonly item: number;
  readonly cost: number;
  readonly squares: number;
}

type Solve = (problem: string) => { Status: string; ObjectiveValue: number };

/** Loads the solver; the answer solves one problem exactly, without what is alike being put together. */
export async function milpSolver(): Promise<(problem: ShimProblem) => MilpGoals> {
  const highs = await highsLoader();
  const solve: Solve = (text) => highs.solve(text, { mip_rel_gap: 0 }) as unknown as ReturnType<Solve>;
  return (problem) => goalsBy(solve, problem);
}

function goalsBy(solve: Solve, { positions, parts }: ShimProblem): MilpGoals {
  const items = [
    ...positions.map((p) => ({ mm: p.fittedMm, cost: 0, count: 1 })),
    ...parts.map((p) => ({ mm: p.thicknessMm, cost: p.cost, count: p.quantity ?? positions.length })),
  ];
  const columns = positions.flatMap((p, row) =>
    items.flatMap((item, i): Column[] => {
      const off = offBand(p, item.mm);
      return off === null ? [] : [{ name: `x${row}_${i}`, row, item: i, cost: item.cost, squares: off * off }];
    }),
  );
  const terms = (weight: (c: Column) => number): string =>
    columns.flatMap((c) => (weight(c) === 0 ? [] : [`${weight(c)} ${c.name}`])).join(" + ") ||
    `0 ${columns[0]?.name ?? "x"}`;
  const perRow = positions.map(
    (_, row) =>
      ` r${row}: ${sumOf(
        columns.filter((c) => c.row === row),
        `y${row}`,
      )} = 1`,
  );
  const perItem = items.flatMap((item, i) => {
    const users = columns.filter((c) => c.item === i);
    return users.length <= item.count ? [] : [` c${i}: ${sumOf(users)} <= ${item.count}`];
  });
  const unservedTerms = positions.map((_, row) => `y${row}`).join(" + ");
  const program = (objective: string, more: readonly string[]): string =>
    `Minimize\n obj: ${objective}\nSubject To\n${[...perRow, ...perItem, ...more].join("\n")}\nBinary\n ${[...columns.map((c) => c.name), ...positions.map((_, row) => `y${row}`)].join(" ")}\nEnd\n`;
  const unserved = Math.round(solve(program(unservedTerms, [])).ObjectiveValue);
  const served = ` u: ${unservedTerms} <= ${unserved}`;
  const cost = solve(
    program(
      terms((c) => c.cost),
      [served],
    ),
  ).ObjectiveValue;
  // A little room for the solver's own rounding, far below the least price.
  const paid = ` m: ${terms((c) => c.cost)} <= ${cost + 1e-6}`;
  // Squares are put a million times larger, so that they stand clear of the solver's tolerances.
  const squares = solve(
    program(
      terms((c) => Number((c.squares * 1e6).toFixed(3))),
      [served, paid],
    ),
  ).ObjectiveValue;
  return { unserved, cost, sumSquaresMm2: squares / 1e6 };
}

const sumOf = (columns: readonly Column[], also?: string): string =>
  [...columns.map((c) => c.name), ...(also === undefined ? [] : [also])].join(" + ");

/** How far from its aim a part leaves a position; null out of its band. */
function offBand(p: Position, mm: number): number | null {
  const lash = p.fittedMm + (p.lashMm.lo + p.lashMm.hi) / 2 - mm;
  return lash < p.lowMm - 1e-9 || lash > p.highMm + 1e-9 ? null : lash - p.aimMm;
}
