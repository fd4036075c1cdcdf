/** What is left off: a valve that stays unread, and a whole job that counts for nothing. */
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { jobFor, keptAfter, readBy } from "./jobs.testing";
import type { Entry, KeptEntry } from "./ledger/entry";
import { jobState, nextThing, refusal, standsWords } from "./run";
import { entryWords } from "./sheet/entryWords";
import { carriedOver } from "./state/carriedOver";

const FILE = engineFile(["1", "2"], { cam: MILD_CAM });
const job = jobFor(FILE, "firing-order");
let made = 0;
const entry = (kind: string, more: object = {}): Entry =>
  ({ id: `o${++made}`, supersedes: null, kind, ...more }) as unknown as Entry;
const kept = (...all: Entry[]): KeptEntry[] => all.reduce<KeptEntry[]>((k, e) => [...k, keptAfter(k, e)], []);
const skipped = (valve: string) => entry("skipped", { valve, reason: "Out of reach" });
const calledOff = () => entry("called-off", { reason: "Wrong engine" });
const arrived = entry("arrived", { stop: "A" });
const why = (before: readonly KeptEntry[], next: Entry): string | null =>
  refusal(job, jobState(job, before), next, { personId: "ada", nowMs: 0 });

it("a valve that is left unread is done, is not counted as locked, and can be taken up again", () => {
  const before = kept(arrived, skipped("1I"));
  const state = jobState(job, before);
  expect(state.valves.get("1I")).toMatchObject({ status: "done", left: null, skipped: { reason: "Out of reach" } });
  expect([state.doneCount, nextThing(job, state)]).toMatchObject([
    0,
    { kind: "read", valve: { valve: { id: "1E" } } },
  ]);
  const again = [...before, ...kept(entry("reopened", { valve: "1I", reason: "Reached it" }))];
  expect(jobState(job, again).valves.get("1I")).toMatchObject({ status: "due", skipped: null });
  expect(why(again, readBy({ id: "x", valve: "1I", stop: "A" }))).toBeNull();
  expect(entryWords(skipped("1I"))).toBe("1I left unread (Out of reach)");
});

it("nothing is left unread that was worked on", () => {
  const read = kept(arrived, readBy({ id: "r", valve: "1I", stop: "A" }));
  expect(why(read, skipped("1I"))).toMatch(/^1I was worked on already/);
  expect(why(read, skipped("1E"))).toBeNull();
  expect(why(kept(arrived, skipped("1I")), skipped("1I"))).toBeNull();
  expect(why(read, skipped("9X"))).toMatch(/not part of this job/);
});

it("while all are read as found first, a valve that is left unread is not waited for", () => {
  const survey = jobFor(FILE, "firing-order", { survey: true });
  const state = jobState(survey, kept(arrived, skipped("1I"), skipped("1E"), skipped("2I"), skipped("2E")));
  expect([state.surveying, state.doneCount]).toEqual([false, 0]);
});

it("a job that was called off ends there", () => {
  const before = kept(arrived, calledOff());
  const state = jobState(job, before);
  expect(state).toMatchObject({ ended: true, closed: null, calledOff: { reason: "Wrong engine" } });
  const next = nextThing(job, state);
  expect([next.kind, standsWords(job, state, next)]).toEqual(["closed", "Called off"]);
  for (const more of [arrived, calledOff(), entry("closed"), skipped("1I"), entry("withdrawn", { supersedes: "x" })])
    expect(why(before, more)).toMatch(/called off/);
  expect(why(before, entry("signed"))).toMatch(/nothing to sign/);
  expect(entryWords(calledOff())).toBe("job called off (Wrong engine)");
});

it("no lock is left loose by calling off", () => {
  const read = [arrived, readBy({ id: "r1", valve: "1I", stop: "A" })];
  const loose = entry("set", { valve: "1I", stop: "A", turns: 0.1, aimMm: 0.2, locked: false });
  expect(why(kept(...read, loose), calledOff())).toMatch(/^The lock of 1I is loose/);
  const again = readBy({ id: "r2", valve: "1I", stop: "A", pass: "set" });
  expect(why(kept(...read, loose, again), calledOff())).toMatch(/^The lock of 1I is loose/);
  expect(why(kept(...read, loose, entry("locked", { valve: "1I", stop: "A" })), calledOff())).toBeNull();
});

