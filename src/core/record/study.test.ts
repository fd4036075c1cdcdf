import { describe, expect, it } from "vitest";
import { gaugeStudy } from "./gaugeStudy";
import { biasWords, unbiased } from "./hands";
import { handsOfStudies, handsOfStudy, verdictOfStudy } from "./handStudies";
import { engineLife, type Visit } from "./history";
import { looksEach, nextLook, studyOrder } from "./study";
import { studyDraft } from "./studyDraft";
import { QUILLAN } from "../../demo/engines";

const PLAN = { people: ["a", "b"], valves: ["1I", "1E", "2I", "2E"], times: 3, seed: 11 };

describe("the order of a study", () => {
  it("has every valve as often as it is read, round by round, never twice in a row, the same each time it is asked", () => {
    for (let seed = 0; seed < 200; seed++) {
      const order = studyOrder({ ...PLAN, seed }, "b");
      expect(order).toHaveLength(looksEach(PLAN));
      for (let time = 1; time <= 3; time++)
        expect(
          order
            .filter((l) => l.time === time)
            .map((l) => l.valve)
            .sort(),
        ).toEqual(["1E", "1I", "2E", "2I"]);
      expect(order.slice(1).some((l, i) => l.valve === order[i]?.valve)).toBe(false);
      expect(studyOrder({ ...PLAN, seed }, "b")).toEqual(order);
    }
  });
  it("differs between people and between studies", () => {
    const orders = [0, 1, 2, 3].flatMap((seed) =>
      ["a", "b"].map((p) => JSON.stringify(studyOrder({ ...PLAN, seed }, p))),
    );
    expect(new Set(orders).size).toBeGreaterThan(6);
  });
  it("ends, and has nothing for whoever does not read", () => {
    expect(nextLook(PLAN, "a", 11)).not.toBeNull();
    expect(nextLook(PLAN, "a", 12)).toBeNull();
    expect(nextLook(PLAN, "c", 0)).toBeNull();
  });
});

const readings = (of: Record<string, readonly [valve: string, ...values: number[]][]>) =>
  Object.entries(of).flatMap(([person, all]) =>
    all.flatMap(([valve, ...values]) => values.map((valueMm) => ({ valve, person, valueMm }))),
  );

describe("hands", () => {
  const two = readings({
    a: [
      ["1I", 0.21, 0.21],
      ["1E", 0.3, 0.32],
    ],
    b: [
      ["1I", 0.19, 0.19],
      ["1E", 0.28, 0.3],
    ],
  });
  const done = { at: "2026-11-01T08:00:00Z", bandMm: 0.1, readings: two, knownMm: null };
  it("know their bias against the others, and against known gaps", () => {
    const [a, b] = handsOfStudy(done);
    expect([a?.biasMm, b?.biasMm]).toEqual([expect.closeTo(0.01, 9), expect.closeTo(-0.01, 9)]);
    const [known] = handsOfStudy({ ...done, knownMm: { "1I": 0.2, "1E": 0.3 } });
    expect(known).toMatchObject({ against: "known", biasMm: expect.closeTo(0.01, 9) as number });
    const alone = handsOfStudy({ ...done, readings: two.filter((r) => r.person === "a") });
    expect(alone[0]?.biasMm).toBeNull();
  });
  it("repeat as all do where few repeats are there, and never better than a leaf can tell", () => {
    // Two repeats each are too few for an own figure.
    expect(handsOfStudy(done)[0]?.repeatMm).toBeCloseTo(gaugeStudy(two, 0.1).repeatabilityMm, 12);
    const same = two.map((r) => ({ ...r, valueMm: r.valve === "1I" ? 0.2 : 0.3 }));
    expect(handsOfStudy({ ...done, readings: same })[0]?.repeatMm).toBe(0.002);
  });
  it("are told by the newest study, and said where it is worth a word", () => {
    const later = { ...done, at: "2026-11-20T08:00:00Z", readings: two.map((r) => ({ ...r, valueMm: 0.2 })) };
    const hands = handsOfStudies([later, done]);
    expect(hands.get("a")).toMatchObject({ at: later.at, biasMm: expect.closeTo(0, 9) as number });
    const [a, b] = handsOfStudy(done);
    if (a === undefined || b === undefined) throw new Error("no hands");
    expect(biasWords(a, "mm")).toBe("you read 0.010 mm wider than others");
    expect(biasWords({ ...b, against: "known" }, "in")).toBe("you read 0.4 thou tighter than the gap");
    expect(biasWords({ ...a, biasMm: 0.004 }, "mm")).toBeNull();
    expect(verdictOfStudy(gaugeStudy(two, 0.01))).toMatch(/^This way of reading can't judge this band/);
    expect(verdictOfStudy(gaugeStudy(two, 10))).toMatch(/^Good: reading takes up 1 percent/);
  });
  it("are taken off what they read: a change of hand is no wear", () => {
    const [a, b] = handsOfStudy(done);
    if (a === undefined || b === undefined) throw new Error("no hands");
    const result = (found: number | null, left: number, by: string) => ({
      valve: "1I",
      role: "intake" as const,
      nominalMm: 0.2,
      lowMm: 0.15,
      highMm: 0.25,
      offsetMm: 0,
      found: found === null ? null : { lo: found - 0.005, hi: found + 0.005 },
      left: { lo: left - 0.005, hi: left + 0.005 },
      foundBy: by,
      leftBy: by,
      timesSet: 0,
      lifter: null,
      leftReading: null,
      fittedMm: null,
      answers: [],
      breaks: null,
    });
    const visit = (use: number, valve: ReturnType<typeof result>): Visit => ({
      jobId: String(use),
      at: "2026-01-01T00:00:00Z",
      day: use,
      use,
      state: "cold",
      specState: "cold",
      valves: [valve],
    });
    // The first hand reads a hundredth wide, the second a hundredth tight: nothing moved.
    const visits = [visit(100, result(null, 0.21, "a")), visit(300, result(0.19, 0.19, "b"))];
    const drift = (hands: ReturnType<typeof handsOfStudies>) =>
      engineLife(visits, 0.05, {}, hands).valves[0]?.visits[1]?.drift?.mean;
    expect(drift(new Map())).toBeCloseTo(-0.02, 9);
    expect(drift(handsOfStudies([done]))).toBeCloseTo(0, 9);
    expect(engineLife(visits, 0.05, {}, handsOfStudies([done])).hands.map((h) => h.person)).toEqual(["a", "b"]);
    expect(unbiased({ lo: 0.2, hi: 0.21 }, undefined)).toEqual({ lo: 0.2, hi: 0.21 });
  });
});

it("a study begins from an engine with its valves and its narrowest band", () => {
  expect(studyDraft(QUILLAN, "7")).toEqual({ name: "Quillan G2 7", valves: "1I 1E 2I 2E", band: "0.10 mm" });
});
