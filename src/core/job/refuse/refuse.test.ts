/** What the ledger refuses, sentence by sentence, on a plain job with screws, a bridge and a girdle. */
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../../engine/testEngines";
import { jobFor, keptAfter, mark, readBy, refusalAfter } from "../jobs.testing";
import type { Entry, KeptEntry } from "../ledger/entry";

const FILE = engineFile(["1", "2"], { cam: MILD_CAM });
const JOB = jobFor(FILE, "firing-order", {
  bridged: ["1E"],
  tightenedLater: [{ name: "girdle", valves: ["1I", "1E"] }],
});
let made = 0;
const entry = (kind: string, more: object = {}): Entry =>
  ({ id: `f${++made}`, supersedes: null, kind, ...more }) as never;
const arrived = (stop = "A") => entry("arrived", { stop });
const reading = (valve: string, more: object = {}) => readBy({ id: `f${++made}`, valve, ...more });
const set = (valve: string, more: object = {}) =>
  entry("set", { valve, stop: "A", turns: 0.1, aimMm: null, locked: true, ...more });
const left = (valve: string, of: Entry, reason: string | null = null) =>
  entry("left", { valve, reading: of.id, reason });
const kept = (...all: Entry[]): KeptEntry[] => all.reduce<KeptEntry[]>((k, e) => [...k, keptAfter(k, e)], []);
const refused = (before: readonly Entry[], next: Entry, job = JOB) => refusalAfter(job, kept(...before), next);

describe("a reading", () => {
  const read = (more: object) => refused([arrived()], reading("1I", more));
  it("is of leaves that do not contradict, at the stop where the crank stands", () => {
    expect(read({})).toBeNull();
    expect(refused([], reading("1I"))).toBe("Turn the crank to the first stop and say so before reading a valve.");
    expect(read({ stop: "B" })).toBe("The crank stands at stop A, not B: take the reading again here.");
    expect(read({ school: "wire" })).toBe("Wires are held to the plunger of a hydraulic lifter only.");
    expect(read({ goes: mark(0.25), noGo: mark(0.2) })).not.toBeNull();
    expect(read({ value: mark(0.22) })).toBeNull();
    for (const value of [mark(0.2), mark(0.25)]) expect(read({ value })).toBeNull();
    for (const value of [mark(0.19), mark(0.26)])
      expect(read({ value })).toBe("What was held lies outside what went and what did not: take the reading again.");
  });

  it("is of the pass that is due, and of a valve that this stop serves unless a reason is given", () => {
    const again = /^1I was worked on meanwhile, on another device/;
    expect(read({ pass: "as-left" })).toMatch(again);
    expect(refused([arrived(), reading("1I"), set("1I")], reading("1I"))).toMatch(again);
    expect(refused([arrived()], reading("9X"))).not.toBeNull();
    expect(refused([arrived()], reading("2I"))).not.toBeNull();
    expect(refused([arrived()], reading("2I", { reason: "eyed" }))).toBeNull();
  });
});

describe("slack", () => {
  const slack = (valve: string, stop = "A") => entry("slack", { valve, stop });
  it("is said before anything is done at a valve, at a stop that serves it", () => {
    expect(refused([arrived()], slack("1I"))).toBeNull();
    expect(refused([arrived(), reading("1I")], slack("1I"))).toBeNull();
    expect(refused([], slack("1I"))).toMatch(/^Turn the crank to the first stop/);
    expect(refused([arrived()], slack("1I", "B"))).toBe("The crank stands at stop A, not B: feel for it again here.");
    expect(refused([arrived()], slack("2I"))).not.toBeNull();
    for (const before of [[slack("1I")], [reading("1I"), set("1I")]])
      expect(refused([arrived(), ...before], slack("1I"))).toBe("1I was worked on already: read it as it is now.");
  });

  it("is followed by setting where its follower is on its base circle, and by the reading as left", () => {
    expect(refused([arrived(), slack("1I")], set("1I"))).toBeNull();
    expect(refused([arrived(), slack("1I"), arrived("B")], set("1I", { stop: "B" }))).toMatch(/1 intake|1I/);
    expect(refused([arrived(), slack("1I"), set("1I")], reading("1I", { pass: "as-left" }))).toBeNull();
    expect(refused([arrived(), slack("1I"), set("1I")], reading("1I"))).toMatch(/worked on meanwhile/);
    expect(refused([arrived(), slack("1I")], set("1I"), { ...JOB, survey: true })).toMatch(/as found first/);
  });
});

