/** The rules of a whole job beyond reading and setting: passes, questions, what comes before closing. */
import { beforeEach, describe, expect, it } from "vitest";
import type { EngineFile } from "../engine/engineFile";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { missingToClose, type Job, nextThing, jobState } from "./run";
import { type Entry, liveEntries } from "./ledger/entry";
import type { Pass } from "./ledger/kinds";
import { knownTurns, lockShifts } from "./ledger/learned";

import { PLAIN_CHECKS, jobFor, passNow, refusalAfter } from "./jobs.testing";

const FILE = engineFile(["1", "2", "4", "3"], { cam: MILD_CAM });
const FOUR = jobFor(FILE);

let ledger: Entry[] = [];
let job: Job = FOUR;
beforeEach(() => {
  ledger = [];
  job = FOUR;
});

type Loose = Partial<Entry> & Pick<Entry, "kind">;
const make = (entry: Loose): Entry => ({ id: `e${ledger.length}`, supersedes: null, ...entry }) as Entry;
const why = (entry: Loose, by: string | null = null): string | null => refusalAfter(job, ledger, make(entry), by);
function add(entry: Loose): Entry {
  const refused = why(entry);
  if (refused !== null) throw new Error(refused);
  const made = make(entry);
  ledger.push(made);
  return made;
}
const mark = (mm: number) => ({ mm, text: `${mm.toFixed(2)} mm` });
const stopNow = (): string => jobState(job, ledger).stop?.letter ?? "";
const read = (valve: string, goes: number, noGo = goes + 0.05): Entry =>
  add({
    kind: "reading",
    valve,
    stop: stopNow(),
    pass: passNow(job, ledger, valve),
    goes: mark(goes),
    noGo: mark(noGo),
    school: "go-no-go",
    value: null,
    instrument: null,
    reason: null,
  });
const set = (valve: string, locked: boolean, turns = 0.1): Entry =>
  add({ kind: "set", valve, stop: stopNow(), turns, aimMm: 0.2, locked });
const leave = (valve: string, goes = 0.2): Entry =>
  add({ kind: "left", valve, reading: read(valve, goes).id, reason: null });
const arrive = (stop: string): Entry => add({ kind: "arrived", stop });
const valvesAt = (letter: string): string[] =>
  job.route.find((s) => s.letter === letter)?.valves.map((v) => v.valve) ?? [];
function leaveAll(): void {
  for (const { letter } of job.route) {
    arrive(letter);
    for (const v of valvesAt(letter)) if (jobState(job, ledger).valves.get(v)?.status !== "done") leave(v);
  }
}
const next = () => nextThing(job, jobState(job, ledger));
const statusOf = (valve: string) => jobState(job, ledger).valves.get(valve)?.status;

describe("reading before locking", () => {
  it("goes from turned over read to locked, and only then to its as-left", () => {
    arrive("A");
    read("1I", 0.3);
    set("1I", false);
    expect(statusOf("1I")).toBe("turned");
    const loose = read("1I", 0.2);
    expect(loose).toMatchObject({ pass: "set" });
    expect(why({ kind: "left", valve: "1I", reading: loose.id, reason: null })).toMatch(/lock of 1I is loose/);
    expect(next()).toMatchObject({ kind: "lock" });
    add({ kind: "locked", valve: "1I", stop: "A" });
    expect(next()).toMatchObject({ kind: "read", valve: { status: "locked" } });
    leave("1I", 0.2);
    expect(statusOf("1I")).toBe("done");
    expect(why({ kind: "locked", valve: "1I", stop: "A" })).toMatch(/not loose/);
  });
  it("teaches what locking does, and what a turn makes", () => {
    arrive("A");
    read("1I", 0.3);
    set("1I", false, 0.1);
    read("1I", 0.2);
    add({ kind: "locked", valve: "1I", stop: "A" });
    leave("1I", 0.18);
    expect(lockShifts(ledger, null)).toEqual([
      { valve: "1I", beforeMm: expect.closeTo(0.225), afterMm: expect.closeTo(0.205) },
    ]);
    expect(knownTurns(ledger, 0)).toEqual([
      {
        valve: "1I",
        turns: 0.1,
        beforeMm: expect.closeTo(0.325),
        afterMm: expect.closeTo(0.225),
        unsureMm: expect.closeTo(0.05),
      },
    ]);
    const byOther = ledger.map((e, i) => ({ ...e, seq: i + 1, personId: "ada", at: "" }));
    expect(lockShifts(byOther, "bo")).toEqual([]);
    expect(lockShifts(byOther, "ada")).toHaveLength(1);
  });
});

