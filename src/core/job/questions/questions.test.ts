/** At what figure, exactly, a reading is asked about. */
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../../engine/testEngines";
import { jobFor } from "../jobs.testing";
import type { LedgerEntry } from "../ledger/entry";
import type { Pass } from "../ledger/kinds";
import { jobState } from "../run";

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
