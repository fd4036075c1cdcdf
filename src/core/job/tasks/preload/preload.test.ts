/** Whole preload and dry-gap jobs: whoever follows the one next thing gets to the end, and nothing that would hurt is taken. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../../../engine/testEngines";
import type { EngineFile } from "../../../engine/engineFile";
import { isGear, preloadGear } from "../../../preload/gear";
import { type Job, nextThing, jobState } from "../../run";
import { bleedRemaining } from "./bleeding";
import type { Entry, KeptEntry, LedgerEntry } from "../../ledger/entry";
import type { NextThing } from "../../next/next";
import { preloadOf } from "./plunger";
import type { PreloadTask } from "./task";
import { planPreload, preloadSpec, type PreloadPlan } from "./plan";
import { spreadWords } from "./sheet";
import type { JobOf } from "../../job";
import { keptAfter, jobOn, nextKind, refusalAfter } from "../../jobs.testing";
import { runs } from "../../../units/runs.testing";

const LIFTERS: EngineFile = engineFile(["1", "2", "4", "3"], {
  cam: MILD_CAM,
  adjuster: { kind: "hydraulic", at: "stud-nut", ratio: 1.5, tpi: 24, plunger: { travel: 4 } },
});

function plan(lifters: "run" | "dry" = "run"): PreloadPlan {
  const planned = planPreload(LIFTERS, { targetTurns: 0.5, lifters, travelMm: null, bleedMinutes: 15, growth: null });
  if (!("plan" in planned)) throw new Error(planned.why);
  return planned.plan;
}
function lifterJob(lifters: "run" | "dry" = "run", more: Partial<JobOf<PreloadTask>> = {}): JobOf<PreloadTask> {
  const preload = plan(lifters);
  return jobOn<PreloadTask>(LIFTERS, { kind: "preload", plan: preload }, "firing-order", {
    valves: LIFTERS.valves.map((v) => ({ ...v, spec: preloadSpec(preload, v.role) })),
    ...more,
  });
}

const T0 = Date.parse("2026-11-25T10:00:00Z");
let made = 0;
const fresh = () => ({ id: `e${++made}`, supersedes: null });
type Work<E extends Entry = Entry> = E extends Entry ? Omit<E, "id" | "supersedes"> : never;
/** Entries kept at given minutes. */
const ledger = (...entries: (Work & { atMin?: number })[]): KeptEntry[] =>
  entries.map(({ atMin = 0, ...e }, i) =>
    keptAfter(entries.slice(0, i), { ...fresh(), ...e } as Entry, new Date(T0 + atMin * 60_000).toISOString()),
  );
const at = (minute: number): number => T0 + minute * 60_000;
const arrived = (stop: string, atMin = 0) => ({ kind: "arrived", stop, atMin }) as const;
const zeroed = (valve: string, stop: string, more: object = {}) =>
  ({
    kind: "zeroed",
    valve,
    stop,
    school: "up-down",
    foundTurns: null,
    apartTurns: null,
    reason: null,
    ...more,
  }) as const;
const turned = (valve: string, stop: string, turns: number, more: { atMin?: number; locked?: boolean } = {}) =>
  ({ kind: "set", valve, stop, turns, aimMm: null, locked: true, ...more }) as const;
const wires = (valve: string, stop: string, goes: number, noGo: number) =>
  ({
    kind: "reading",
    valve,
    stop,
    pass: "as-left",
    goes: { mm: goes, text: `${goes} mm` },
    noGo: { mm: noGo, text: `${noGo} mm` },
    school: "wire",
    value: null,
    instrument: "wires",
    reason: null,
  }) as const;
const refused = (job: Job, entries: readonly LedgerEntry[], entry: Work, nowMs?: number): string | null =>
  refusalAfter(job, entries, { ...fresh(), ...entry } as Entry, null, nowMs);
const [FIRST] = lifterJob().route;
const [V1 = "", V2 = ""] = FIRST?.valves.map((v) => v.valve) ?? [];

