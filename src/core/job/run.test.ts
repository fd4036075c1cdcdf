import type { Sector } from "../engine/engineFile";
import fc from "fast-check";
import { beforeEach, describe, expect, it } from "vitest";
import { resolveEngine } from "../engine/resolve";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { planMethod } from "../stops/planMethod";
import { nextThing, type Job, jobState } from "./run";
import { cautionsFor } from "./prepare";
import { type Entry, type LedgerEntry, type ReadingEntry, liveEntries } from "./ledger/entry";
import { openValves } from "./closeOut/missing";
import { markLetters, routeOf } from "../stops/route";
import { PLAIN_CHECKS, jobFor, passNow, refusalAfter } from "./jobs.testing";
import { asLeft } from "./state/state";
import { runs } from "../units/runs.testing";

const FOUR = jobFor(engineFile(["1", "2", "4", "3"], { cam: MILD_CAM }));
let count = 0;
let ledger: Entry[] = [];
beforeEach(() => {
  ledger = [];
  count = 0;
});

type Loose = Partial<Entry> & Pick<Entry, "kind">;
function make(entry: Loose): Entry {
  count += 1;
  return { id: `e${count}`, supersedes: null, ...entry } as Entry;
}
/** Adds an entry as the server would: only when it is not refused. */
function add(entry: Loose, job: Job = FOUR): Entry {
  const made = make(entry);
  const why = refusalAfter(job, ledger, made);
  if (why !== null) throw new Error(why);
  ledger.push(made);
  return made;
}
const mark = (mm: number): { mm: number; text: string } => ({ mm, text: `${mm} mm` });
function reading(valve: string, stop: string, goes: number, noGo: number, more: Partial<ReadingEntry> = {}): Loose {
  return {
    kind: "reading",
    valve,
    stop,
    pass: passNow(FOUR, ledger, valve),
    goes: mark(goes),
    noGo: mark(noGo),
    school: "go-no-go",
    value: null,
    instrument: null,
    reason: null,
    ...more,
  };
}
function finish(valve: string, stop: string): void {
  const r = add(reading(valve, stop, 0.2, 0.25));
  add({ kind: "left", valve, reading: r.id, reason: null });
}

describe("the next thing", () => {
  it("goes from the first stop through every valve to closing", () => {
    const said: string[] = [];
    for (;;) {
      const next = nextThing(FOUR, jobState(FOUR, ledger));
      if (next.kind === "turn") {
        said.push(`${next.to.letter}+${next.turnDeg}`);
        add({ kind: "arrived", stop: next.to.letter });
      } else if (next.kind === "read") {
        finish(next.valve.valve.id, jobState(FOUR, ledger).stop?.letter ?? "");
      } else if (next.kind === "turn-over") {
        said.push(`two turns to ${next.to.letter}`);
        add({ kind: "turned-over", rereads: null });
        add({ kind: "arrived", stop: next.to.letter });
      } else if (next.kind === "check") {
        said.push(next.item);
        add({ kind: "checked", item: next.item, reason: null });
      } else {
        said.push(next.kind);
        break;
      }
    }
    expect(said).toEqual([
      "A+0",
      "B+360",
      "two turns to B",
      "A+360",
      "locks",
      "drive",
      "cleared",
      "started",
      "close",
    ]);
    add({ kind: "closed" });
    expect(nextThing(FOUR, jobState(FOUR, ledger)).kind).toBe("closed");
  });
  it("asks to set what is out, then to read it again, before anything else", () => {
    add({ kind: "arrived", stop: "A" });
    add(reading("1E", "A", 0.3, 0.35));
    expect(nextThing(FOUR, jobState(FOUR, ledger), { chosen: "1E" })).toMatchObject({
      kind: "set",
      valve: { verdict: "loose" },
    });
    add({ kind: "set", valve: "1E", stop: "A", turns: 0.1, aimMm: 0.2, locked: true });
    expect(nextThing(FOUR, jobState(FOUR, ledger))).toMatchObject({ kind: "read", valve: { valve: { id: "1E" } } });
    expect(passNow(FOUR, ledger, "1E")).toBe("as-left");
  });
  it("names the doubt when a valve of the other stop is touched", () => {
    add({ kind: "arrived", stop: "A" });
    expect(nextThing(FOUR, jobState(FOUR, ledger), { chosen: "4E" })).toMatchObject({
      at: { doubt: expect.stringMatching(/on its lobe.*stop B/) },
    });
  });
  it("wraps on in the running direction to what was left behind", () => {
    add({ kind: "arrived", stop: "B" });
    for (const v of FOUR.route[1]?.valves ?? []) finish(v.valve, "B");
    expect(nextThing(FOUR, jobState(FOUR, ledger))).toMatchObject({
      kind: "turn",
      to: { letter: "A" },
      turnDeg: 360,
    });
  });
});

