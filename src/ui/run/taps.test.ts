import { describe, expect, it } from "vitest";
import type { FeelerSet } from "@/core/shop/feelerSet";
import { NONE_KEY, bladeOfKey, readTaps, singleBlades, stacksOfSet, tapBlade } from "./taps";

const leaf = (mm: number) => ({ mm, mmMark: mm.toFixed(2), inchMark: null });
const SET: FeelerSet = { id: "s", name: "Set", system: "metric", leaves: [0.1, 0.13, 0.2, 0.25, 0.3].map(leaf) };
const STACKS = stacksOfSet(SET);
const SPEC = { nominalMm: 0.2, lowMm: 0.18, highMm: 0.23, assumedBand: false };
const read = (taps: Parameters<typeof readTaps>[0]) => readTaps(taps, SET, STACKS, SPEC);

describe("tapBlade", () => {
  it("goes round: goes, does not go, nothing said", () => {
    const once = tapBlade({}, "2");
    const twice = tapBlade(once, "2");
    expect([once, twice, tapBlade(twice, "2")]).toEqual([{ 2: "goes" }, { 2: "no" }, {}]);
  });
  it("that no leaf goes is said or not said", () => {
    expect(tapBlade(tapBlade({}, NONE_KEY), NONE_KEY)).toEqual({});
  });
});

describe("readTaps", () => {
  it("takes the thickest that goes and the thinnest that does not", () => {
    const reading = read({ 0: "goes", 2: "goes", 4: "no", 3: "no" });
    expect(reading).toMatchObject({ goes: { text: "0.20 mm" }, noGo: { text: "0.25 mm" }, verdict: "undecided" });
    expect(reading.whole?.fromMm).toBeCloseTo(0.225, 9);
  });
  it("offers the stack that decides, and takes it when it is tapped", () => {
    const { advice } = read({ 2: "goes", 3: "no" });
    expect(advice).toMatchObject({ try: { thicknessMm: expect.closeTo(0.23, 9) } });
    expect(read({ 2: "goes", 3: "no", "0+1": "no" })).toMatchObject({ noGo: { text: "0.10 + 0.13 mm" }, verdict: "in" });
  });
  it("keeps what was tapped and names the contradiction", () => {
    expect(read({ 4: "goes", 2: "no" })).toMatchObject({ problem: expect.stringContaining("0.3 mm goes but the thinner 0.2 mm does not"), whole: null, verdict: "undecided" });
    expect(read({ [NONE_KEY]: "goes", 2: "goes" }).problem).toContain("no leaf goes, and that 0.20 mm goes");
  });
  it("no leaf going is tight, under the thinnest leaf", () => {
    expect(read({ [NONE_KEY]: "goes" })).toMatchObject({ verdict: "tight", whole: { goes: { mm: 0 }, noGo: { text: "0.10 mm" } } });
  });
  it("one end alone decides but does not say how far to turn", () => {
    expect(read({ 4: "goes" })).toMatchObject({ verdict: "loose", whole: null });
    expect(read({ 0: "no" })).toMatchObject({ verdict: "tight", whole: null });
  });
  it("ignores taps on leaves that this set does not have", () => {
    expect(bladeOfKey("9", SET)).toBeNull();
    expect(read({ 9: "goes" })).toMatchObject({ goes: null, verdict: "undecided" });
    expect(singleBlades(SET)).toHaveLength(5);
  });
});