describe("a turn", () => {
  const found = reading("1I", { goes: mark(0.3), noGo: mark(0.35) });
  it("follows a reading, an answer and a look at the bridge", () => {
    expect(refused([arrived(), found], set("1I"))).toBeNull();
    expect(refused([arrived()], set("1I"))).toBe("Read 1I before its adjuster is turned.");
    expect(refused([arrived(), found, set("1I")], set("1I"))).toBe("Read 1I before its adjuster is turned.");
    const loose = [arrived(), found, set("1I", { locked: false }), reading("1I", { pass: "set" })];
    expect(refused(loose, set("1I"))).toBeNull();
    const bridged = reading("1E", { goes: mark(0.3), noGo: mark(0.35) });
    expect(refused([arrived(), bridged], set("1E"))).toBe(
      "Look at the bridge of 1E before its lash is set: both valves touching.",
    );
    const looked = entry("bridged", { valve: "1E", stop: "A", turned: false });
    expect(refused([arrived(), looked, bridged], set("1E"))).toBeNull();
    const none = reading("1I", { goes: { mm: 0, text: "no leaf" }, noGo: mark(0.05) });
    expect(refused([arrived(), none], set("1I"))).toMatch(
      /^Answer this before it is adjusted away: No leaf goes at 1 intake/,
    );
    const other = reading("1E", { goes: { mm: 0, text: "no leaf" }, noGo: mark(0.05) });
    expect(refused([arrived(), found, other], set("1I"))).toBeNull();
    expect(refused([arrived(), found], set("1I"), { ...JOB, survey: true })).toBe(
      "This job reads every valve as found first. 1I is set once all are read.",
    );
  });

  it("is locked where its lock is loose", () => {
    const lock = entry("locked", { valve: "1I", stop: "A" });
    const tight = "The lock of 1I is not loose: look at it again.";
    expect(refused([arrived(), found, set("1I", { locked: false })], lock)).toBeNull();
    expect(
      refused([arrived(), found, set("1I", { locked: false }), reading("1I", { pass: "set" })], lock),
    ).toBeNull();
    expect(refused([arrived(), found, set("1I")], lock)).toBe(tight);
    expect(refused([arrived(), found], lock)).toBe(tight);
    expect(refused([arrived()], lock)).toBe(tight);
  });
});

describe("a valve", () => {
  const good = reading("1I");
  it("is left on its last reading, locked, in spec or with a reason", () => {
    expect(refused([arrived(), good], left("1I", good))).toBeNull();
    const first = "Read 1I after locking before it is left.";
    expect(refused([arrived()], left("1I", good))).toBe(first);
    expect(refused([arrived(), good], left("1I", { id: "other" } as Entry))).toBe(first);
    expect(
      refused([arrived(), reading("1I", { goes: mark(0.3), noGo: mark(0.35) }), set("1I")], left("1I", good)),
    ).toBe(first);
    const off = (goes: number, noGo: number, reason: string | null = null, job = JOB) => {
      const r = reading("1I", { goes: mark(goes), noGo: mark(noGo) });
      return refused([arrived(), r], left("1I", r, reason), job);
    };
    expect(off(0.3, 0.35)).toBe("1I is loose: set it, or say why it is left so.");
    expect(off(0.1, 0.12)).toBe("1I is tight: set it, or say why it is left so.");
    expect(off(0.22, 0.28)).toBe("1I is not surely in spec: set it, or say why it is left so.");
    expect(off(0.3, 0.35, "so it stays")).toBeNull();
    const strict = { ...JOB, allToAimMm: 0.02 };
    expect(off(0.23, 0.25, null, strict)).toBe(
      "1I is in spec, but this job wants all nearer to the target: set it, or say why it is left so.",
    );
    expect(off(0.21, 0.25, null, strict)).toBeNull();
    const none = reading("1I", { goes: { mm: 0, text: "no leaf" }, noGo: mark(0.05) });
    expect(refused([arrived(), none], left("1I", none, "so"))).toMatch(
      /^Answer this before it is left: No leaf goes/,
    );
    const loose = reading("1I", { pass: "set" });
    const wide = reading("1I", { goes: mark(0.3), noGo: mark(0.35) });
    expect(refused([arrived(), wide, set("1I", { locked: false }), loose], left("1I", loose))).toBe(
      "The lock of 1I is loose: tighten it and read again before it is left.",
    );
  });
});