describe("what the ledger refuses", () => {
  it.each<[string, () => Loose, RegExp]>([
    ["a reading before the first stop", () => reading("1I", "A", 0.2, 0.25), /first stop/],
    ["a stop that is not there", () => ({ kind: "arrived", stop: "Q" }), /no stop Q/],
    ["closing with valves open", () => ({ kind: "closed" }), /No as-left for: 1I, 1E/],
    ["taking back nothing", () => ({ kind: "withdrawn", supersedes: "nope" }), /taken back already/],
  ])("%s", (_name, entry, why) => expect(refusalAfter(FOUR, ledger, make(entry()))).toMatch(why));

  it.each<[string, () => Loose, RegExp]>([
    ["an unknown valve", () => reading("9X", "A", 0.2, 0.25), /not part of this job/],
    ["leaves that contradict", () => reading("1I", "A", 0.3, 0.25), /one of the two is a slip/],
    ["40 mm", () => reading("1I", "A", 40, 41), /can't be lash/],
    ["a stop where the crank is not", () => reading("1I", "B", 0.2, 0.25), /crank stands at stop A/],
    ["a valve on its lobe", () => reading("4E", "A", 0.2, 0.25), /does not serve 4E: it is on its lobe/],
    [
      "setting before reading",
      () => ({ kind: "set", valve: "1I", stop: "A", turns: 0.1, aimMm: 0.2, locked: true }),
      /Read 1I before/,
    ],
    [
      "leaving before reading",
      () => ({ kind: "left", valve: "1I", reading: "x", reason: null }),
      /Read 1I after locking/,
    ],
    ["a pass that is not so", () => reading("1I", "A", 0.2, 0.25, { pass: "as-left" }), /worked on meanwhile/],
  ])("at stop A: %s", (_name, entry, why) => {
    add({ kind: "arrived", stop: "A" });
    expect(refusalAfter(FOUR, ledger, make(entry()))).toMatch(why);
  });

  it("a valve out of band is left only with a reason", () => {
    add({ kind: "arrived", stop: "A" });
    const r = add(reading("1I", "A", 0.3, 0.35));
    expect(refusalAfter(FOUR, ledger, make({ kind: "left", valve: "1I", reading: r.id, reason: null }))).toMatch(
      /1I is loose: set it, or say why/,
    );
    add({ kind: "left", valve: "1I", reading: r.id, reason: "adjuster seized" });
    expect(jobState(FOUR, ledger).doneCount).toBe(1);
  });
  it("a valve on its lobe is read only with a reason", () => {
    add({ kind: "arrived", stop: "A" });
    add(reading("4E", "A", 0.2, 0.25, { reason: "seen off its lobe" }));
    expect(jobState(FOUR, ledger).valves.get("4E")?.status).toBe("read");
  });
  it("anything after closing", () => {
    for (const stop of FOUR.route) {
      add({ kind: "arrived", stop: stop.letter });
      for (const v of stop.valves) finish(v.valve, stop.letter);
    }
    add({ kind: "checked", item: "recheck", reason: "head comes off again" });
    for (const item of PLAIN_CHECKS) add({ kind: "checked", item, reason: null });
    add({ kind: "closed" });
    expect(refusalAfter(FOUR, ledger, make({ kind: "arrived", stop: "A" }))).toMatch(/closed/);
  });
});

describe("corrections", () => {
  it("take nothing back but by taking back, whatever an entry of another kind names", () => {
    add({ kind: "arrived", stop: "A" });
    const slip = add(reading("1I", "A", 0.3, 0.35));
    const before = jobState(FOUR, ledger);
    const sent: Loose[] = [
      reading("1I", "A", 0.2, 0.25),
      { kind: "paused", reason: "dinner" },
      { kind: "answered", question: "q", reason: "x" },
    ];
    for (const loose of sent) {
      const naming = { ...make(loose), supersedes: slip.id } as unknown as Entry;
      expect(refusalAfter(FOUR, ledger, naming)).toBe("Only taking back names another entry.");
      // One that is in a ledger of before stands beside what it named.
      const kept = jobState(FOUR, [...ledger, naming]);
      expect(kept.live.map((e) => e.id)).toContain(slip.id);
      expect(kept.valves.get("1E")).toEqual(before.valves.get("1E"));
      expect(liveEntries([...ledger, naming])).toHaveLength(3);
    }
  });
  it("are taken back last first, per valve", () => {
    add({ kind: "arrived", stop: "A" });
    const r = add(reading("1I", "A", 0.3, 0.35));
    const set = add({ kind: "set", valve: "1I", stop: "A", turns: 0.1, aimMm: 0.2, locked: true });
    expect(refusalAfter(FOUR, ledger, make({ kind: "withdrawn", supersedes: r.id }))).toMatch(
      /done later at this valve/,
    );
    add({ kind: "withdrawn", supersedes: set.id });
    expect(passNow(FOUR, ledger, "1I")).toBe("as-found");
    add({ kind: "withdrawn", supersedes: r.id });
    expect(jobState(FOUR, ledger).valves.get("1I")?.status).toBe("unread");
  });
  it("a fresh reading opens a valve that was left", () => {
    add({ kind: "arrived", stop: "A" });
    finish("1I", "A");
    expect(asLeft(jobState(FOUR, ledger).valves.get("1I") as never)?.goes.mm).toBe(0.2);
    add(reading("1I", "A", 0.1, 0.15));
    expect(jobState(FOUR, ledger)).toMatchObject({ doneCount: 0 });
    expect(openValves(jobState(FOUR, ledger))).toHaveLength(8);
  });
  it("whatever is tried, the ledger stays one whose entries were all admitted in order", () => {
    const step = fc.record({
      what: fc.constantFrom("arrive", "read", "set", "left", "undo"),
      pick: fc.nat(7),
      goes: fc.integer({ min: 1, max: 8 }),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 60 }), (steps) => {
        ledger = [];
        for (const { what, pick, goes } of steps) {
          const stop = jobState(FOUR, ledger).stop?.letter ?? "A";
          const valve = FOUR.valves[pick]?.id ?? "";
          const last = liveEntries(ledger).at(-1);
          const tries: Record<string, Loose> = {
            arrive: { kind: "arrived", stop: pick % 2 === 0 ? "A" : "B" },
            read: reading(valve, stop, goes / 20, (goes + 1) / 20),
            set: { kind: "set", valve, stop, turns: 0.1 },
            left: {
              kind: "left",
              valve,
              reading: jobState(FOUR, ledger).valves.get(valve)?.last?.id ?? "none",
              reason: null,
            },
            undo: { kind: "withdrawn", supersedes: last?.id ?? "none" },
          };
          const made = make(tries[what] as Loose);
          if (refusalAfter(FOUR, ledger, made) === null) ledger.push(made);
        }
        // Admitted one by one, each stands on those before it, and an id that is there is not taken twice.
        ledger.forEach((entry, i) => expect(refusalAfter(FOUR, ledger.slice(0, i), entry)).toBeNull());
        const live = liveEntries(ledger);
        expect(new Set(ledger.map((e) => e.id)).size).toBe(ledger.length);
        live.forEach((e, i) => {
          const before = live.slice(0, i);
          // Whatever is read or turned, is so at the stop where the crank was said to be.
          if ("stop" in e && e.kind !== "arrived")
            expect(before.findLast((b) => b.kind === "arrived")?.stop).toBe(e.stop);
          // What is left was read last, and what is turned was read before.
          if (e.kind === "left")
            expect(before.findLast((b) => "valve" in b && b.valve === e.valve)?.id).toBe(e.reading);
          if (e.kind === "set") expect(before.some((b) => b.kind === "reading" && b.valve === e.valve)).toBe(true);
        });
        const { valves, doneCount } = jobState(FOUR, ledger);
        for (const v of valves.values()) if (v.status === "done") expect(v.verdict).toBe("in");
        expect(doneCount).toBe([...valves.values()].filter((v) => v.status === "done").length);
      }),
      { numRuns: runs(80) },
    );
  });
});

