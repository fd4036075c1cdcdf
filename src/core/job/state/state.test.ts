/** The fold, piece by piece: passes, margins, following a growing ledger, and what comes before what. */
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../../engine/testEngines";
import { jobFor, keptAfter, mark, readBy } from "../jobs.testing";
import type { Entry, KeptEntry, LedgerEntry, LedgerValveEntry } from "../ledger/entry";
import { jobState, rulesOf } from "../run";
import { follow } from "./follow";
import { marginAtStop } from "./marginAtStop";
import { passAfter } from "./pass";
import { asLeft } from "./state";

const FILE = engineFile(["1", "2"], { cam: MILD_CAM });
const JOB = jobFor(FILE, "firing-order", { tightenedLater: [{ name: "girdle", valves: ["1I"] }] });
let made = 0;
const entry = (kind: string, more: object = {}): Entry =>
  ({ id: `s${++made}`, supersedes: null, kind, ...more }) as never;
const reading = (valve = "1I", pass = "as-found", lo = 0.2) =>
  readBy({ id: `s${++made}`, valve, pass, goes: mark(lo), noGo: mark(lo + 0.05) });
const set = (locked = true, valve = "1I") => entry("set", { valve, stop: "A", turns: 0.1, aimMm: null, locked });
const left = (of: Entry, valve = "1I") => entry("left", { valve, reading: of.id, reason: null });
const bridged = (turned: boolean, valve = "1I") => entry("bridged", { valve, stop: "A", turned });
const locked = (valve = "1I") => entry("locked", { valve, stop: "A" });
const kept = (all: readonly Entry[]): KeptEntry[] => all.reduce<KeptEntry[]>((k, e) => [...k, keptAfter(k, e)], []);
const stateOf = (...all: Entry[]) => jobState(JOB, kept(all));
const statusOf = (...all: Entry[]) => stateOf(...all).valves.get("1I")?.status;

describe("the pass of a reading", () => {
  const pass = (...work: Entry[]) => passAfter(work as LedgerValveEntry[]);
  it("follows what was done since the valve was last left", () => {
    const r = reading();
    expect(pass()).toBe("as-found");
    expect(pass(r)).toBe("as-found");
    expect(pass(r, set(false))).toBe("set");
    expect(pass(r, set(true))).toBe("as-left");
    expect(pass(r, set(false), locked())).toBe("as-left");
    expect(pass(r, entry("fitted", { valve: "1I" }))).toBe("as-left");
    expect(pass(r, left(r))).toBe("re-check");
    expect(pass(r, set(true), reading("1I", "as-left"), left(r))).toBe("re-check");
    expect(pass(r, left(r), set(false))).toBe("set");
    expect(pass(r, entry("closer-felt", { valve: "1I", felt: "free" }))).toBe("as-found");
  });
  it("is still as found where the bridge was set before anything was read, and not after", () => {
    expect(pass(bridged(true))).toBe("as-found");
    expect(pass(bridged(false))).toBe("as-found");
    expect(pass(reading(), bridged(true))).toBe("as-left");
    expect(pass(reading(), bridged(false))).toBe("as-found");
    expect(pass(bridged(true), reading(), set(false))).toBe("set");
  });
});

describe("a valve at a stop", () => {
  const stop = (margins: Readonly<Record<string, number | null>>) => ({ letter: "C", margins, valves: [] }) as never;
  const doubt = (margins: Readonly<Record<string, number | null>>, valve = "1I", job = JOB) =>
    marginAtStop(job, stop(margins), valve).doubt;
  it("is served with the margin that is required, else the doubt says why and where its turn is", () => {
    expect(marginAtStop(JOB, stop({ "1I": 10 }), "1I")).toEqual({ valve: "1I", marginDeg: 10, doubt: null });
    expect(doubt({ "1I": 9.9 })).toBe(
      "Stop C does not serve 1I: it is only 9 degrees clear of its lobe, and 10 are required. Its turn is at stop A.",
    );
    expect(doubt({ "1I": 0 })).toMatch(/it is only 0 degrees clear/);
    expect(doubt({ "1I": -3.2 })).toMatch(/: it is on its lobe, 4 degrees from the way out\. Its turn/);
    expect(doubt({})).toMatch(/: no arc is known for it\. Its turn/);
    expect(doubt({}, "2I")).toMatch(/Its turn is at stop B\.$/);
    const doubted = JOB.route.map((s) => ({ ...s, valves: s.valves.map((v) => ({ ...v, doubt: "x" })) }));
    expect(doubt({ "1I": 5 }, "1I", { ...JOB, route: doubted })).toMatch(/are required\.$/);
  });
});

