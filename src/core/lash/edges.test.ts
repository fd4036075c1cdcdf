/** Lash at its edges: what each limit, word and figure does just there. */
import { describe, expect, it } from "vitest";
import { engineFile } from "../engine/testEngines";
import { screwAdjuster } from "./adjuster";
import { judge, judgeInterval } from "./judge";
import { adviseLeaf, stacksOf } from "./leaf";
import { biteWords, lockingOf } from "./locking";
import { MAX_LASH_MM, isZero, readingProblem } from "./reading";
import { crossedLimit, lashSpec, specRoles } from "./spec";

const FIGURES = { nominal: 0.2 };

describe("a spec", () => {
  it.each([
    [{ nominal: 0.2 }, true],
    [{ nominal: 0.2, low: 0.1 }, true],
    [{ nominal: 0.2, high: 0.3 }, true],
    [{ nominal: 0.2, low: 0.1, high: 0.3 }, false],
  ])("says that a limit is assumed where one is missing: %o", (figures, assumed) =>
    expect(lashSpec(figures).assumedBand).toBe(assumed),
  );
  it("names the limit that is crossed, and what to do; a limit at the nominal is none", () => {
    const spec = { nominalMm: 0.2, lowMm: 0.2, highMm: 0.2, assumedBand: false };
    expect(crossedLimit(spec)).toBeNull();
    expect(crossedLimit({ ...spec, lowMm: 0.21 })).toEqual({
      field: "low",
      why: expect.stringMatching(/^The low .* right\.$/),
    });
    expect(crossedLimit({ ...spec, highMm: 0.19 })).toEqual({
      field: "high",
      why: expect.stringMatching(/^The high .* right\.$/),
    });
  });
  it("covers the roles that have figures and valves, and no others", () => {
    const file = engineFile(["1"]);
    const { lash: _, ...bare } = file;
    expect(specRoles(bare)).toEqual([]);
    expect(specRoles({ ...file, lash: { state: "cold", intake: FIGURES } })).toEqual(["intake"]);
    expect(specRoles({ ...file, lash: { state: "cold", intake: FIGURES, exhaust: FIGURES } })).toEqual([
      "intake",
      "exhaust",
    ]);
    expect(specRoles({ ...file, lash: { state: "cold", injector: FIGURES } })).toEqual([]);
    const intakes = file.valves.filter((v) => v.role === "intake");
    expect(specRoles({ ...file, valves: intakes, lash: { state: "cold", exhaust: FIGURES } })).toEqual([]);
  });
});

describe("a judgement", () => {
  const band = { lowMm: 0.15, highMm: 0.25 };
  it.each([
    [0, 0.05, { lowMm: 0, highMm: 0.1 }, "in"],
    [0, 0.05, band, "tight"],
  ] as const)("no leaf going is tight only where some lash is wanted: %f to %f", (goesMm, noGoMm, spec, verdict) =>
    expect(judge({ goesMm, noGoMm }, spec)).toBe(verdict),
  );
  it("is of leaves, unless it is said that both ends belong to it", () => {
    expect(judgeInterval(0.1, 0.15, band)).toBe("tight");
    expect(judgeInterval(0.1, 0.15, band, true)).toBe("undecided");
    expect(judgeInterval(0.15, 0.25, band)).toBe("in");
  });
});