/** All four valves read and left; the bridge looked at. */
function whole(): Entry[] {
  const looked = entry("bridged", { valve: "1E", stop: "A", turned: false });
  const at = (valve: string, stop: string) => {
    const r = reading(valve, { stop });
    return [r, left(valve, r)];
  };
  return [arrived(), looked, ...at("1I", "A"), ...at("1E", "A"), arrived("B"), ...at("2I", "B"), ...at("2E", "B")];
}

describe("what is done for the whole engine", () => {
  it("comes when the valves that it concerns are done", () => {
    const turn = entry("turned-over");
    const girdle = entry("tightened", { part: "girdle" });
    expect(refused(whole(), girdle)).toBeNull();
    expect(refused(whole(), entry("tightened", { part: "shaft" }))).toBe(
      "This engine has no shaft that is tightened after setting.",
    );
    expect(refused([arrived()], girdle)).toBe("First finish the valves under it: 1I, 1E.");
    const reopened = entry("reopened", { valve: "1I", reason: "ticks" });
    expect(refused([...whole(), reopened], girdle)).toBeNull();
    // Valves of another bank are none of this job.
    const half = { ...JOB, valves: JOB.valves.filter((v) => v.id !== "1E") };
    expect(refused([arrived()], girdle, half)).toBe("First finish the valves under it: 1I.");
    expect(refused([...whole(), girdle], turn)).toBeNull();
    expect(refused([arrived(), reading("1I")], turn)).toMatch(/^First finish what is open: 1I, 1E, 2I, 2E\.$/);
  });

  it("is checked at the end, each thing that this job has", () => {
    const check = (item: string, reason: string | null = null) => entry("checked", { item, reason });
    const done = [...whole(), entry("tightened", { part: "girdle" })];
    expect(refused(done, check("recheck"))).toBe("Say why the re-check is left out.");
    expect(refused(done, check("recheck", "no time"))).toBeNull();
    expect(refused([arrived()], check("recheck", "no time"))).toMatch(/^First finish what is open/);
    expect(refused([...done, entry("turned-over")], check("recheck", "no time"))).toBe(
      "The re-check was begun already.",
    );
    expect(refused(done, check("plugs"))).toBe("No holes were plugged in this job.");
    expect(refused([arrived()], check("locks"))).toBe("First finish what is open: 1I, 1E, 2I, 2E.");
    // Tightening moves what is under it: those are read once more.
    expect(refused(done, check("locks"))).toBe("First finish what is open: 1I, 1E.");
    const plain = { ...JOB, tightenedLater: [] };
    expect(refused(whole(), check("locks"), plain)).toBeNull();
    expect(refused(done, entry("closed"))).toMatch(/^It can't be closed yet\. /);
  });

  it("is not said of what is not there", () => {
    expect(refused([arrived()], entry("bridged", { valve: "1I", stop: "A", turned: true }))).toBe(
      "There is no bridge at 1I.",
    );
    expect(refused([arrived()], entry("bled-down", { reason: "soft" }))).not.toBeNull();
    expect(refused([arrived()], entry("answered", { question: "alike", reason: "x" }))).toBe(
      "This question is answered already, or its reading was taken back.",
    );
    expect(refused([arrived()], entry("arrived", { stop: "Z" }))).toBe("This job has no stop Z.");
    expect(refused([arrived()], arrived())).toBeNull();
    for (const fine of [entry("temperature", { celsius: 20 }), entry("paused", { reason: "x" })])
      expect(refused([], fine)).toBeNull();
  });
});

describe("taking back", () => {
  const back = (of: Entry) => ({ ...entry("withdrawn"), supersedes: of.id }) as Entry;
  const found = reading("1I", { goes: mark(0.3), noGo: mark(0.35) });
  const turned = set("1I");
  const there = arrived();
  it("goes from the last thing at a valve backwards", () => {
    expect(refused([there, found, turned], back(turned))).toBeNull();
    expect(refused([there, found, turned], back(found))).toBe("Take back what was done later at this valve first.");
    expect(refused([there, found, reading("1E")], back(found))).toBeNull();
    expect(refused([there, found], back(there))).toBe("Work was done after this: take that back first.");
    expect(refused([there], back(there))).toBeNull();
    expect(refused([there, found, back(found)], back(found))).toBe("That entry was taken back already.");
    const paused = entry("paused", { reason: "x" });
    expect(refused([there, paused, found], back(paused))).toBeNull();
  });
});
