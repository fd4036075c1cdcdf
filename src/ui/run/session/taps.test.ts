import { wireSet } from "../../leaves/wires";
import type { LashSpec } from "@/core/lash/spec";
import { dragTryKey, narrowKey } from "./nextLeaf";
import { NOTHING_ON, isEmpty, touched, withoutLast } from "./useTaps";
import { describe, expect, it } from "vitest";
import type { FeelerSet } from "@/core/shop/feelerSet";
import type { School } from "@/core/lash/school";
import type { ReadingEntry } from "@/core/job/ledger/entry";
import {
  type InHand,
  NONE_KEY,
  type Taps,
  bladeOfKey,
  pairOf,
  readTaps,
  sayTap,
  singleBlades,
  stacksOfSet,
  tapBlade,
  tapsOf,
} from "../../leaves/taps";

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
    expect(read({ 1: "no" })).toMatchObject({ verdict: "tight", whole: null });
  });
  it("no leaf goes: that is under the thinnest, whatever refused before, and asks for no other", () => {
    const none: Taps = { [NONE_KEY]: "goes", 3: "no" };
    expect(read(none).whole).toMatchObject({ goes: { mm: 0 }, noGo: { text: "0.10 mm" } });
    expect(narrowKey(none, hand("go-no-go"), SPEC)).toBeNull();
    // A band that begins below the thinnest: it may well be in it.
    const low: LashSpec = { nominalMm: 0.1, lowMm: 0.05, highMm: 0.15, assumedBand: false };
    expect(readTaps(none, null, hand("go-no-go"), low).verdict).toBe("undecided");
  });
  it("where the thinnest leaf does not go none does, unless the band begins below it", () => {
    expect(read({ 0: "no" })).toMatchObject({
      verdict: "tight",
      whole: { goes: { mm: 0 }, noGo: { text: "0.10 mm" } },
    });
    expect(
      readTaps({ 0: "no" }, null, hand("go-no-go"), { nominalMm: 0.1, lowMm: 0.05, highMm: 0.15 } as LashSpec),
    ).toMatchObject({
      goes: null,
      verdict: "undecided",
      whole: null,
    });
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

describe("what was touched last", () => {
  const on = touched(touched(NOTHING_ON, "3", { "3": "goes" }), "7", { "3": "goes", "7": "no" });

  it("goes first, the one before it next, and then nothing is left", () => {
    expect(withoutLast(on)).toEqual({ taps: { "3": "goes" }, held: null, order: ["3"] });
    expect(isEmpty(withoutLast(withoutLast(on)))).toBe(true);
    expect(isEmpty(on)).toBe(false);
  });

  it("is what was touched once more, not what came first", () => {
    const again = touched(on, "3", { "3": "no", "7": "no" });
    expect(withoutLast(again).taps).toEqual({ "7": "no" });
    // A leaf that was tapped until it said nothing is passed over.
    expect(withoutLast(touched(on, "7", { "3": "goes" })).taps).toEqual({});
  });

  it("is all of it where the order is not known, or a value was held", () => {
    expect(withoutLast({ taps: { "3": "goes" }, held: null })).toEqual(NOTHING_ON);
    const held = { mm: 0.2, withinMm: 0.01, text: "0.200 mm", instrument: "Bench gauge" };
    expect(withoutLast({ ...on, held })).toEqual(NOTHING_ON);
  });
});

describe("the leaves that are tried", () => {
  const METRIC = [
    0.05, 0.1, 0.15, 0.2, 0.25, 0.3, 0.35, 0.4, 0.45, 0.5, 0.55, 0.6, 0.65, 0.7, 0.75, 0.8, 0.85, 0.9, 0.95, 1,
  ];
  const INCH = Array.from({ length: 26 }, (_, i) => (i + 3) * 0.0254);
  const setOf = (mm: readonly number[], school: School): InHand => {
    const set: FeelerSet = {
      id: "s",
      name: "Made up",
      system: "metric",
      leaves: mm.map((m) => ({ mm: m, mmMark: m.toFixed(2), inchMark: "" })),
    };
    return { set, school, instrument: null, stacks: mm.map((thicknessMm, i) => ({ thicknessMm, indices: [i] })) };
  };
  const nearest = (mm: readonly number[], to: number) =>
    mm.reduce((best, m, i) => (Math.abs(m - to) < Math.abs((mm[best] ?? 0) - to) ? i : best), 0);

  /** Taps what is advised until both ends are known; gives how many it took after the verdict, and how many were in doubt then. */
  function played(mm: readonly number[], trueMm: number, band: LashSpec) {
    const inHand = setOf(mm, "go-no-go");
    let taps: Taps = {};
    let since: { doubt: number; tries: number } | null = null;
    for (let step = 0; step < 30; step++) {
      const now = readTaps(taps, null, inHand, band);
      const { loose, tight } = ends(taps, mm.length);
      if (now.verdict !== "undecided") since = since ?? { doubt: tight - loose - 1, tries: -step };
      if (now.whole !== null || tight - loose <= 1) {
        const { doubt, tries } = since ?? { doubt: 0, tries: -step };
        return { total: step, doubt, tries: tries + step };
      }
      const advised = now.advice.decided ? null : now.advice.try;
      const key =
        step === 0
          ? String(nearest(mm, band.nominalMm))
          : now.verdict === "undecided" && advised !== null
            ? String(advised.indices[0])
            : narrowKey(taps, inHand, band);
      if (key === null) throw new Error("nothing is advised");
      taps = sayTap(taps, key, (mm[Number(key)] ?? 0) <= trueMm ? "goes" : "no");
    }
    throw new Error("no end");
  }
  const ends = (taps: Taps, count: number) => ({
    loose: Math.max(-1, ...Object.entries(taps).flatMap(([k, t]) => (t === "goes" ? [Number(k)] : []))),
    tight: Math.min(count, ...Object.entries(taps).flatMap(([k, t]) => (t === "no" ? [Number(k)] : []))),
  });

  it("by two leaves: two where it is in spec, one more where it is just out, and never more than halving needs", () => {
    for (const [mm, step] of [
      [METRIC, 0.05],
      [INCH, 0.0254],
    ] as const)
      for (let at = 3; at < 18; at++) {
        const nominalMm = mm[at] ?? 0;
        const band = { nominalMm, lowMm: nominalMm - step, highMm: nominalMm + step } as LashSpec;
        for (let lash = 0.01; lash < (mm.at(-1) ?? 0) + 0.02; lash += step / 2) {
          const { total, doubt, tries } = played(mm, lash, band);
          expect(tries, `${lash} at ${nominalMm}`).toBeLessThanOrEqual(
            doubt === 0 ? 0 : Math.ceil(Math.log2(doubt)) + 1,
          );
          if (lash > band.lowMm && lash < band.highMm) expect(total).toBeLessThanOrEqual(3);
        }
        expect(played(mm, nominalMm + step / 3, band).total).toBe(2);
        expect(played(mm, nominalMm + 2.5 * step, band).total).toBeLessThanOrEqual(4);
      }
  });

  it("by drag: halving and one more after the first leaf", () => {
    for (const school of ["drag", "overshoot"] as const)
      for (const mm of [METRIC, INCH])
        for (let aim = 0; aim < mm.length; aim++)
          for (let at = 0; at < mm.length; at++) {
            let taps: Taps = {};
            let doubt = 0;
            for (let step = 0; ; step++) {
              const key = dragTryKey(taps, setOf(mm, school), mm[aim] ?? 0);
              if (key === null) break;
              if (step === 0) doubt = Number(key) < at ? mm.length - 1 - Number(key) : Number(key);
              else expect(step).toBeLessThanOrEqual(Math.ceil(Math.log2(doubt)) + 1);
              taps = sayTap(taps, key, Number(key) === at ? "drag" : Number(key) < at ? "goes" : "no");
            }
            expect(taps[at]).toBe("drag");
          }
  });
});

describe("two leaves where no spec judges them", () => {
  it("are the thickest that goes and the thinnest that does not, with what contradicts said", () => {
    expect(pairOf({ "0": "goes", "2": "goes", "4": "no", "3": "no" }, SET)).toEqual({
      goes: { mm: 0.2, text: "0.20 mm" },
      noGo: { mm: 0.25, text: "0.25 mm" },
      problem: null,
    });
    expect(pairOf({}, SET)).toEqual({ goes: null, noGo: null, problem: null });
    expect(pairOf({ "4": "goes", "0": "no" }, SET).problem).toMatch(/./);
    // That the thinnest does not go is not taken for "none goes": nothing says how tight it may be.
    expect(pairOf({ "0": "no" }, SET).goes).toBeNull();
    expect(pairOf({ [NONE_KEY]: "goes" }, SET)).toMatchObject({ goes: { mm: 0 }, noGo: { mm: 0.1 } });
  });
  it("wires go up in tenths or in five thou, past the travel", () => {
    const [metric, inch] = [wireSet("mm", 1.3), wireSet("in", 1.27)];
    expect([metric.leaves[0]?.mm, metric.leaves.at(-1)?.mm, metric.leaves.length]).toEqual([0.2, 1.8, 17]);
    expect([inch.leaves[0]?.inchMark, inch.leaves.at(-1)?.inchMark]).toEqual([".010", ".070"]);
    expect(inch.leaves[0]?.mm).toBeCloseTo(0.254, 9);
    expect(singleBlades(wireSet("mm", 2.5)).map((b) => b.text)).toContain("2.5 mm");
    expect(singleBlades(inch)[0]?.text).toBe(".010 in");
  });
});