describe("passes", () => {
  it("a survey reads all valves before any is set", () => {
    job = { ...FOUR, survey: true };
    arrive("A");
    read("1I", 0.25);
    expect(why({ kind: "set", valve: "1I", stop: "A", turns: 0.1, aimMm: 0.2, locked: true })).toMatch(
      /reads every valve as found first/,
    );
    for (const v of valvesAt("A")) if (v !== "1I") leave(v);
    expect(next()).toMatchObject({ kind: "turn", to: { letter: "B" } });
    arrive("B");
    for (const v of valvesAt("B")) leave(v);
    expect(next()).toMatchObject({ kind: "turn", to: { letter: "A" } });
    arrive("A");
    expect(next()).toMatchObject({ kind: "set", valve: { valve: { id: "1I" } } });
  });
  it("two turns by hand make every valve due once; later turns only those set in between", () => {
    leaveAll();
    // Two full turns end where they began.
    const at = jobState(job, ledger).stop?.letter;
    expect(next()).toMatchObject({ kind: "turn-over", to: { letter: at } });
    add({ kind: "turned-over", rereads: null });
    expect(job.valves.map((v) => statusOf(v.id))).toEqual(job.valves.map(() => "due"));
    arrive("A");
    expect(next()).toMatchObject({ kind: "read", valve: { status: "due" } });
    expect(passNow(job, ledger, "1I")).toBe("re-check" satisfies Pass);
    leaveAll();
    expect(next()).toMatchObject({ kind: "check", item: "locks" });
    add({ kind: "reopened", valve: "1I", reason: "Ticks after start" });
    expect(next()).toMatchObject({ kind: "turn", to: { letter: "A" } });
    arrive("A");
    read("1I", 0.22, 0.28);
    set("1I", true);
    leave("1I");
    expect(next()).toMatchObject({ kind: "turn-over" });
    add({ kind: "turned-over", rereads: null });
    expect(job.valves.filter((v) => statusOf(v.id) === "due").map((v) => v.id)).toEqual(["1I"]);
  });
  it("what is tightened over valves comes before the two turns, and again when one under it is set", () => {
    job = jobFor(FILE, "two-stop", { tightenedLater: [{ name: "girdle", valves: ["1I", "1E"] }] });
    arrive("A");
    expect(why({ kind: "tightened", part: "girdle" })).toMatch(/First finish the valves under it: 1I/);
    expect(why({ kind: "tightened", part: "roof" })).toMatch(/no roof/);
    leaveAll();
    expect(next()).toMatchObject({ kind: "tighten", part: { name: "girdle" } });
    add({ kind: "tightened", part: "girdle" });
    expect(["1I", "1E", "2I"].map(statusOf)).toEqual(["due", "due", "done"]);
    expect(next()).toMatchObject({ kind: "turn-over" });
    arrive("A");
    read("1I", 0.25);
    set("1I", true);
    expect(jobState(job, ledger).untightened).toHaveLength(1);
  });
  it("all to aim sets what is in spec but off the aim", () => {
    job = { ...FOUR, allToAimMm: 0.01 };
    arrive("A");
    const r = add({
      kind: "reading",
      valve: "1I",
      stop: "A",
      pass: "as-found",
      goes: mark(0.23),
      noGo: mark(0.25),
      school: "go-no-go",
      value: null,
      instrument: null,
      reason: null,
    });
    expect(nextThing(job, jobState(job, ledger), { chosen: "1I" })).toMatchObject({
      kind: "set",
      valve: { verdict: "in", offAim: true },
    });
    expect(why({ kind: "left", valve: "1I", reading: r.id, reason: null })).toMatch(/wants all nearer to the target/);
    expect(why({ kind: "left", valve: "1I", reason: "seized", reading: r.id })).toBeNull();
  });
});