/** What a hand enters at a next thing of a preload job. */
function lifterAnswer(next: NextThing, stop: string, entries: readonly LedgerEntry[], turns: number): Entry[] {
  switch (next.kind) {
    case "turn":
      return [{ ...fresh(), kind: "arrived", stop: next.to.letter }];
    case "task": {
      const { id } = next.valve?.valve ?? { id: "" };
      if (next.step === "zero") return [{ ...fresh(), ...zeroed(id, stop) }];
      if (next.step !== "depth") return [{ ...fresh(), ...turned(id, stop, turns, { locked: false }) }];
      return [
        {
          ...fresh(),
          kind: "left",
          valve: id,
          reading: entries.findLast((e) => "valve" in e && e.valve === id)?.id ?? "",
          reason: null,
        },
      ];
    }
    case "lock":
      return [{ ...fresh(), kind: "locked", valve: next.valve.valve.id, stop }];
    case "turn-over":
      return [
        { ...fresh(), kind: "turned-over", rereads: null },
        { ...fresh(), kind: "arrived", stop: next.to.letter },
      ];
    case "check":
      return [{ ...fresh(), kind: "checked", item: next.item, reason: null }];
    case "close":
      return [{ ...fresh(), kind: "closed" }];
    default:
      throw new Error(`a preload job asks for ${next.kind}`);
  }
}