it("a job in which parts of the stock were fitted is finished, not called off", () => {
  const fitted = (more: object) =>
    entry("fitted", {
      valve: "1I",
      stop: "A",
      fromMm: 2.5,
      lengthMm: 2.6,
      partFrom: null,
      part: null,
      collets: null,
      ...more,
    });
  expect(why(kept(arrived, fitted({ partFrom: "part x" })), calledOff())).toMatch(/Parts were fitted/);
  expect(why(kept(arrived, fitted({})), calledOff())).toBeNull();
});

describe("a job that is begun again", () => {
  const read = (valve: string, more: object = {}): Entry => readBy({ id: `r${++made}`, valve, stop: "A", ...more });
  const left = (valve: string, reading: string): Entry => entry("left", { valve, reading, reason: null });
  const set = (valve: string, locked: boolean): Entry =>
    entry("set", { valve, stop: "A", turns: 0.1, aimMm: 0.2, locked });
  const carriedFrom = (...all: Entry[]) => carriedOver(jobState(job, kept(arrived, ...all)), "Thin set", job);

  it("carries the last reading of every valve that nothing was done at since", () => {
    const [one, two, after] = [read("1I"), read("1E"), read("1E", { pass: "as-left" })];
    const carried = carriedFrom(one, two, set("1E", true), after, left("1E", after.id));
    expect(carried.map((c) => [c.reading.valve, c.of.id, c.reading.pass])).toEqual(
      expect.arrayContaining([
        ["1I", one.id, "as-found"],
        ["1E", after.id, "as-found"],
      ]),
    );
    expect(carried).toHaveLength(2);
    // The set that was in hand is named, a gauge keeps its own name.
    expect(carried[0]?.reading.instrument).toBe("Thin set");
    expect(carriedFrom(read("1I", { school: "gauge", instrument: "Dial 2" }))[0]?.reading.instrument).toBe("Dial 2");
  });
  it("carries none that no longer stands, and none of wires", () => {
    const found = read("1I");
    for (const more of [
      [set("1I", false)],
      [set("1I", false), read("1I", { pass: "set" })],
      [set("1I", true)],
      [left("1I", found.id), entry("reopened", { valve: "1I", reason: "Ticks" })],
      [left("1I", found.id), entry("turned-over", { rereads: "all" })],
    ])
      expect(carriedFrom(found, ...more)).toEqual([]);
    expect(carriedFrom(read("1I", { school: "wire" }))).toEqual([]);
    expect(carriedFrom(skipped("1I"))).toEqual([]);
  });
  it("takes them before the crank is anywhere, as found there, and from nobody else", () => {
    const over = (before: readonly KeptEntry[], next: Entry, carrying: boolean) =>
      refusal(job, jobState(job, before), next, { personId: "ada", nowMs: 0, carrying });
    const [first] = carriedFrom(read("1I"));
    const next: Entry = { id: "c1", supersedes: null, ...first?.reading } as Entry;
    const head = entry("carried", { from: "the job begun today" });
    expect(over([], head, true)).toBeNull();
    expect(over([], head, false)).toMatch(/where a job is begun again/);
    expect(over(kept(head), next, false)).toMatch(/Turn the crank to the first stop/);
    expect(over(kept(head), next, true)).toBeNull();
    expect(over(kept(head, next), read("1I", { pass: "as-left" }), true)).toMatch(/was worked on meanwhile/);
    const state = jobState(job, kept(head, next));
    expect(state.valves.get("1I")).toMatchObject({ status: "read", asFound: { id: "c1" } });
    expect(nextThing(job, state)).toMatchObject({ kind: "turn" });
    expect(why(kept(head, next), entry("withdrawn", { supersedes: head.id }))).toMatch(/carried over/);
    expect(why(kept(head, next), entry("withdrawn", { supersedes: "c1" }))).toBeNull();
    expect(entryWords(head)).toBe("readings carried over from the job begun today");
  });
});