describe("how a valve stands", () => {
  it("goes by the last entry that says so", () => {
    const r = reading();
    expect(statusOf()).toBe("unread");
    expect(statusOf(r)).toBe("read");
    expect(statusOf(r, set(false))).toBe("turned");
    expect(statusOf(r, set(false), reading("1I", "set"))).toBe("inBandUnlocked");
    expect(statusOf(r, set(true))).toBe("locked");
    expect(statusOf(r, set(false), locked())).toBe("locked");
    expect(statusOf(r, left(r))).toBe("done");
    expect(statusOf(r, left(r), entry("reopened", { valve: "1I", reason: "ticks" }))).toBe("due");
    expect(statusOf(bridged(true))).toBe("unread");
    expect(statusOf(r, bridged(true))).toBe("locked");
    expect(statusOf(r, bridged(false))).toBe("read");
    expect(asLeft(stateOf(r).valves.get("1I")!)).toBeNull();
    expect(asLeft(stateOf(r, left(r)).valves.get("1I")!)?.id).toBe(r.id);
  });

  it("is due after two turns by hand, once, and again only where its lash was changed", () => {
    const [r, e] = [reading(), reading("1E")];
    const begin = [r, left(r), e, left(e, "1E"), entry("turned-over", { rereads: "all" })];
    const status = (...more: Entry[]) => ["1I", "1E"].map((v) => stateOf(...begin, ...more).valves.get(v)?.status);
    expect(status()).toEqual(["due", "due"]);
    const [again, againE] = [reading("1I", "re-check"), reading("1E", "re-check")];
    const seen = [again, left(again), againE, left(againE, "1E")];
    expect(status(...seen)).toEqual(["done", "done"]);
    const once = entry("turned-over", { rereads: "set" });
    expect(status(...seen, once)).toEqual(["done", "done"]);
    expect(status(...seen, entry("turned-over", { rereads: "all" }))).toEqual(["due", "due"]);
    const [found, after] = [reading("1I", "re-check", 0.4), reading("1I", "as-left")];
    expect(status(...seen, found, set(true), after, left(after), once)).toEqual(["due", "done"]);
    // Nobody was asked: all the first time, later what was set since.
    const unasked = entry("turned-over", { rereads: null });
    expect(["1I", "1E"].map((v) => stateOf(r, left(r), e, left(e, "1E"), unasked).valves.get(v)?.status)).toEqual([
      "due",
      "due",
    ]);
    expect(status(...seen, found, set(true), after, left(after), unasked)).toEqual(["due", "done"]);
    const onlySet = [r, set(true), after, left(after), e, left(e, "1E"), once];
    expect(["1I", "1E"].map((v) => stateOf(...onlySet).valves.get(v)?.status)).toEqual(["due", "done"]);
    expect(stateOf(...begin, ...seen).turnOverNeeded).toBe(false);
    expect(stateOf(...begin, found, set(true)).turnOverNeeded).toBe(true);
  });

  it("is due after a part over it was tightened, and the part again after its lash was changed", () => {
    const r = reading();
    const tighten = entry("tightened", { part: "girdle" });
    expect(statusOf(r, left(r), tighten)).toBe("due");
    expect(stateOf(reading("1E"), tighten).valves.get("1E")?.status).toBe("read");
    expect(statusOf(r, left(r), entry("tightened", { part: "shaft" }))).toBe("done");
    const open = (...all: Entry[]) => stateOf(...all).untightened.map((p) => p.name);
    expect(open()).toEqual(["girdle"]);
    expect(open(r, left(r), tighten)).toEqual([]);
    expect(open(r, tighten, set(true))).toEqual(["girdle"]);
    expect(open(tighten, set(true, "1E"))).toEqual([]);
  });
});