describe("a crank that is not where it was thought", () => {
  const found = (stoodThere: "yes" | "no" | "unsure") =>
    add({ kind: "crank-found", stop: "B", deg: 360, stoodThere });
  function workAtA(): void {
    arrive("A");
    leave("1I");
    read("1E", 0.3);
    set("1E", true);
    read("2E", 0.3);
    set("2E", false);
    read("3I", 0.2);
  }
  it("is believed, and what was done since it was proved is done again", () => {
    workAtA();
    const [first] = job.valves;
    expect(jobState(job, ledger).workedSinceProof).toEqual(["1I", "1E", "2E", "3I"]);
    expect(why({ kind: "crank-found", stop: "Z", deg: 0, stoodThere: "no" })).toMatch(/no stop Z/);
    expect(why({ kind: "crank-found", stop: null, deg: 719, stoodThere: "no" })).toBeNull();
    expect(why({ kind: "crank-found", stop: null, deg: 720, stoodThere: "no" })).toMatch(/below 720 degrees/);
    found("unsure");
    // Only read: as if it were not. Turned: to be looked at again, and a loose lock is still loose.
    expect(["1I", "1E", "2E", "3I"].map(statusOf)).toEqual(["unread", "due", "turned", "unread"]);
    const state = jobState(job, ledger);
    expect(state).toMatchObject({ stop: { letter: "B" }, workedSinceProof: [] });
    expect(state.valves.get(first?.id ?? "")).toMatchObject({ asFound: null, left: null, verdict: null });
  });
  it("keeps what was done where it was turned only since", () => {
    workAtA();
    found("no");
    expect(["1I", "1E", "2E", "3I"].map(statusOf)).toEqual(["done", "locked", "turned", "read"]);
  });
  it("touches nothing that was done before the last proof", () => {
    arrive("A");
    leave("1I");
    arrive("A");
    leave("1E");
    found("yes");
    expect(["1I", "1E"].map(statusOf)).toEqual(["done", "unread"]);
  });
  it("is not known once the engine ran, or a drive went back", () => {
    leaveAll();
    add({ kind: "checked", item: "recheck", reason: "head comes off again" });
    add({ kind: "checked", item: "locks", reason: null });
    add({ kind: "reopened", valve: "1I", reason: "Lock may be loose" });
    expect(jobState(job, ledger).stop).not.toBeNull();
    leaveAll();
    for (const item of PLAIN_CHECKS.filter((i) => i !== "started")) add({ kind: "checked", item, reason: null });
    add({ kind: "reopened", valve: "1I", reason: "Ticks after start" });
    expect(jobState(job, ledger).stop).toBeNull();
    expect(next()).toMatchObject({ kind: "turn", first: true });
  });
  it("does not turn the engine over while a valve waits to be set again", () => {
    leaveAll();
    add({ kind: "reopened", valve: "1I", reason: "Forgotten" });
    expect(next().kind).not.toBe("turn-over");
    expect(why({ kind: "turned-over", rereads: null })).toMatch(/First finish what is open: 1I/);
  });
});

