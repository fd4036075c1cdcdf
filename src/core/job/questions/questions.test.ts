/** At what figure, exactly, a reading is asked about. */
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../../engine/testEngines";
import { jobFor } from "../jobs.testing";
import type { LedgerEntry } from "../ledger/entry";
import type { Pass } from "../ledger/kinds";
import { APART_MM } from "../../shims/oneValve";
import { jobState } from "../run";
import { unlikePredicted } from "./lashQuestions";

const FILE = engineFile(["1", "2", "4", "3"], { cam: MILD_CAM });
const leaf = (mm: number) => ({ mm, text: `${mm.toFixed(3)} mm` });
let made = 0;
const reading = (valve: string, lo: number, hi: number, pass: Pass = "as-found"): LedgerEntry => ({
  id: `e${++made}`,
  supersedes: null,
  kind: "reading",
  valve,
  stop: "A",
  pass,
  goes: leaf(lo),
  noGo: leaf(hi),
  school: "go-no-go",
  value: null,
  instrument: null,
  reason: null,
});
const left = (valve: string, of: LedgerEntry): LedgerEntry => ({
  id: `e${++made}`,
  supersedes: null,
  kind: "left",
  valve,
  reading: of.id,
  reason: null,
});
const JOB = jobFor(FILE, "firing-order");
const asked = (entries: readonly LedgerEntry[], job = JOB): string[] =>
  jobState(job, entries).questions.map((q) => `${q.id.split(":")[0]} ${q.valve ?? "all"}`);

describe("a valve unlike its siblings", () => {
  // Three intakes at 0.20 and one apart: their spread is none, so the floor of 0.015 mm counts, 3.5 times.
  const apart = (mm: number): LedgerEntry[] =>
    ["1I", "2I", "3I"].map((v) => reading(v, 0.175, 0.225)).concat(reading("4I", 0.175 + mm, 0.225 + mm));
  it.each([
    [3.5 * 0.015 - 1e-6, []],
    [3.5 * 0.015 + 1e-6, ["odd 4I"]],
    [-(3.5 * 0.015) + 1e-6, []],
    [-(3.5 * 0.015) - 1e-6, ["odd 4I"]],
  ])("is asked about from 3.5 deviations on: %f mm apart", (mm, questions) =>
    expect(asked(apart(mm))).toEqual(questions),
  );
  it("counts the robust deviation where the siblings spread more than the floor", () => {
    // Middles 0.18, 0.20, 0.22 and one apart: median 0.21 - a spread of about 0.03.
    const spread = (mm: number): LedgerEntry[] => [
      ...[0.18, 0.2, 0.22].map((m, i) => reading(`${i + 1}I`, m - 0.025, m + 0.025)),
      reading("4I", mm - 0.025, mm + 0.025),
    ];
    const flagged = (m: number): boolean => asked(spread(m)).length > 0;
    // Off the median 0.21 by more than 3.5 × 1.4826 × the median deviation of 0.02.
    const edge = 0.21 + 3.5 * 1.4826 * 0.02;
    expect([flagged(edge - 1e-4), flagged(edge + 1e-4)]).toEqual([false, true]);
  });
});

describe("with too few siblings", () => {
  it.each([
    [0.35, 0.4, []],
    [0.351, 0.4, ["odd 1I"]],
    [0.03, 0.05, []],
    [0.03, 0.0499, ["odd 1I"]],
  ])("a band's width beyond the band is asked about: %f to %f", (lo, hi, questions) =>
    expect(asked([reading("1I", lo, hi)])).toEqual(questions),
  );
  it.each([
    [0.325, 0.324, []],
    [0.325, 0.326, ["odd 1I"]],
  ])("so is a drift since last time of more than a band: 0.225 to %f…", (_edge, now, questions) => {
    const job = { ...JOB, lastTime: { "1I": { lo: 0.2, hi: 0.25 } } };
    expect(asked([reading("1I", now - 0.01, now + 0.01)], job)).toEqual(questions);
  });
});

describe("a re-check that moved", () => {
  const again = (lo: number, hi: number): LedgerEntry[] => {
    const first = reading("1I", 0.2, 0.25);
    return [first, left("1I", first), reading("1I", lo, hi, "re-check")];
  };
  it.each([
    [0.27, 0.3, ["moved 1I"]],
    [0.269, 0.3, []],
    [0.15, 0.18, ["moved 1I"]],
    [0.15, 0.181, []],
  ])("is asked about from 0.02 mm on, sums of decimals and all: 0.20–0.25, then %f to %f", (lo, hi, questions) =>
    expect(asked(again(lo, hi))).toEqual(questions),
  );
});

