import { describe, expect, it } from "vitest";
import type { FeelerSet } from "@/core/shop/feelerSet";
import type { School } from "@/core/lash/school";
import type { ReadingEntry } from "@/core/job/ledger/entry";
import {
  type InHand,
  NONE_KEY,
  type Taps,
  bladeOfKey,
  dragTryKey,
  readTaps,
  sayTap,
  singleBlades,
  stacksOfSet,
  tapBlade,
  tapsOf,
} from "./taps";

const leaf = (mm: number) => ({ mm, mmMark: mm.toFixed(2), inchMark: null });
const SET: FeelerSet = { id: "s", name: "Set", system: "metric", leaves: [0.1, 0.13, 0.2, 0.25, 0.3].map(leaf) };
const STACKS = stacksOfSet(SET);
const SPEC = { nominalMm: 0.2, lowMm: 0.18, highMm: 0.23, assumedBand: false };
const hand = (school: School, instrument: string | null = null): InHand => ({
  set: SET,
  stacks: STACKS,
  school,
  instrument,
});
const read = (taps: Taps, school: School = "go-no-go") => readTaps(taps, null, hand(school), SPEC);

describe("tapBlade", () => {
  it("goes round: goes, does not go, nothing said", () => {
    const once = tapBlade({}, "2", "go-no-go");
    const twice = tapBlade(once, "2", "go-no-go");
    expect([once, twice, tapBlade(twice, "2", "go-no-go")]).toEqual([{ 2: "goes" }, { 2: "no" }, {}]);
  });
  it("with a feel for drag, that comes first, and of one leaf only", () => {
    const once = tapBlade({}, "2", "drag");
    expect(once).toEqual({ 2: "drag" });
    expect(sayTap(once, "3", "drag")).toEqual({ 3: "drag" });
    expect(tapBlade({ 2: "no" }, "2", "drag")).toEqual({ 2: "goes" });
  });
  it("that no leaf goes is said or not said", () => {
    expect(tapBlade(tapBlade({}, NONE_KEY, "drag"), NONE_KEY, "drag")).toEqual({});
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
    expect(read({ 2: "goes", 3: "no", "0+1": "no" })).toMatchObject({
      noGo: { text: "0.10 + 0.13 mm" },
      verdict: "in",
    });
  });
  it("keeps what was tapped and names the contradiction", () => {
    expect(read({ 4: "goes", 2: "no" })).toMatchObject({
      problem: expect.stringContaining("0.3 mm goes but the thinner 0.2 mm does not"),
      whole: null,
      verdict: "undecided",
    });
    expect(read({ [NONE_KEY]: "goes", 2: "goes" }).problem).toContain("no leaf goes, and that 0.20 mm goes");
  });
  it("no leaf going is tight, under the thinnest leaf", () => {
    expect(read({ [NONE_KEY]: "goes" })).toMatchObject({
      verdict: "tight",
      whole: { goes: { mm: 0 }, noGo: { text: "0.10 mm" } },
    });
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

describe("the schools of feel", () => {
  it("light drag is the leaf, give or take half a step; definite drag is just under it", () => {
    expect(read({ 2: "drag" }, "drag").whole).toMatchObject({
      school: "drag",
      value: { mm: 0.2, text: "0.20 mm" },
      fromMm: 0.2,
      goes: { mm: expect.closeTo(0.165) },
      noGo: { mm: expect.closeTo(0.225) },
    });
    expect(read({ 3: "drag" }, "overshoot")).toMatchObject({
      verdict: "undecided",
      whole: { school: "overshoot", goes: { mm: expect.closeTo(0.2) }, noGo: { mm: expect.closeTo(0.25) } },
    });
  });
  it("ask for the nominal leaf first, then for its neighbor", () => {
    const ask = (taps: Taps, school: School) => dragTryKey(taps, hand(school), 0.2);
    expect(ask({}, "drag")).toBe("2");
    expect(ask({}, "overshoot")).toBe("3");
    expect(ask({ 2: "goes" }, "drag")).toBe("3");
    expect(ask({ 2: "no" }, "drag")).toBe("1");
    expect(ask({ 1: "goes", 2: "no" }, "drag")).toBeNull();
    expect(ask({}, "go-no-go")).toBeNull();
  });
  it("a held gauge is a reading of its own, with its own spread", () => {
    const held = { mm: 0.21, withinMm: 0.005, text: "0.210 mm", instrument: "Bench gauge G1" };
    expect(readTaps({ 4: "goes" }, held, hand("drag"), SPEC)).toMatchObject({
      verdict: "in",
      whole: { school: "gauge", instrument: "Bench gauge G1", fromMm: 0.21 },
    });
  });
  it("a kept reading goes back to where it came from", () => {
    const kept = (taps: Taps, school: School, held: Parameters<typeof readTaps>[1] = null): ReadingEntry => {
      const { fromMm: _, ...whole } =
        readTaps(taps, held, hand(school), SPEC).whole ??
        (() => {
          throw new Error("not whole");
        })();
      return {
        id: "r",
        supersedes: null,
        kind: "reading",
        valve: "1I",
        stop: "A",
        pass: "as-found",
        reason: null,
        ...whole,
      };
    };
    const held = { mm: 0.21, withinMm: 0.005, text: "0.210 mm", instrument: "Bench gauge G1" };
    expect(tapsOf(kept({ 2: "goes", "0+1": "no" }, "go-no-go"), hand("go-no-go")).taps).toEqual({
      2: "goes",
      "0+1": "no",
    });
    expect(tapsOf(kept({ 2: "drag" }, "drag"), hand("drag")).taps).toEqual({ 2: "drag" });
    expect(tapsOf(kept({ [NONE_KEY]: "goes" }, "drag"), hand("drag")).taps).toEqual({ [NONE_KEY]: "goes" });
    expect(tapsOf(kept({}, "drag", held), hand("drag")).held).toEqual({ ...held, withinMm: expect.closeTo(0.005) });
  });
});