describe("a preload job", () => {
  it("is closed by whoever follows it, waits before every turn, and is refused nothing that it asks for", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("run" as const, "dry" as const),
        fc.constantFrom(0.375, 0.5, 0.75, 1),
        (lifters, turns) => {
          const job = lifterJob(lifters);
          let [nowMs, waits] = [T0, 0];
          const entries: KeptEntry[] = [];
          for (let step = 0; step < 200; step++) {
            const state = jobState(job, entries);
            const next = nextThing(job, state, { nowMs });
            if (next.kind === "closed") break;
            if (next.kind === "wait") {
              waits += 1;
              nowMs += next.remainingMs;
              continue;
            }
            for (const entry of lifterAnswer(next, state.stop?.letter ?? "", entries, turns)) {
              expect(refusalAfter(job, entries, entry, null, nowMs)).toBeNull();
              entries.push(keptAfter(entries, entry, new Date(nowMs).toISOString()));
            }
            nowMs += 40_000;
          }
          const state = jobState(job, entries);
          expect(state.closed).not.toBeNull();
          // Before each further stop, and before the two turns by hand.
          expect(waits).toBe(lifters === "run" ? job.route.length : 0);
          expect(
            [...state.valves.values()].every((v) => preloadOf(v)?.verdict === "in" && preloadOf(v)?.turns === turns),
          ).toBe(true);
        },
      ),
      { numRuns: runs(12) },
    );
  });
  it("goes from zero lash to the turn to the depth, valve by valve", () => {
    const job = lifterJob();
    const kinds = [
      [],
      [zeroed(V1, "A")],
      [zeroed(V1, "A"), turned(V1, "A", 0.5, { locked: false })],
      [zeroed(V1, "A"), turned(V1, "A", 0.5)],
    ].map((done) => nextKind(nextThing(job, jobState(job, ledger(arrived("A"), ...done)))));
    expect(kinds).toEqual(["zero", "turn-in", "lock", "depth"]);
  });
  it.each<[string, Work, (Work & { atMin?: number })[], RegExp | null]>([
    [
      "lash is no thing to read",
      { ...wires(V1, "A", 0.8, 1), school: "go-no-go" },
      [arrived("A")],
      /no lash to read/,
    ],
    ["before zero lash", turned(V1, "A", 0.5), [arrived("A")], /zero lash before/],
    ["at another stop", zeroed(V1, "B"), [arrived("A")], /stands at stop A/],
    ["a valve that is on its lobe", zeroed("3E", "A"), [arrived("A")], /Stop A does not serve 3E/],
    ["the same with a reason", zeroed("3E", "A", { reason: "eyed" }), [arrived("A")], null],
    ["beyond the plunger's travel", turned(V1, "A", 2.5), [arrived("A"), zeroed(V1, "A")], /has only 4 mm/],
    ["out past zero", turned(V1, "A", -0.25), [arrived("A"), zeroed(V1, "A")], /out past zero/],
    ["a figure left out", { ...turned(V1, "A", 0.5), turns: null }, [arrived("A"), zeroed(V1, "A")], /how far/],
    ["the other way before this way", zeroed(V1, "A", { apartTurns: 0.1 }), [arrived("A")], /zero lash of .* first/],
    ["the other way after it", zeroed(V1, "A", { apartTurns: 0.1 }), [arrived("A"), zeroed(V1, "A")], null],
    [
      "a part of another length",
      {
        kind: "fitted",
        valve: V1,
        stop: "A",
        fromMm: null,
        lengthMm: 200,
        partFrom: null,
        part: null,
        collets: null,
        instrument: null,
      },
      [arrived("A")],
      /No part sets the gap/,
    ],
    [
      "to say that it bled down when nothing was squeezed",
      { kind: "bled-down", reason: "x" },
      [arrived("A")],
      /No lifter/,
    ],
  ])("refuses or takes: %s", (_name, entry, before, words) => {
    const said = refused(lifterJob(), ledger(...before), entry);
    if (words === null) expect(said).toBeNull();
    else expect(said).toMatch(words);
  });
  it("leaves a valve on what set it last, in its window or with a reason", () => {
    const job = lifterJob();
    const shallow = ledger(arrived("A"), zeroed(V1, "A"), turned(V1, "A", 0.125));
    const left = (reading: string, reason: string | null = null) =>
      ({ kind: "left", valve: V1, reading, reason }) as const;
    expect(refused(job, shallow, left(shallow[2]?.id ?? ""))).toMatch(/shallower than the middle school/);
    expect(refused(job, shallow, left(shallow[2]?.id ?? "", "told so"))).toBeNull();
    expect(refused(job, shallow, left(shallow[1]?.id ?? ""))).toMatch(/zero lash and set/);
    const loose = ledger(arrived("A"), zeroed(V1, "A"), turned(V1, "A", 0.5, { locked: false }));
    expect(refused(job, loose, left(loose[2]?.id ?? ""))).toMatch(/lock .* is loose/);
    const wired = ledger(arrived("A"), zeroed(V1, "A"), turned(V1, "A", 0.5), wires(V1, "A", 0.4, 0.7));
    expect(refused(job, wired, left(wired[3]?.id ?? ""))).toMatch(/not surely/);
  });
  it("counts turns from the last zero lash only, and keeps what it was found at and how the schools differ", () => {
    const entries = ledger(
      arrived("A"),
      zeroed(V1, "A", { foundTurns: 0.25 }),
      turned(V1, "A", 0.5),
      zeroed(V1, "A", { school: "spin" }),
      zeroed(V1, "A", { apartTurns: -0.125 }),
      turned(V1, "A", 0.75),
    );
    expect(jobState(lifterJob(), entries).valves.get(V1)?.own).toMatchObject({
      school: "spin",
      turns: 0.75,
      apartTurns: -0.125,
      foundMm: expect.closeTo(0.25 * 1.0583 * (5 / 3), 3),
      coldMm: expect.closeTo(0.75 * 1.0583 * (5 / 3), 3),
    });
  });
  it("a tick brings a valve back for one step, or to zero lash when nothing was counted", () => {
    const job = lifterJob();
    const set = ledger(arrived("A"), zeroed(V1, "A"), turned(V1, "A", 0.5));
    const back = ledger(
      arrived("A"),
      zeroed(V1, "A"),
      turned(V1, "A", 0.5),
      { kind: "left", valve: V1, reading: set[2]?.id ?? "", reason: null },
      { kind: "reopened", valve: V1, reason: "Ticks" },
    );
    const state = jobState(job, back);
    expect(nextKind(nextThing(job, state, { chosen: V1 }))).toBe("step");
    expect(refused(job, back, turned(V1, "A", 0.25))).toBeNull();
    expect(refused(job, back, zeroed(V1, "A"))).toBeNull();
  });
  it("says how even it is", () => {
    const both = ledger(arrived("A"), zeroed(V1, "A"), turned(V1, "A", 0.5), zeroed(V2, "A"), turned(V2, "A", 0.75));
    const left = [
      ...both,
      ...ledger(
        { kind: "left", valve: V1, reading: "x", reason: null },
        { kind: "left", valve: V2, reading: "x", reason: null },
      ),
    ];
    expect(spreadWords(lifterJob(), jobState(lifterJob(), left) as never)).toMatch(
      new RegExp(`0.88 to 1.32 mm deep, a quarter turn apart; deepest is ${V2}`),
    );
  });
});

