/** Whole preload and dry-gap jobs: whoever follows the one next thing gets to the end, and nothing that would hurt is taken. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import type { EngineFile } from "../engine/engineFile";
import { isGear, preloadGear } from "../preload/gear";
import { fixedGear, isFixed } from "../preload/lengths";
import { refusal } from "./admit";
import { bleedLeft } from "./bleeding";
import type { Entry, KeptEntry, Made, ReadingEntry } from "./entry";
import type { Job } from "./job";
import { nextThing, type NextThing } from "./next";
import { planPreload, preloadSpec } from "./planWork";
import type { PreloadPlan } from "./plans";
import { spreadWords } from "./spread";
import { runState } from "./state";
import { jobFor } from "./testJobs";
import { orderLines } from "./wantedParts";

const LIFTERS: EngineFile = engineFile(["1", "2", "4", "3"], {
  cam: MILD_CAM,
  adjuster: { kind: "hydraulic", at: "stud-nut", ratio: 1.5, tpi: 24, plunger: { travel: 4 } },
});

function plan(lifters: "run" | "dry" = "run"): PreloadPlan {
  const planned = planPreload(LIFTERS, { turns: 0.5, lifters, bleedMinutes: 15, way: null });
  if (!("plan" in planned)) throw new Error(planned.why);
  return planned.plan;
}
function lifterJob(lifters: "run" | "dry" = "run", more: Partial<Job> = {}): Job {
  const preload = plan(lifters);
  return jobFor(LIFTERS, "firing-order", {
    work: "preload",
    preload,
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
  entries.map(
    ({ atMin = 0, ...e }, i) =>
      ({
        ...fresh(),
        ...e,
        seq: i + 1,
        personId: "ada",
        at: new Date(T0 + atMin * 60_000).toISOString(),
      }) as KeptEntry,
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
const refused = (job: Job, entries: readonly Made[], entry: Work, nowMs?: number): string | null =>
  refusal(job, entries, { ...fresh(), ...entry } as Entry, null, nowMs);
const [FIRST] = lifterJob().route;
const [V1 = "", V2 = ""] = FIRST?.valves.map((v) => v.valve) ?? [];

/** What a hand enters at a next thing of a preload job. */
function lifterAnswer(next: NextThing, stop: string, entries: readonly Made[], turns: number): Entry[] {
  switch (next.kind) {
    case "turn":
      return [{ ...fresh(), kind: "arrived", stop: next.to.letter }];
    case "zero":
      return [{ ...fresh(), ...zeroed(next.valve.valve.id, stop) }];
    case "turn-in":
    case "step":
      return [{ ...fresh(), ...turned(next.valve.valve.id, stop, turns, { locked: false }) }];
    case "lock":
      return [{ ...fresh(), kind: "locked", valve: next.valve.valve.id, stop }];
    case "depth":
      return [
        {
          ...fresh(),
          kind: "left",
          valve: next.valve.valve.id,
          reading: entries.findLast((e) => "valve" in e && e.valve === next.valve.valve.id)?.id ?? "",
          reason: null,
        },
      ];
    case "bar":
      return [
        { ...fresh(), kind: "barred" },
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
            const state = runState(job, entries);
            const next = nextThing(job, state, { nowMs });
            if (next.kind === "closed") break;
            if (next.kind === "wait") {
              waits += 1;
              nowMs += next.leftMs;
              continue;
            }
            for (const entry of lifterAnswer(next, state.stop?.letter ?? "", entries, turns)) {
              expect(refusal(job, entries, entry, null, nowMs)).toBeNull();
              entries.push({ ...entry, seq: entries.length + 1, personId: "ada", at: new Date(nowMs).toISOString() });
            }
            nowMs += 40_000;
          }
          const state = runState(job, entries);
          expect(state.closed).toBe(true);
          // Before each further stop, and before the two turns by hand.
          expect(waits).toBe(lifters === "run" ? job.route.length : 0);
          expect(
            [...state.valves.values()].every((v) => v.preload?.verdict === "in" && v.preload.turns === turns),
          ).toBe(true);
        },
      ),
      { numRuns: 12 },
    );
  });
  it("goes from zero lash to the turn to the depth, valve by valve", () => {
    const job = lifterJob();
    const kinds = [
      [],
      [zeroed(V1, "A")],
      [zeroed(V1, "A"), turned(V1, "A", 0.5, { locked: false })],
      [zeroed(V1, "A"), turned(V1, "A", 0.5)],
    ].map((done) => nextThing(job, runState(job, ledger(arrived("A"), ...done))).kind);
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
        rings: null,
        instrument: null,
      },
      [arrived("A")],
      /No part sets the gap/,
    ],
    [
      "to say that it bled down when nothing was squeezed",
      { kind: "bled", reason: "x" },
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
    expect(refused(job, shallow, left(shallow[2]?.id ?? ""))).toMatch(/too shallow/);
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
    expect(runState(lifterJob(), entries).valves.get(V1)?.preload).toMatchObject({
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
    const state = runState(job, back);
    expect(nextThing(job, state, { chosen: V1 }).kind).toBe("step");
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
    expect(spreadWords(lifterJob(), runState(lifterJob(), left))).toMatch(
      new RegExp(`0.88 to 1.32 mm in, a quarter turn apart; deepest is ${V2}`),
    );
  });
});