describe("all alike", () => {
  const all = (n: number, lo: number, hi: number): LedgerEntry[] =>
    ["1I", "1E", "2I", "2E"].slice(0, n).map((v) => reading(v, lo, hi));
  it("is asked from four on, and only while all are on one side", () => {
    expect(asked(all(3, 0.26, 0.28))).toEqual([]);
    expect(asked(all(4, 0.26, 0.28))).toEqual(["alike all"]);
    expect(asked(all(4, 0.2, 0.22))).toEqual([]);
    expect(asked([...all(3, 0.26, 0.28), reading("2E", 0.2, 0.22)])).toEqual([]);
  });
  it.each([
    [0.0499, []],
    [0.0501, ["alike all"]],
    [-0.0501, ["alike all"]],
  ])("and where all moved alike since last time by a leaf's step: %f mm", (mm, questions) => {
    const past = { lo: 0.19, hi: 0.21 };
    const job = { ...JOB, lastTime: Object.fromEntries(JOB.valves.map((v) => [v.id, past])) };
    const now = ["1I", "2E"].map((v) => reading(v, 0.19 + mm, 0.21 + mm));
    expect(asked(now, job)).toEqual(questions);
  });
});

describe("what is asked, in words", () => {
  const questions = (entries: readonly LedgerEntry[], job = JOB) => jobState(job, entries).questions;
  const only = (entries: readonly LedgerEntry[], job = JOB) => {
    const [first, ...others] = questions(entries, job);
    expect(others).toEqual([]);
    return first;
  };
  const three = ["1I", "2I", "3I"].map((v) => reading(v, 0.175, 0.225));

  it("of one that is tight, or loose, among its siblings", () => {
    const tight = only([...three, reading("4I", 0.075, 0.125)]);
    expect(tight?.text).toBe(
      "4 intake reads 0.075–0.125 mm: about 0.10 mm tighter than the other intake valves. Is it the right valve, at the right stop?",
    );
    expect(tight?.checks[0]).toMatch(/On a lobe every valve reads tight/);
    expect(tight?.answers).toEqual([
      "Looked at it: nothing found",
      "Seat or valve: to be watched",
      "Set wrong last time",
    ]);
    const loose = only([...three, reading("4I", 0.275, 0.325)]);
    expect(loose?.text).toMatch(/0\.10 mm wider than the other intake valves/);
    expect(loose?.checks).toEqual([
      "Lock slipped, or a part not seated: move the rocker by hand.",
      "Pushrod bent: spin it. Lobe, roller or tip worn: look at them.",
    ]);
    expect(loose?.answers).toEqual([
      "Looked at it: nothing found",
      "Lock had slipped",
      "Pushrod, lobe or tip: to be watched",
    ]);
  });

  it("of one that moved unlike its siblings since last time, in the unit in which it was read", () => {
    const lastTime = Object.fromEntries(["1I", "2I", "3I", "4I"].map((v) => [v, { lo: 0.175, hi: 0.225 }]));
    const inch = { ...reading("4I", 0.275, 0.325) } as Extract<LedgerEntry, { kind: "reading" }>;
    const noGo = { mm: 0.325, text: ".0128 in" };
    const asked4 = only([...three, { ...inch, noGo }], { ...JOB, lastTime });
    expect(asked4?.text).toMatch(/: about \.004 in wider since last time, unlike the other intake valves\. Is it/);
    const part = { "1I": { lo: 0.175, hi: 0.225 } };
    // Where it is not known of all, they are compared among themselves.
    expect(only([...three, reading("4I", 0.275, 0.325)], { ...JOB, lastTime: part })?.text).toMatch(
      /than the other intake/,
    );
    expect(only([reading("1I", 0.6, 0.65)])?.text).toMatch(/: about 0\.42 mm wider than nominal\. /);
    expect(only([reading("1I", 0.6, 0.65)], { ...JOB, lastTime: part })?.text).toMatch(
      / than it was left last time\. /,
    );
  });

  it("by what was known then: of siblings that were read before it was touched", () => {
    const far = reading("4I", 0.075, 0.125);
    expect(asked([far, left("4I", far), ...three])).toEqual([]);
    expect(asked([far, ...three, left("4I", far)])).toEqual(["odd 4I"]);
    const answer: LedgerEntry = {
      id: `e${++made}`,
      supersedes: null,
      kind: "answered",
      question: `odd:${far.id}`,
      reason: "so",
    };
    expect(asked([far, ...three, answer])).toEqual([]);
    expect(asked([far, ...three, { ...answer, question: "odd:other" }])).toEqual(["odd 4I"]);
    // The first reading as found counts; one with its lock loose is none.
    expect(asked([...three, reading("4I", 0.175, 0.225, "set"), reading("4I", 0.075, 0.125, "as-left")])).toEqual([]);
    // Exhausts are no siblings of intakes.
    expect(asked([...["1E", "2E", "3E"].map((v) => reading(v, 0.175, 0.225)), far])).toEqual([]);
  });

  it("of a valve at which no leaf goes", () => {
    const none = only([reading("1I", 0, 0.05)]);
    expect(none).toMatchObject({
      id: expect.stringMatching(/^zero:/),
      text: "No leaf goes at 1 intake: the valve may be held open. Is the crank really at stop A?",
      answers: ["Crank checked, follower on its base circle: it is tight", "Seat or valve: to be watched"],
    });
    expect(none?.checks).toHaveLength(2);
  });

  it("of a re-check that moved, against the reading right before it", () => {
    const first = reading("1I", 0.2, 0.22);
    const moved = (lo: number, hi: number) => [first, left("1I", first), reading("1I", lo, hi, "re-check")];
    expect(asked(moved(0.22, 0.24))).toEqual([]);
    expect(asked(moved(0.24, 0.26))).toEqual(["moved 1I"]);
    expect(asked(moved(0.16, 0.18))).toEqual(["moved 1I"]);
    expect(only(moved(0.24, 0.26))).toMatchObject({
      text: "1 intake was left at 0.200–0.220 mm and now reads 0.240–0.260 mm. What moved?",
      checks: ["Lock not tight: try it.", "Another valve read, now or then, or the crank not at this stop."],
      answers: ["Lock was not tight", "Wrong valve or stop was read before", "Looked at it: nothing found"],
    });
    expect(asked([reading("1I", 0.24, 0.26, "re-check")])).toEqual([]);
  });

  it("of all alike off, by the state of the engine", () => {
    const off = ["1I", "2I", "3I", "4I"].map((v) => reading(v, 0.3, 0.35));
    const cold = only(off);
    expect(cold).toMatchObject({ id: "alike", valve: null });
    expect(cold?.text).toBe("All 4 valves read so far are alike: loose. Is the engine really cold?");
    expect(cold?.checks).toEqual([
      "Has the engine run today? Hot, it reads otherwise than cold.",
      "Is it the right feeler set, read in the right unit?",
      "Did another person, with another hand, set it last time?",
    ]);
    expect(cold?.answers).toEqual([
      "It is cold: checked by hand or thermometer",
      "Another person or another set last time",
    ]);
    const hot = only(off, { ...JOB, state: "hot" });
    expect(hot?.checks[0]).toBe("Is it still hot through? It cools while you work.");
    expect(hot?.text).toMatch(/Is the engine really hot\?$/);
  });

  it("of all moved alike since last time, by how much and which way", () => {
    const lastTime = (mm: number) =>
      Object.fromEntries(["1I", "2I"].map((v) => [v, { lo: mm - 0.01, hi: mm + 0.01 }]));
    const now = ["1I", "2I"].map((v) => reading(v, 0.19, 0.21));
    const shift = (mm: number) =>
      questions(now, { ...JOB, lastTime: lastTime(mm) }).find((q) => q.id === "alike")?.text;
    expect(shift(0.14)).toMatch(/alike: 0\.06 mm wider than it was left\./);
    expect(shift(0.26)).toMatch(/alike: 0\.06 mm tighter than it was left\./);
    expect(shift(0.15)).toMatch(/0\.05 mm wider/);
    expect(shift(0.151)).toBeUndefined();
    const apart = { ...JOB, lastTime: { "1I": { lo: 0.13, hi: 0.15 }, "2I": { lo: 0.25, hi: 0.27 } } };
    expect(asked(now, apart)).toEqual([]);
    const half = { ...JOB, lastTime: { "1I": { lo: 0.13, hi: 0.15 } } };
    expect(asked(now, half)).toEqual([]);
  });
});