describe("what is said once", () => {
  it("counts until there is work at a valve again; the re-check that was left out until a lash is changed", () => {
    const check = (item: string) => entry("checked", { item, reason: item === "recheck" ? "no time" : null });
    const r = reading();
    const items = (...all: Entry[]) => [...stateOf(...all).checked.keys()];
    expect(items(r, check("locks"))).toEqual(["locks"]);
    expect(items(check("locks"), r)).toEqual([]);
    expect(items(check("locks"), entry("paused", { reason: "x" }))).toEqual(["locks"]);
    expect(items(check("recheck"), r)).toEqual(["recheck"]);
    expect(items(r, check("recheck"), set(true))).toEqual([]);
    expect(stateOf(check("recheck")).turnOverNeeded).toBe(false);
  });

  it("ends with what it takes back", () => {
    const r = reading();
    const back = { ...entry("withdrawn"), supersedes: r.id } as Entry;
    const state = stateOf(entry("arrived", { stop: "A" }), r, back);
    expect(state.live.map((e) => e.kind)).toEqual(["arrived"]);
    expect(state.stop?.letter).toBe("A");
    expect(state.valves.get("1I")).toMatchObject({ status: "unread", work: [], last: null });
    expect(stateOf(entry("arrived", { stop: "Z" })).stop).toBeNull();
  });

  it("is kept in its place: temperatures, orders, holes, pauses", () => {
    const r = reading();
    const state = stateOf(
      r,
      entry("ordered", { list: "x" }),
      entry("temperature", { celsius: 20 }),
      entry("plugged", { count: 2, gear: "off" }),
      entry("paused", { reason: "x" }),
    );
    expect(state).toMatchObject({
      ordered: true,
      plugged: { count: 2 },
      paused: { reason: "x" },
      closed: null,
      signed: false,
    });
    expect(state.temperatures.map((t) => t.celsius)).toEqual([20]);
    expect(stateOf(entry("ordered", { list: "x" }), r).ordered).toBe(false);
    expect(stateOf(entry("ordered", { list: "x" })).ordered).toBe(true);
    expect(stateOf(entry("ordered", { list: "x" }), reading("1I", "as-left")).ordered).toBe(true);
    expect(stateOf().ordered).toBe(false);
    expect(stateOf(entry("paused", { reason: "x" }), r).paused).toBeNull();
    const fitted = entry("fitted", { valve: "1I", stop: "A", lengthMm: 2.5, fromMm: null, part: null });
    expect(stateOf().unseated).toBe(false);
    expect(stateOf(fitted).unseated).toBe(true);
    expect(stateOf(fitted, entry("turned-over")).unseated).toBe(false);
    expect(stateOf(fitted).valves.get("1I")?.fittedMm).toBe(2.5);
  });
});

describe("following a ledger", () => {
  it("says the same as folding it, however it grows, shrinks or changes", () => {
    const all = kept([entry("arrived", { stop: "A" }), reading(), reading("1E"), set(true), locked("1E")]);
    const next = follow(rulesOf(JOB), JOB);
    const same = (entries: readonly LedgerEntry[]) => expect(next(entries)).toEqual(jobState(JOB, entries));
    same([]);
    same(all.slice(0, 2));
    same(all);
    same(all);
    same(all.slice(0, 3));
    const other = [all[0]!, all[2]!, ...all.slice(3)];
    same(other);
    const changed = [{ ...all[0]! }, ...all.slice(1)];
    same(changed);
  });

  it("folds only what came since", () => {
    const all = kept([entry("arrived", { stop: "A" }), reading(), reading("1E")]);
    const next = follow(rulesOf(JOB), JOB);
    const before = next(all.slice(0, 2));
    const after = next(all);
    // What did not change at a valve is the very same work.
    expect(after.valves.get("1I")?.work).toBe(before.valves.get("1I")?.work);
    expect(next([...all]).valves.get("1I")?.work).toBe(before.valves.get("1I")?.work);
  });
});