describe("questions, before the evidence is adjusted away", () => {
  const turn = (valve: string) => why({ kind: "set", valve, stop: stopNow(), turns: 0.1, aimMm: 0.2, locked: true });
  it("no leaf going asks where the crank is", () => {
    arrive("A");
    const r = read("1I", 0, 0.05);
    expect(next()).toMatchObject({ kind: "answer", question: { id: `zero:${r.id}`, valve: "1I" } });
    expect(turn("1I")).toMatch(/No leaf goes at 1 intake.*really at stop A/);
    add({ kind: "answered", question: `zero:${r.id}`, reason: "Crank checked" });
    expect(turn("1I")).toBeNull();
    expect(why({ kind: "answered", question: `zero:${r.id}`, reason: "again" })).toMatch(/answered already/);
  });
  it("a valve far out of spec is asked about, one a little out is not", () => {
    arrive("A");
    read("1I", 0.3);
    expect(turn("1I")).toBeNull();
    read("1E", 0.4);
    expect(turn("1E")).toMatch(/1 exhaust reads 0.40–0.45 mm: about 0\.\d\d mm wider than nominal/);
  });
  it("a valve unlike its siblings is asked about, also inside the band of doubt", () => {
    job = jobFor(FILE, "firing-order");
    for (const [i, v] of ["1I", "2I", "4I"].entries()) {
      arrive(job.route[i]?.letter ?? "");
      leave(v);
    }
    arrive(job.route[3]?.letter ?? "");
    read("3I", 0.3);
    expect(jobState(job, ledger).questions.map((q) => q.text)).toEqual([
      expect.stringMatching(/^3 intake reads 0.30–0.35 mm: about 0.10 mm wider than the other intake valves/),
    ]);
  });
  it("a drift against its own past is asked about", () => {
    job = { ...FOUR, lastTime: { "1I": { lo: 0.2, hi: 0.25 } } };
    arrive("A");
    read("1I", 0.05);
    expect(turn("1I")).toMatch(/tighter than it was left last time/);
  });
  it("all alike off asks whether hot was read as cold, once", () => {
    arrive("A");
    for (const v of valvesAt("A")) read(v, 0.3);
    expect(jobState(job, ledger).questions.find((q) => q.id === "alike")?.text).toMatch(
      /All 4 valves read so far are alike: loose. Is the engine really cold/,
    );
    expect(next()).toMatchObject({ kind: "answer", question: { id: "alike" }, about: null });
    add({ kind: "answered", question: "alike", reason: "It is cold" });
    expect(next()).toMatchObject({ kind: "set" });
  });
  it("a re-check that moved asks what moved, by name", () => {
    leaveAll();
    add({ kind: "turned-over", rereads: null });
    arrive("A");
    read("1E", 0.05);
    expect(next()).toMatchObject({
      kind: "answer",
      question: {
        valve: "1E",
        text: expect.stringMatching(/^1 exhaust was left at 0.20–0.25 mm and now reads 0.05–0.10 mm/),
      },
    });
  });
  it("go with the reading that raised them", () => {
    arrive("A");
    const r = read("1I", 0, 0.05);
    add({ kind: "withdrawn", supersedes: r.id });
    expect(jobState(job, ledger).questions).toEqual([]);
  });
});