describe("routes", () => {
  it("give every valve a place, in doubt where the plan serves it nowhere", () => {
    const file = engineFile(["1", "2", "3"], {
      cam: {
        rampDeg: 60,
        intake: { durationDeg: 320, centerlineDeg: 105 },
        exhaust: { durationDeg: 320, centerlineDeg: 110 },
      },
    });
    const job = jobFor(file);
    expect(job.route.flatMap((s) => s.valves.map((v) => v.valve)).sort()).toEqual(
      file.valves.map((v) => v.id).sort(),
    );
    expect(job.route.flatMap((s) => s.valves).some((v) => v.doubt !== null)).toBe(true);
  });
  it("served cylinder by cylinder, go from visit to visit as they are listed", () => {
    const engine = resolveEngine(engineFile(["1", "2", "4", "3"], { cam: MILD_CAM }));
    const route = routeOf(engine, planMethod("opening-closing", engine), "cylinder");
    const job: Job = { ...FOUR, route, order: "cylinder" };
    expect(route.flatMap((s) => s.valves.map((v) => v.valve[0]))).toEqual(["1", "1", "2", "2", "3", "3", "4", "4"]);
    expect(route[0]?.sights?.[0]).toMatchObject({ cylinder: "1" });
    expect(nextThing(job, jobState(job, []))).toMatchObject({ kind: "turn", to: { letter: "A" }, first: true });
  });
  it("a crank found elsewhere is turned on to the next stop with something open", () => {
    const found = (deg: number): LedgerEntry[] => [
      { id: "f", supersedes: null, kind: "crank-found", stop: null, deg, stoodThere: "no" },
    ];
    expect(nextThing(FOUR, jobState(FOUR, found(300)))).toMatchObject({
      kind: "turn",
      to: { letter: "B" },
      turnDeg: 60,
      first: false,
    });
    expect(nextThing(FOUR, jobState(FOUR, found(400)))).toMatchObject({
      kind: "turn",
      to: { letter: "A" },
      turnDeg: 320,
    });
  });
  it("share a mark between stops one turn apart", () => {
    expect(markLetters(FOUR.route)).toEqual([{ markDeg: 0, letters: ["A", "B"] }]);
  });
});

describe("cautions", () => {
  it("put the maker's data first, and add what the kind of engine and heat need", () => {
    const ids = (sector: Sector | undefined, state: "cold" | "hot"): string[] =>
      cautionsFor({ ...engineFile(["1"]), ...(sector === undefined ? {} : { sector }) }, state).map((c) => c.id);
    expect(ids(undefined, "cold")[0]).toBe("data-first");
    expect(ids("aircraft", "hot")).toEqual(expect.arrayContaining(["propeller", "release", "hot"]));
    expect(ids("marine", "cold")).not.toContain("hot");
    for (const sector of ["automotive", "diesel", "marine", "aircraft", "motorcycle", "small"] as const) {
      expect(new Set(ids(sector, "hot")).size).toBe(ids(sector, "hot").length);
    }
  });
});
