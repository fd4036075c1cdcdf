import { describe, expect, it } from "vitest";
import { keptAfter } from "../jobs.testing";
import type { Entry, LedgerEntry, LedgerValveEntry } from "./entry";
import { knownTurns, lockShifts } from "./learned";
import { predictedLash } from "./predictedLash";

const mark = (mm: number) => ({ mm, text: `${mm.toFixed(2)} mm` });
let made = 0;
const at = (valve: string, more: object): Entry =>
  ({ id: `e${++made}`, supersedes: null, valve, stop: "A", ...more }) as unknown as Entry;
const read = (valve: string, goes: number, noGo: number, pass = "as-left"): Entry =>
  at(valve, { kind: "reading", pass, goes: mark(goes), noGo: mark(noGo), school: "go-no-go", value: null });
const ledger = (...entries: Entry[]): LedgerEntry[] =>
  entries.reduce<LedgerEntry[]>((all, e) => [...all, keptAfter(all, e)], []);

describe("what a lock did", () => {
  const loose = read("1I", 0.2, 0.25, "set");
  const lock = at("1I", { kind: "locked" });
  const tight = read("1I", 0.15, 0.2);
  const shift = { valve: "1I", beforeMm: 0.225, afterMm: 0.175 };
  const close = (all: readonly object[]) =>
    all.map((s) => JSON.parse(JSON.stringify(s, (_, v) => (typeof v === "number" ? Number(v.toFixed(9)) : v))));

  it("is seen where it was read right before and right after", () => {
    expect(close(lockShifts(ledger(loose, lock, tight)))).toEqual([shift]);
    expect(close(lockShifts(ledger(loose, at("2I", { kind: "locked" }), lock, tight)))).toEqual([shift]);
    for (const other of [
      [lock, tight],
      [loose, lock],
      [loose, lock, at("1I", { kind: "set", turns: 0.1, locked: true })],
      [read("1I", 0.2, 0.25, "as-found"), lock, tight],
      [at("1I", { kind: "set", turns: 0.1, locked: false }), lock, tight],
      [loose, at("1I", { kind: "set", turns: 0.1, locked: true }), tight],
    ])
      expect(lockShifts(ledger(...other))).toEqual([]);
  });

  it("is anybody's, or one person's with what is on its way", () => {
    const kept = ledger(loose, lock, tight);
    expect(lockShifts(kept, "ada")).toHaveLength(1);
    expect(lockShifts(kept, "ben")).toEqual([]);
    expect(lockShifts(kept, null)).toEqual([]);
    expect(lockShifts([loose, lock, tight], "ben")).toHaveLength(1);
  });
});

describe("what a turn did", () => {
  const before = read("1I", 0.3, 0.35, "as-found");
  const turn = (more: object = {}) => at("1I", { kind: "set", turns: 0.25, aimMm: 0.2, locked: false, ...more });
  const after = read("1I", 0.2, 0.22);

  it("is known between two readings, less what locking did", () => {
    const [loose] = knownTurns(ledger(before, turn(), after), 0.01);
    expect(loose).toMatchObject({ valve: "1I", turns: 0.25 });
    expect(loose?.beforeMm).toBeCloseTo(0.325, 9);
    expect(loose?.afterMm).toBeCloseTo(0.21, 9);
    expect(loose?.unsureMm).toBeCloseTo(0.035, 9);
    const [locked] = knownTurns(ledger(before, turn({ locked: true }), after), 0.01);
    expect(locked?.afterMm).toBeCloseTo(0.2, 9);
  });

  it("is not known of a turn that nobody counted, or from a gap that nobody felt", () => {
    for (const other of [
      [before, turn({ turns: null }), after],
      [before, turn({ turns: 0 }), after],
      [turn(), after],
      [before, turn()],
      [before, turn(), turn(), after],
      [read("1I", 0, 0.05, "as-found"), turn(), after],
      [before, at("1I", { kind: "locked" }), after],
    ])
      expect(knownTurns(ledger(...other), 0)).toEqual([]);
  });
});

describe("what another part should do", () => {
  const fit = (more: object = {}) =>
    at("1I", { kind: "fitted", fromMm: 2.6, lengthMm: 2.5, part: null, partFrom: null, collets: null, ...more });
  const predicted = (...work: Entry[]) => predictedLash(work as LedgerValveEntry[]);
  const before = read("1I", 0.1, 0.15, "as-found");
  const after = read("1I", 0.2, 0.25);

  it("is the gap before with the difference of both parts", () => {
    const [one] = predicted(before, fit(), after);
    expect(one?.achieved).toBe(after);
    expect(one?.predictedMm.lo).toBeCloseTo(0.2, 9);
    expect(one?.predictedMm.hi).toBeCloseTo(0.25, 9);
    const [tight] = predicted(before, fit({ lengthMm: 2.72 }), after);
    expect(tight?.predictedMm.lo).toBe(0);
    expect(tight?.predictedMm.hi).toBeCloseTo(0.03, 9);
    expect(predicted(before, fit({ lengthMm: 2.9 }), after)[0]?.predictedMm).toEqual({ lo: 0, hi: 0 });
    expect(predicted(before, fit({ part: "opener" }), at("1I", { kind: "locked" }), after)).toHaveLength(1);
  });

  it("is not said of a closer, of what nobody measured, or where nothing was read", () => {
    for (const other of [
      [before, fit({ part: "closer" }), after],
      [before, fit({ fromMm: null }), after],
      [fit(), after],
      [before, fit()],
      [before, fit(), fit({ part: "closer" }), after],
      [before, at("1I", { kind: "locked" }), after],
    ])
      expect(predicted(...other)).toEqual([]);
  });
});