describe("the wait of a preload job", () => {
  const squeezed = ledger(arrived("A"), zeroed(V1, "A"), turned(V1, "A", 0.5, { atMin: 2 }));
  it.each<[string, readonly Made[], number, number]>([
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
    ["said to be over", [...squeezed, ...ledger({ kind: "bled", reason: "collapsed by hand" })], 3, 0],
    ["not kept yet: the whole of it", squeezed.map(({ at: _, ...e }) => e as Entry), 99, 15],
  ])("%s", (_name, entries, minute, left) =>
    expect(bleedLeft(lifterJob(), runState(lifterJob(), entries), at(minute))).toBe(left * 60_000),
  );
  it("keeps the crank where it is, but lets it be said that it still stands there", () => {
    const job = lifterJob();
    expect(refused(job, squeezed, arrived("B"), at(3))).toMatch(/Leave the crank where it is for 14:00 more/);
    expect(refused(job, squeezed, arrived("A"), at(3))).toBeNull();
    expect(refused(job, squeezed, arrived("B"), at(18))).toBeNull();
    expect(refused(lifterJob("dry"), squeezed, arrived("B"), at(3))).toBeNull();
  });
});

const RODS = fixedGear({ kind: "fixed", ratio: 1.3, lengths: [228.6, 229.4, 230.2], fitted: 229.4 });
const gapJob = (): Job =>
  jobFor(engineFile(["1", "2"], { cam: MILD_CAM }), "firing-order", {
    work: "dry-gap",
    survey: true,
    fixed: isFixed(RODS) ? { gear: RODS, fittedMm: {} } : null,
    valves: engineFile(["1", "2"]).valves.map((v) => ({
      ...v,
      spec: { nominalMm: 1.4, lowMm: 0.7, highMm: 2.05, assumedBand: false },
    })),
  });
const gap = (valve: string, stop: string, mm: number, pass: ReadingEntry["pass"] = "as-found") =>
  ({
    kind: "reading",
    valve,
    stop,
    pass,
    goes: { mm, text: `${mm} mm` },
    noGo: { mm: mm + 0.1, text: `${mm + 0.1} mm` },
    school: "go-no-go",
    value: null,
    instrument: null,
    reason: null,
  }) as const;