describe("a reading", () => {
  it.each([
    [{ goesMm: MAX_LASH_MM, noGoMm: null }, null],
    [{ goesMm: MAX_LASH_MM + 0.001, noGoMm: null }, /10\.001 mm can't be lash: the most that is taken is 10 mm/],
    [{ goesMm: Infinity, noGoMm: null }, /negative/],
    [{ goesMm: -0.1, noGoMm: null }, /negative: read it again/],
    [{ goesMm: null, noGoMm: null }, /at least one leaf/],
    [{ goesMm: null, noGoMm: 0 }, /does not go has a thickness/],
    [{ goesMm: 0.2, noGoMm: 0.2 }, /0\.2 mm can't both go and not go: try it once more/],
    [{ goesMm: 0.3, noGoMm: 0.2 }, /0\.3 mm goes but the thinner 0\.2 mm does not: one of the two is a slip/],
    [{ valueMm: 0.2, withinMm: 0 }, null],
    [{ valueMm: -0.2, withinMm: 0 }, /negative/],
  ])("%o", (reading, why) => {
    const problem = readingProblem(reading)?.why ?? null;
    if (why === null) expect(problem).toBeNull();
    else expect(problem).toMatch(why);
  });
  it("is nothing only where nothing is felt and nothing is unsure", () => {
    expect(isZero({ valueMm: 0, withinMm: 0 })).toBe(true);
    expect(isZero({ valueMm: 0, withinMm: 0.01 })).toBe(false);
    expect(isZero({ valueMm: 0.1, withinMm: 0 })).toBe(false);
    expect(isZero({ goesMm: 0, noGoMm: 0.05 })).toBe(true);
    expect(isZero({ goesMm: null, noGoMm: 0.05 })).toBe(false);
  });
});

describe("a lock", () => {
  it.each([
    [undefined, "lock-nut", "Hold the screw still, tighten its lock nut."],
    [{ lockTorqueNm: 20 }, "lock-nut", "Hold the screw still, tighten its lock nut to 20 Nm."],
    [
      { at: "tappet" as const, lockTorqueNm: 30 },
      "tappet",
      "One wrench on the tappet's body, one on its screw: tighten the lock nut to 30 Nm without turning the body.",
    ],
    // Nobody said: what most are is told as that.
    [
      { at: "stud-nut" as const },
      "self-locking",
      "How it locks is not on file. Most such nuts hold themselves; one with a set screw in it does not: run the screw home and turn both to the mark.",
    ],
    [
      { at: "stud-nut" as const, lock: "self-locking" as const },
      "self-locking",
      "It holds itself. If it turns by hand, it is worn: fit a new one.",
    ],
    [
      { at: "stud-nut" as const, lock: "poly-lock" as const },
      "poly-lock",
      "Stop a sixteenth of a turn short, run the set screw home, then turn nut and set screw together to the mark.",
    ],
    [{ at: "stud-nut" as const, lock: "lock-nut" as const }, "lock-nut", "Hold the nut still, tighten its lock nut."],
  ])("%o is told how", (adjuster, kind, how) =>
    expect(lockingOf(adjuster === undefined ? undefined : { kind: "screw", ...adjuster })).toMatchObject({
      kind,
      how,
    }),
  );
  it("is turned in bites where there is no room, and in one go where it just fits", () => {
    const turn = (screwDeg: number, direction: "in" | "none" = "in") =>
      ({ direction, screwDeg, turns: screwDeg / 360 }) as never;
    expect(biteWords(turn(90), 90)).toBeNull();
    expect(biteWords(turn(91), 90)).toBe("With 90° of room: 2 bites of 46°.");
    expect(biteWords(turn(91), undefined)).toBeNull();
    expect(biteWords(turn(91, "none"), 90)).toBeNull();
  });
});

describe("an adjuster", () => {
  it.each([
    [{ pitch: 1 }, "at", /Say where the screw sits/],
    [{ at: "pushrod-end" as const, pitch: 1 }, "ratio", /rocker ratio: at the pushrod end it counts/],
    [{ at: "stud-nut" as const, pitch: 1 }, "ratio", /rocker ratio: on a stud nut it counts/],
    [{ at: "cam" as const, pitch: 1 }, "followerRatio", /follower ratio: lash read at the cam/],
  ])("says which figure is missing: %o", (entry, field, why) =>
    expect(screwAdjuster(entry)).toEqual({ field, why: expect.stringMatching(why) }),
  );
});

describe("the leaf to try", () => {
  const set = (mm: readonly number[]) => stacksOf(mm, 1);
  const spec = { nominalMm: 0.2, lowMm: 0.15, highMm: 0.25, assumedBand: false };
  const advise = (mm: readonly number[], goesMm = 0, noGoMm = Infinity, expectedMm?: number) =>
    adviseLeaf(set(mm), { goesMm, noGoMm }, spec, expectedMm);
  const tried = (...args: Parameters<typeof advise>) => {
    const advice = advise(...args);
    return "try" in advice ? (advice.try?.thicknessMm ?? null) : advice;
  };
  it("halves what is still open, and of two that do so takes the one nearer to where lash is expected", () => {
    expect(tried([0.15, 0.25], 0, Infinity, 0.16)).toBe(0.15);
    expect(tried([0.15, 0.25], 0, Infinity, 0.24)).toBe(0.25);
    expect(tried([0.1, 0.15, 0.25, 0.26], 0, Infinity, 0.16)).toBe(0.25);
    expect(tried([0.15, 0.2, 0.25], 0.15, 0.25, 0.16)).toEqual({ decided: true, verdict: "in" });
  });
  it("is strictly between what went and what did not", () => {
    expect(tried([0.14, 0.15, 0.25], 0.14, Infinity, 0.16)).toBe(0.15);
    expect(tried([0.14, 0.15], 0.1, 0.16)).toBe(0.15);
    expect(tried([0.14, 0.16], 0.14, 0.16)).toBeNull();
  });
  it("says why it can't tell, in the unit of the set", () => {
    expect(
      adviseLeaf(stacksOf([0.127, 0.1778], 1), { goesMm: 0.127, noGoMm: 0.1778 }, spec, 0.2, "in"),
    ).toMatchObject({ why: "This set has nothing between .005 and .007 in, not even stacked." });
    expect(advise([0.14, 0.16], 0.14, 0.16)).toMatchObject({
      why: "This set has nothing between 0.140 and 0.160 mm, not even stacked.",
    });
    expect(advise([0.16], 0, 0.16)).toMatchObject({ why: "This set has nothing below 0.160 mm, not even stacked." });
    expect(advise([0.1, 0.2, 0.3], 0.1, 0.3)).toMatchObject({
      why: "What this set has between 0.100 and 0.300 mm can't tell whether the lash is in spec.",
    });
    expect(advise([0.2], 0.2, Infinity)).toMatchObject({
      why: "This set has no leaf or stack over 0.200 mm: take a thicker set.",
    });
  });
  it("stacks no more leaves than are needed for a thickness", () => {
    const two = stacksOf([0.1, 0.2, 0.3], 2).filter((s) => Math.abs(s.thicknessMm - 0.3) < 1e-9);
    expect(two.map((s) => s.indices.length)).toEqual([1]);
  });
});