describe("a part that leaves another lash than its sum said", () => {
  const fitted = (lengthMm: number): LedgerEntry =>
    ({
      id: `e${++made}`,
      supersedes: null,
      kind: "fitted",
      valve: "1I",
      stop: "A",
      fromMm: 2.6,
      lengthMm,
      part: null,
      partFrom: null,
      collets: null,
      instrument: null,
    }) as LedgerEntry;
  const after = (lo: number) =>
    unlikePredicted(JOB, JOB.valves[0]!, [reading("1I", 0.1, 0.12), fitted(2.5), reading("1I", lo, lo + 0.02)]);
  it("is asked about beyond what leaves and micrometer explain", () => {
    expect(after(0.2)).toEqual([]);
    const edge = 0.22 + APART_MM;
    expect(after(edge)).toEqual([]);
    expect(after(edge + 1e-6)).toHaveLength(1);
    const [asked1] = after(0.3);
    expect(asked1).toMatchObject({ valve: "1I", id: expect.stringMatching(/^part:e/) });
    expect(asked1?.text).toBe(
      "1 intake reads 0.300–0.320 mm, and its part should leave 0.20–0.22 mm. What is wrong?",
    );
    expect(asked1?.checks).toEqual([
      "Dirt under it, or a part not seated: turn the cam once more.",
      "The part measured wrong, or put at another valve.",
      "The first reading was wrong.",
    ]);
    expect(asked1?.answers).toEqual([
      "Seated anew, it reads so now",
      "The part was measured wrong",
      "The first reading was wrong",
      "Looked at it: nothing found",
    ]);
  });
});