describe("a dry-gap job", () => {
  it("reads all, orders in one go, fits, and reads again", () => {
    const job = gapJob();
    const entries: KeptEntry[] = [];
    const gaps: Record<string, number> = { "1I": 1.4, "1E": 0.5, "2I": 2.2, "2E": 1.3 };
    const kinds: string[] = [];
    for (let step = 0; step < 60; step++) {
      const state = runState(job, entries);
      const next = nextThing(job, state);
      const stop = state.stop?.letter ?? "";
      if (kinds.at(-1) !== next.kind) kinds.push(next.kind);
      const now: Work[] = ((): Work[] => {
        switch (next.kind) {
          case "turn":
            return [arrived(next.to.letter)];
          case "order":
            expect(job.fixed === null ? [] : orderLines(next.wants, job.fixed)).toEqual([
              "1 of 228.60 mm for 1E",
              "1 of 230.20 mm for 2I",
            ]);
            return [{ kind: "ordered", list: "two" }];
          case "set": {
            const { id } = next.valve.valve;
            const lengthMm = id === "1E" ? 228.6 : 230.2;
            gaps[id] = (gaps[id] ?? 0) - (lengthMm - 229.4) * 1.3;
            return [
              {
                kind: "fitted",
                valve: id,
                stop,
                fromMm: 229.4,
                lengthMm,
                partFrom: null,
                part: null,
                rings: null,
                instrument: null,
              },
            ];
          }
          case "read": {
            const { valve, status, last, verdict } = next.valve;
            if (status === "read" && verdict === "in")
              return [{ kind: "left", valve: valve.id, reading: last?.id ?? "", reason: null }];
            return [gap(valve.id, stop, gaps[valve.id] ?? 0, status === "set" ? "as-left" : "as-found")];
          }
          case "bar":
            return [{ kind: "barred" }, arrived(next.to.letter)];
          case "check":
            return [{ kind: "checked", item: next.item, reason: null }];
          case "close":
            return [{ kind: "closed" }];
          default:
            return [];
        }
      })();
      for (const e of now) {
        const entry = { ...fresh(), ...e } as Entry;
        expect(refusal(job, entries, entry)).toBeNull();
        entries.push({ ...entry, seq: entries.length + 1, personId: "ada", at: new Date(T0).toISOString() });
        // A reading that stays in its band is left in the same go once nothing is surveyed any more.
        if (entry.kind === "reading" && entry.pass === "as-left")
          entries.push({
            ...fresh(),
            kind: "left",
            valve: entry.valve,
            reading: entry.id,
            reason: null,
            seq: entries.length + 1,
            personId: "ada",
            at: new Date(T0).toISOString(),
          });
      }
    }
    expect(runState(job, entries).closed).toBe(true);
    expect(kinds).toContain("order");
    expect(runState(job, entries).valves.get("2I")?.fittedMm).toBe(230.2);
  });
  it("knows no screw, and no wire", () => {
    const job = gapJob();
    const read = ledger(arrived("A"), gap("1E", "A", 0.5));
    expect(refused(job, read, turned("1E", "A", 0.1))).toMatch(/No screw/);
    expect(refused(job, read, wires("1E", "A", 0.5, 0.6))).toMatch(/hydraulic lifter only/);
    expect(
      refused(job, read, {
        kind: "fitted",
        valve: "1E",
        stop: "A",
        fromMm: 229.4,
        lengthMm: 228.6,
        partFrom: null,
        part: null,
        rings: null,
        instrument: null,
      }),
    ).toMatch(/reads every valve/);
  });
});

describe("the plan of a preload", () => {
  it("refuses turns that leave the window, and says which would do", () => {
    const planned = planPreload(LIFTERS, { turns: 0.25, lifters: "run", bleedMinutes: 15, way: null });
    expect(planned).toMatchObject({
      field: "targetTurns",
      why: expect.stringMatching(/0\.44 mm in, too little .* between about 5\/16 turn and about 2 turns will do/),
    });
  });
  it("counts what heat takes", () => {
    const way = {
      id: "rule" as const,
      name: "Rule",
      evidence: "",
      growth: {
        intake: { growthMm: 0.5, rangeMm: [0.5, 0.5] as const },
        exhaust: { growthMm: 0.5, rangeMm: [0.5, 0.5] as const },
      },
    };
    expect(planPreload(LIFTERS, { turns: 0.375, lifters: "dry", bleedMinutes: 15, way })).toMatchObject({
      field: "targetTurns",
    });
    const planned = planPreload(LIFTERS, { turns: 0.5, lifters: "dry", bleedMinutes: 15, way });
    expect("plan" in planned && preloadSpec(planned.plan, "intake").lowMm).toBeCloseTo(0.5 + 0.5 / 1.5, 9);
    expect("plan" in planned && planned.plan.bleedMinutes).toBeNull();
  });
  it("needs a gear that can be read", () => expect(isGear(preloadGear({}))).toBe(false));
});
