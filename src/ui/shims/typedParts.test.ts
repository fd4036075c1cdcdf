import { describe, expect, it } from "vitest";
import type { ShimPlan } from "@/core/shims/assign";
import { known } from "@/core/shims/assign";
import {
  chains,
  outOfTyped,
  leftOpen,
  buyingList,
  surelyIn,
  thicknessProblem,
  wantedMm,
  whatEachLeaves,
  savedText,
} from "./typedParts";

const plan = (...moves: [string, string][]): ShimPlan => ({
  picks: moves.map(([position, from]) => ({
    position,
    from,
    thicknessMm: 2.5,
    source: "moved",
    predictedLashMm: 0.15,
  })),
  cost: 0,
  bought: 0,
  moved: moves.length,
  sumSquaresMm2: 0,
  unserved: [],
  leftOver: [],
  optimal: true,
});

describe("parts as they come out", () => {
  it("tells who gives to whom, in chains and rings", () => {
    expect(chains(plan(["2", "1"], ["3", "2"]))).toEqual(["1 → 2 → 3"]);
    expect(chains(plan(["2", "1"], ["1", "2"]))).toEqual(["1 → 2 → 1"]);
    expect(chains(plan())).toEqual([]);
  });
  it("puts thicknesses right for the micrometer, and leaves slips out", () => {
    const bench = { id: "m", name: "M", stepMm: 0.01, check: { pieceMm: 2.5, readMm: 2.51 }, retired: false };
    const typed = (text: string, kind: "part" | "open-gap" = "part", micrometerId: string | null = "m") => ({
      text,
      kind,
      micrometerId,
    });
    expect(
      outOfTyped(
        {
          a: typed("2.66 mm"),
          b: typed("thick"),
          c: typed(""),
          d: typed("2.66 mm", "part", null),
          e: typed("2.84 mm", "open-gap"),
          f: typed("2.84"),
        },
        [bench],
      ),
    ).toEqual({
      a: { kind: "part", byMark: false, mm: expect.closeTo(2.65, 9) },
      d: { kind: "part", byMark: true, mm: 2.66 },
      e: { kind: "open-gap", byMark: false, mm: 2.84 },
    });
    expect([
      thicknessProblem("2.6 mm"),
      thicknessProblem(""),
      thicknessProblem("2.6"),
      thicknessProblem("thick"),
    ]).toEqual([null, null, expect.stringMatching(/2\.6 mm or 2\.6 in/), expect.stringMatching(/not a thickness/)]);
  });
  it("says whether a part is surely right, by what reading and marks leave open", () => {
    const p = { id: "1", fittedMm: 2.6, lashMm: { lo: 0.14, hi: 0.16 }, lowMm: 0.12, highMm: 0.18, aimMm: 0.15 };
    const sure = (mm: number, own: boolean, other: boolean): boolean =>
      surelyIn(p, { lowMm: 0.11, highMm: 0.19 }, mm, own, other);
    expect([
      sure(2.6, false, false),
      sure(2.6, true, false),
      sure(2.6, true, true),
      sure(2.57, false, false),
      sure(2.55, false, false),
    ]).toEqual([true, true, false, true, false]);
  });
  it("says what every part would leave, the best first", () => {
    const p = { id: "1", fittedMm: 2.65, lashMm: known(0.09), lowMm: 0.1, highMm: 0.2, aimMm: 0.15 };
    expect(wantedMm(p)).toBeCloseTo(2.59, 9);
    expect(
      whatEachLeaves(p, [2.55, 2.6, 2.7, 2.6]).map((w) => [w.thicknessMm, Number(w.lashMm.toFixed(2)), w.fits]),
    ).toEqual([
      [2.6, 0.14, true],
      [2.55, 0.19, true],
      [2.7, 0.04, false],
    ]);
  });
  it("names the valves that would stand open, and lists what is bought", () => {
    const robbed = {
      ...plan(["2", "1"]),
      unserved: [
        { position: "1", needsMm: [2, 2.1] as const },
        { position: "3", needsMm: [2, 2.1] as const },
      ],
    };
    expect(leftOpen(robbed)).toEqual(["1"]);
    const item = (thicknessMm: number, price: number) => ({
      sku: `s${thicknessMm}`,
      kind: "shim-over" as const,
      diameterMm: 29,
      thicknessMm,
      price,
      stock: 9,
      leadDays: 1,
    });
    const buys = plan(["1", "s2.6"], ["2", "s2.5"], ["3", "s2.6"]);
    const list = buyingList({ ...buys, picks: buys.picks.map((p) => ({ ...p, source: "buy" })) }, [
      item(2.6, 4),
      item(2.5, 5),
      item(2.7, 4),
    ]);
    expect(list.map((l) => [l.thicknessMm, l.quantity, l.price])).toEqual([
      [2.5, 1, 5],
      [2.6, 2, 4],
    ]);
  });
});

it("a thickness that was saved without its unit comes back in mm, and is not asked about", () => {
  expect(savedText("2.000")).toBe("2.000 mm");
  expect(savedText(".093 in")).toBe(".093 in");
  expect([thicknessProblem(savedText("1.975")), thicknessProblem("1.975") === null]).toEqual([null, false]);
});
