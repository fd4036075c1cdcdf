import { describe, expect, it } from "vitest";
import { micrometerWarnings, trueThicknessMm, zeroOffsetMm, type Micrometer } from "./micrometer";
import { drawers, type StockPart } from "./part";

const micrometer = (name: string, off: number | null, stepMm = 0.01): Micrometer => ({
  id: name,
  name,
  stepMm,
  check: off === null ? null : { pieceMm: 2.5, readMm: 2.5 + off },
  retired: false,
});

describe("micrometers", () => {
  it("a reading is put right for the zero that the check piece shows", () => {
    expect(trueThicknessMm(2.66, micrometer("A", 0.01))).toBeCloseTo(2.65, 9);
    expect(trueThicknessMm(2.66, micrometer("A", -0.004))).toBeCloseTo(2.664, 9);
    expect(zeroOffsetMm(micrometer("A", null))).toBe(0);
  });
  it.each<[string, Micrometer[], RegExp[]]>([
    ["alike within a step", [micrometer("A", 0), micrometer("B", 0.01)], []],
    ["further apart", [micrometer("A", 0), micrometer("B", 0.015)], [/A and B show 0\.015 mm differently/]],
    ["the finer one's step counts", [micrometer("A", 0, 0.001), micrometer("B", 0.01)], [/differently/]],
    ["one never checked", [micrometer("A", 0), micrometer("B", null)], [/B was never held to a check piece/]],
    ["alone", [micrometer("A", null)], []],
  ])("warn: %s", (_name, all, words) => {
    const said = micrometerWarnings(all);
    expect(said).toHaveLength(words.length);
    words.forEach((w, i) => expect(said[i]).toMatch(w));
  });
});

describe("drawers", () => {
  const part = (
    id: string,
    kind: StockPart["kind"],
    thicknessMm: number,
    diameterMm: number | null = null,
  ): StockPart => ({
    id,
    kind,
    thicknessMm,
    diameterMm,
    mark: id,
    measured: null,
    worn: false,
    place: null,
    cost: null,
    count: 1,
  });
  it("are sorted by kind, diameter and thickness", () => {
    const all = [
      part("a", "opener", 2.9),
      part("b", "shim-over", 2.7, 29),
      part("c", "shim-over", 2.6, 29),
      part("d", "shim-over", 2.65, 25),
    ];
    expect(drawers(all).map((d) => [d.kind, d.diameterMm, d.parts.map((p) => p.id).join("")])).toEqual([
      ["shim-over", 25, "d"],
      ["shim-over", 29, "cb"],
      ["opener", null, "a"],
    ]);
  });
});