describe("closing", () => {
  it("lists what is missing, in words", () => {
    arrive("A");
    leave("1I");
    read("1E", 0, 0.05);
    expect(missingToClose(job, jobState(job, ledger))).toEqual([
      expect.stringMatching(/^No as-left for: 1E, /),
      "Not turned over by hand and read again.",
      expect.stringMatching(/^Not answered: No leaf goes at 1 exhaust/),
      "Not said: what holds each setting checked once more; timing of the distributor or pump checked; tools off, leaves counted; started and listened to.",
    ]);
    expect(why({ kind: "closed" })).toMatch(/^It can't be closed yet. No as-left for: 1E/);
  });
  it("asks for the covers that the engine has, and for no drive where it has none", () => {
    const asked = (more: Partial<EngineFile>): string | undefined => {
      const of = { ...FILE, ...more };
      job = jobFor(of);
      return missingToClose(job, jobState(job, [])).find((line) => line.startsWith("Not said"));
    };
    expect(asked({ covers: [{ name: "cover", seal: "gasket", torqueNm: 9 }] })).toMatch(
      /timing of the distributor or pump checked; tools off, leaves counted; covers on and torqued/,
    );
    expect(asked({ timedDrive: "none" })).not.toMatch(/timing/);
    expect(asked({ timedDrive: "none" })).not.toMatch(/covers/);
    expect(asked({ sector: "motorcycle" })).not.toMatch(/timing/);
    expect(asked({ sector: "motorcycle", timedDrive: "magneto" })).toMatch(/timing/);
    job = jobFor({ ...FILE, timedDrive: "none" });
    leaveAll();
    add({ kind: "checked", item: "recheck", reason: "head comes off again" });
    expect(why({ kind: "checked", item: "covers", reason: null })).toMatch(/names no covers/);
    expect(why({ kind: "checked", item: "drive", reason: null })).toMatch(/drives nothing in time/);
  });
  it("leaves the re-check out with a reason only, and forgets the checks when a valve is touched again", () => {
    leaveAll();
    expect(why({ kind: "checked", item: "recheck", reason: null })).toMatch(/Say why/);
    add({ kind: "checked", item: "recheck", reason: "head comes off again" });
    for (const item of PLAIN_CHECKS) add({ kind: "checked", item, reason: null });
    expect(next()).toMatchObject({ kind: "close" });
    add({ kind: "reopened", valve: "1I", reason: "forgot its lock" });
    expect(why({ kind: "closed" })).toMatch(/To be read once more: 1I.*Not said/);
  });
  it("is signed once, after closing, by somebody else", () => {
    expect(why({ kind: "signed" }, "bo")).toMatch(/Close the job/);
    leaveAll();
    add({ kind: "checked", item: "recheck", reason: "x" });
    for (const item of PLAIN_CHECKS) add({ kind: "checked", item, reason: null });
    ledger.push({ ...make({ kind: "closed" }), personId: "ada", seq: 99, at: "" } as unknown as Entry);
    expect(why({ kind: "signed" }, "ada")).toMatch(/second person/);
    expect(why({ kind: "signed" }, "bo")).toBeNull();
    add({ kind: "signed" });
    expect(why({ kind: "signed" }, "cy")).toMatch(/signed already/);
    expect(jobState(job, ledger)).toMatchObject({ closed: { id: expect.any(String) }, signed: true });
  });
});

describe("coming and going", () => {
  it("a pause asks where the crank is, until that is said", () => {
    arrive("A");
    add({ kind: "paused", reason: "Break" });
    expect(next()).toMatchObject({ kind: "confirm", at: { letter: "A" } });
    arrive("A");
    expect(next()).toMatchObject({ kind: "read" });
  });
  it("a valve in somebody else's hand comes last, but still comes", () => {
    arrive("A");
    const here = valvesAt("A");
    const taken = new Set(here.slice(0, 1));
    expect(nextThing(job, jobState(job, ledger), { taken })).toMatchObject({ valve: { valve: { id: here[1] } } });
    expect(nextThing(job, jobState(job, ledger), { taken: new Set(here) })).toMatchObject({
      valve: { valve: { id: here[0] } },
    });
  });
  it("the two turns are taken back last first", () => {
    leaveAll();
    const turnedOver = add({ kind: "turned-over", rereads: null });
    const arrived = arrive("A");
    expect(why({ kind: "withdrawn", supersedes: turnedOver.id })).toMatch(/Work was done after this/);
    add({ kind: "withdrawn", supersedes: arrived.id });
    add({ kind: "withdrawn", supersedes: turnedOver.id });
    expect(liveEntries(ledger).some((e) => e.kind === "turned-over")).toBe(false);
  });
});