describe("the wait of a preload job", () => {
  const squeezed = ledger(arrived("A"), zeroed(V1, "A"), turned(V1, "A", 0.5, { atMin: 2 }));
  it.each<[string, readonly LedgerEntry[], number, number]>([
    ["right after it", squeezed, 2, 15],
    ["in the middle", squeezed, 10, 7],
    ["over", squeezed, 17, 0],
    [
      "from the last squeeze on",
      [...squeezed, ...ledger(zeroed(V2, "A"), turned(V2, "A", 0.5, { atMin: 9 }))],
      10,
      14,
    ],
    ["not for a turn out", [...squeezed, ...ledger(turned(V1, "A", -0.1, { atMin: 16 }))], 18, 0],
    ["said to be over", [...squeezed, ...ledger({ kind: "bled-down", reason: "collapsed by hand" })], 3, 0],
    ["not saved yet: the whole of it", squeezed.map(({ at: _, ...e }) => e as Entry), 99, 15],
  ])("%s", (_name, entries, minute, left) =>
    expect(bleedRemaining(lifterJob(), jobState(lifterJob(), entries), at(minute), null)).toBe(left * 60_000),
  );
  it("holds nothing up on a leg where piston and cam are out of the way, and everything elsewhere", () => {
    const base = lifterJob();
    const job = { ...base, task: { ...base.task, plan: { ...base.task.plan, goesOn: { [V1]: { "A>B": 90 } } } } };
    const state = jobState(job, squeezed);
    expect([bleedRemaining(job, state, at(3), "B"), bleedRemaining(job, state, at(3), null)]).toEqual([0, 840_000]);
    expect(refused(job, squeezed, arrived("B"), at(3))).toBeNull();
    const there = [...squeezed, ...ledger(arrived("B"))];
    // From there it is another leg: what was squeezed at A is still squeezed.
    expect(refused(job, there, arrived("A"), at(4))).toMatch(/Leave the crank where it is for 13:00 more/);
    const both = [...squeezed, ...ledger(zeroed(V2, "A"), turned(V2, "A", 0.5, { atMin: 9 }))];
    expect(refused(job, both, arrived("B"), at(10))).toMatch(/for 14:00 more/);
    expect(refused(job, both, { kind: "turned-over", rereads: null }, at(10))).not.toBeNull();
  });
  it("keeps the crank where it is, but lets it be said that it still stands there", () => {
    const job = lifterJob();
    expect(refused(job, squeezed, arrived("B"), at(3))).toMatch(/Leave the crank where it is for 14:00 more/);
    expect(refused(job, squeezed, arrived("A"), at(3))).toBeNull();
    expect(refused(job, squeezed, arrived("B"), at(18))).toBeNull();
    expect(refused(lifterJob("dry"), squeezed, arrived("B"), at(3))).toBeNull();
  });
});

describe("the plan of a preload", () => {
  it("refuses turns that leave the window, and says which would do", () => {
    const planned = planPreload(LIFTERS, {
      targetTurns: 0.25,
      lifters: "run",
      travelMm: null,
      bleedMinutes: 15,
      growth: null,
    });
    expect(planned).toMatchObject({
      field: "targetTurns",
      why: expect.stringMatching(/0\.44 mm deep, too little .* between about 5\/16 turn and about 2 turns will do/),
    });
  });
  it("counts what heat takes", () => {
    const growth = {
      id: "rule" as const,
      name: "Rule",
      evidence: "",
      growth: {
        intake: { growthMm: 0.5, rangeMm: [0.5, 0.5] as const },
        exhaust: { growthMm: 0.5, rangeMm: [0.5, 0.5] as const },
      },
    };
    expect(
      planPreload(LIFTERS, { targetTurns: 0.375, lifters: "dry", travelMm: null, bleedMinutes: 15, growth }),
    ).toMatchObject({
      field: "targetTurns",
    });
    const planned = planPreload(LIFTERS, {
      targetTurns: 0.5,
      lifters: "dry",
      travelMm: null,
      bleedMinutes: 15,
      growth,
    });
    expect("plan" in planned && preloadSpec(planned.plan, "intake").lowMm).toBeCloseTo(0.5 + 0.5 / 1.5, 9);
    expect("plan" in planned && planned.plan.bleedMinutes).toBeNull();
  });
  it("needs a gear that can be read", () => expect(isGear(preloadGear({}))).toBe(false));
});
