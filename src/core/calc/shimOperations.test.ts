import { describe, expect, it } from "vitest";
import { calculateText } from "./operations";
import { CalcProblem } from "./problem";

const run = (operation: string, input: unknown) => calculateText(operation, JSON.stringify(input));
function problem(operation: string, input: unknown): string {
  try {
    run(operation, input);
    return "accepted";
  } catch (error) {
    if (!(error instanceof CalcProblem)) throw error;
    return `${error.path}: ${error.message}`;
  }
}
const SPEC = { nominal: "0.15 mm", low: "0.10 mm", high: "0.20 mm" };
const ONE = { id: "1I", fitted: 2.65, lash: 0.09, spec: SPEC };

describe("shims", () => {
  it("takes lengths of any unit, and fills in what is left out", () => {
    expect(
      run("shims", {
        positions: [{ ...ONE, lash: ["0.003 in", "0.004 in"], aim: 0.14 }],
        parts: [
          { id: "a", thickness: "2.60 mm", source: "stock" },
          { id: "b", thickness: 2.55, source: "buy", cost: 3 },
        ],
      }),
    ).toMatchObject({
      picks: [{ position: "1I", thicknessMm: 2.6, source: "stock", from: "a", predictedLashMm: 0.1389 }],
      cost: 0,
      bought: 0,
      leftOver: ["1I"],
    });
  });
  it("keeps parts in their engine, and in their place without reuse", () => {
    const swap = [
      { ...ONE, id: "1", fitted: 2.6, lash: 0.2 },
      { ...ONE, id: "2", fitted: 2.65, lash: 0.09 },
    ];
    expect(run("shims", { positions: swap })).toMatchObject({ moved: 2 });
    expect(run("shims", { positions: swap, reuse: false })).toMatchObject({
      moved: 0,
      picks: [{ position: "1", source: "own" }],
      unserved: [{ position: "2" }],
    });
    expect(run("shims", { positions: swap.map((p) => ({ ...p, engine: p.id })) })).toMatchObject({ moved: 0 });
  });
  it.each<[string, object]>([
    ['positions[1].id: "1I" stands twice', { positions: [ONE, ONE] }],
    ["positions[0].spec.low: The low limit is above", { positions: [{ ...ONE, spec: { nominal: 0.1, low: 0.2 } }] }],
    ["positions[0].lash: The ends of the lash are crossed", { positions: [{ ...ONE, lash: [0.2, 0.1] }] }],
    ['positions[0].fitted: "fitted" is missing', { positions: [{ id: "1", lash: 0.1, spec: SPEC }] }],
    ["positions: List at least one", { positions: [] }],
    [
      "parts[0].source: A part is in stock",
      { positions: [ONE], parts: [{ id: "a", thickness: 2, source: "found" }] },
    ],
    [
      "parts[0].quantity: A quantity",
      { positions: [ONE], parts: [{ id: "a", thickness: 2, source: "stock", quantity: -1 }] },
    ],
  ])("refuses: %s", (words, input) => expect(problem("shims", input)).toContain(words));
});

describe("positive-closing", () => {
  const PAIR = { opener: { fitted: 2.85, gap: 0.18 }, closer: { fitted: 6.4, loadedGap: 0.27 } };
  it("aims where the trade does when nothing is said, and takes a bias", () => {
    expect(run("positive-closing", PAIR)).toEqual({
      closerGapMm: 0.09,
      openerNewMm: 2.93,
      closerNewMm: 6.49,
      firstStepMm: 6.49,
    });
    expect(run("positive-closing", { ...PAIR, bias: "0.02 mm" })).toMatchObject({ closerNewMm: 6.47 });
  });
  it("refuses what means nothing, at its field", () => {
    expect(problem("positive-closing", { ...PAIR, opener: { fitted: 2.85, gap: 0 } })).toMatch(
      /^opener\.gap: With no opener gap/,
    );
    expect(problem("positive-closing", { ...PAIR, closer: { fitted: 6.4, loadedGap: 0.1 } })).toMatch(
      /^closer\.loadedGap: /,
    );
  });
});
