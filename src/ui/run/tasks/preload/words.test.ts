/** What is told at lifters, at gear without a screw, and through an offset. */
import { describe, expect, it } from "vitest";
import type { EngineFile } from "@/core/engine/engineFile";
import type { JobOf } from "@/core/job/job";
import { jobFor, jobOn } from "@/core/job/jobs.testing";
import type { Entry } from "@/core/job/ledger/entry";
import type { Task } from "@/core/job/tasks";
import { planPreload, preloadSpec } from "@/core/job/tasks/preload/plan";
import { fixedGear, isFixed } from "@/core/preload/lengths";
import { DUNMORE } from "@/demo/engines";
import { CORRIEMOOR, LARKFIELD } from "@/demo/lifterEngines";
import type { RunContext, RunNow } from "../../model";
import { OPENED_AT, contextOn, nowOf as nowAfter, setOf, told as toldOf } from "../../run.testing";
import { ServerClock } from "../../session/serverClock";
import { hotSays, hotWords } from "../../words/hotMinutes";
import { throughWords } from "../../words/through";

const SET = setOf([0.4, 0.5, 0.6]);
const T0 = Date.parse(OPENED_AT);

const context = (file: EngineFile, job: JobOf<Task>, more: Partial<RunContext> = {}): RunContext =>
  contextOn(file, job, SET, { nowMs: T0, ...more });
const nowOf = (c: RunContext, entries: readonly object[], nowMs = T0, chosen: string | null = null): RunNow =>
  nowAfter(c, entries.map((e, i) => ({ id: `e${i}`, supersedes: null, at: OPENED_AT, ...e })) as unknown as Entry[], {
    nowMs,
    chosen,
  });

const planned = planPreload(CORRIEMOOR, {
  targetTurns: 0.5,
  lifters: "run",
  travelMm: null,
  bleedMinutes: 15,
  growth: null,
});
if (!("plan" in planned)) throw new Error(planned.why);
const lifters = context(
  CORRIEMOOR,
  jobOn<Task>(CORRIEMOOR, { kind: "preload", plan: planned.plan }, "firing-order", {
    valves: CORRIEMOOR.valves.map((v) => ({ ...v, spec: preloadSpec(planned.plan, v.role) })),
  }),
);
/** The same with a short plunger and one full turn, outside its window by the levers. */
const SHORT: EngineFile = {
  ...CORRIEMOOR,
  adjuster: { kind: "hydraulic", at: "stud-nut", ratio: 1.5, tpi: 24, plunger: { travel: 2 } },
};
const outside = planPreload(SHORT, {
  targetTurns: 1,
  lifters: "run",
  travelMm: null,
  bleedMinutes: 15,
  growth: null,
  proof: true,
});
if (!("plan" in outside)) throw new Error(outside.why);
const proven = context(
  SHORT,
  jobOn<Task>(SHORT, { kind: "preload", plan: outside.plan }, "firing-order", {
    valves: SHORT.valves.map((v) => ({ ...v, spec: preloadSpec(outside.plan, v.role) })),
  }),
);
const AT = { kind: "arrived", stop: "A" };
const VALVE = lifters.job.route[0]?.valves[0]?.valve ?? "";
const ZERO = {
  kind: "zeroed",
  valve: VALVE,
  stop: "A",
  school: "up-down",
  foundTurns: null,
  apartTurns: null,
  reason: null,
};
const turn = (turns: number, more: object = {}) => ({
  kind: "set",
  valve: VALVE,
  stop: "A",
  turns,
  aimMm: null,
  locked: true,
  ...more,
});
const say = (entries: readonly object[], choice: object = {}, nowMs = T0, hand: string | null = VALVE) =>
  toldOf(lifters, nowOf(lifters, entries, nowMs, hand), null, { choice });

describe("at a lifter", () => {
  it("tells it against last time, once it was counted on the way out", () => {
    const before = (turns: number) => ({
      ...lifters,
      lastTurnedIn: { [VALVE]: { turns, usedSince: { count: 420, unit: "km" as const } } },
    });
    const grounds = (turns: number, foundTurns: number | null) =>
      toldOf(before(turns), nowOf(before(turns), [AT, { ...ZERO, foundTurns }], T0, VALVE), null, {}).grounds.join(
        " ",
      );
    expect(grounds(0.5, 0.25)).toContain(
      "Found a quarter turn in; left half a turn in last time, 420 km ago: a quarter turn shallower. Look at its lock",
    );
    expect(grounds(0.5, 0.5)).toContain("last time, 420 km ago, the same.");
    expect(grounds(0.5, null)).not.toContain("last time");
  });
  it("says how zero lash is found, and why this way first", () => {
    expect(say([AT])).toMatchObject({
      title: "Bring 1 exhaust to zero lash: lift and drop its pushrod.",
      grounds: [expect.stringMatching(/its weight hides play/), expect.stringMatching(/pumped up resists/)],
      button: { action: { kind: "enter", drafts: [{ kind: "zeroed", school: "up-down" }] } },
    });
    expect(say([AT], { school: "spin" }).grounds[1]).toMatch(/^Lift and drop is offered first here/);
  });
  it("tells the turn by the clock, in quarters where there is no room, with what the nut and the plunger do", () => {
    const told = say([AT, ZERO]);
    expect(told.title).toBe("1 exhaust: turn the nut in half a turn, from 12 to 6.");
    expect(told.grounds.join(" ")).toMatch(
      /In quarters: 12 to 3, 3 to 6\. .* nut itself goes 0\.53 mm, the plunger 0\.86 of its 4 mm.* in its window/,
    );
    expect(told.button?.action).toMatchObject({ drafts: [{ kind: "set", turns: 0.5 }], leave: true });
  });
  it("does not call a turn done that leaves the window", () => {
    const told = say([AT, ZERO], { turns: 0.125 });
    expect(told.grounds.join(" ")).toMatch(/shallower than the middle school sets it: it may tick/);
    expect(told).toMatchObject({ button: { action: { leave: false, stay: true } }, choices: [] });
  });
  it("asks for wires at the first lifter where the levers put the turns outside, and then leaves the others as those proved", () => {
    const SECOND = proven.job.route[0]?.valves[1]?.valve ?? "";
    const tell = (entries: readonly object[], hand: string) =>
      toldOf(proven, nowOf(proven, entries, T0, hand), null, { choice: { turns: 1 } });
    const turningIn = tell([AT, ZERO], VALVE);
    expect(turningIn.grounds.join(" ")).toMatch(
      /nut itself goes 1\.06 mm, the plunger 1\.76 of its 2 mm.*outside its window: this lifter is the proof/,
    );
    expect(turningIn.button).toMatchObject({ action: { leave: false } });
    const waiting = tell([AT, ZERO, turn(1)], VALVE);
    expect(waiting.title).toBe("Hold wires to the plunger of 1 exhaust: they prove the turns.");
    expect(waiting).toMatchObject({ button: null, reasoned: null });
    const wires = { kind: "reading", valve: VALVE, stop: "A", pass: "as-left", school: "wire", value: null };
    const held = {
      ...wires,
      goes: { mm: 1, text: "1.00 mm" },
      noGo: { mm: 1.1, text: "1.10 mm" },
      instrument: "wires",
      reason: null,
    };
    const done = [AT, ZERO, turn(1), held];
    expect(tell(done, VALVE).button).toMatchObject({ action: { kind: "leave" } });
    const second = [...done, { ...ZERO, valve: SECOND }];
    expect(tell(second, SECOND).grounds.join(" ")).toMatch(/the wires at 1E proved it: .*1\.00.*1\.10/);
    const last = tell([...second, { ...turn(1), valve: SECOND }], SECOND);
    expect(last.title).toMatch(/is turned in as 1E, where the wires proved it: leave it/);
    expect(last.button).toMatchObject({
      action: { kind: "leave", reason: expect.stringMatching(/^Turned in as 1E/) },
    });
  });
  it("shows what the other school makes of it", () =>
    expect(say([AT, ZERO, { ...ZERO, school: "spin", apartTurns: -0.125 }]).grounds.join(" ")).toMatch(
      /0\.21 mm of plunger apart: spin comes earlier.*counted from lift and drop/,
    ));
  it("offers one step to a valve that ticks, and zero lash where no step is left", () => {
    const back = [
      { kind: "left", valve: VALVE, reading: "e2", reason: null },
      { kind: "reopened", valve: VALVE, reason: "Ticks" },
    ];
    expect(say([AT, ZERO, turn(0.375), ...back])).toMatchObject({
      title: "1 exhaust ticks: a quarter turn more, from 12 to 3.",
      button: { action: { kind: "enter", drafts: [{ kind: "set", turns: 0.25 }] } },
      choices: [{ action: { kind: "choose", choice: { again: true } } }],
    });
    expect(say([AT, ZERO, turn(2), ...back])).toMatchObject({
      title: "1 exhaust has no step left: set it again from zero lash.",
      button: { action: { kind: "choose", choice: { again: true } } },
    });
  });
  it("holds wires against the count, and says when they disagree", () => {
    const wire = {
      kind: "reading",
      valve: VALVE,
      stop: "A",
      pass: "as-left",
      goes: { mm: 1.8, text: "1.8 mm" },
      noGo: { mm: 2, text: "2.0 mm" },
      school: "wire",
      value: null,
      instrument: "wires",
      reason: null,
    };
    const told = say([AT, ZERO, turn(0.5), wire]);
    expect(told.title).toBe("1 exhaust stands in its window: leave it.");
    expect(told.grounds.join(" ")).toMatch(/Wires say 1\.8–2\.0 mm, the count says 0\.86 mm.*They disagree/);
  });
  it("names the wait before the next turn, and takes a reason for going on", () => {
    const all =
      lifters.job.route[0]?.valves.flatMap(({ valve }, i) => [
        { ...ZERO, valve },
        { ...turn(0.5), valve, id: `s${i}` },
        { kind: "left", valve, reading: `s${i}`, reason: null },
      ]) ?? [];
    expect(say([AT, ...all], {}, T0 + 60_000, null)).toMatchObject({
      title: "Leave the crank where it is: the lifters bleed down.",
      button: null,
      reasoned: { for: { kind: "bled" } },
    });
    expect(say([AT, ...all], {}, T0 + 901_000, null).title).toMatch(/^Turn the crank 150°/);
  });
});

const rods = fixedGear(LARKFIELD.adjuster ?? { kind: "fixed" });
const gaps = context(
  LARKFIELD,
  jobOn<Task>(
    LARKFIELD,
    { kind: "dry-gap", plan: isFixed(rods) ? { gear: rods, fittedMm: {} } : null },
    "firing-order",
    {
      survey: true,
      valves: LARKFIELD.valves.map((v) => ({
        ...v,
        spec: { nominalMm: 1.4, lowMm: 0.7, highMm: 2.05, assumedBand: false },
      })),
    },
  ),
  { licensed: "Ada Lark" },
);
const gapAt = (valve: string, stop: string, mm: number) => ({
  kind: "reading",
  valve,
  stop,
  pass: "as-found",
  goes: { mm, text: `${mm} mm` },
  noGo: { mm: mm + 0.1, text: `${(mm + 0.1).toFixed(1)} mm` },
  school: "go-no-go",
  value: null,
  instrument: null,
  reason: null,
});
const found = gaps.job.route.flatMap((s) => [
  { kind: "arrived", stop: s.letter },
  ...s.valves.map((v) => gapAt(v.valve, s.letter, v.valve === "4E" ? 0.5 : 1.4)),
]);

describe("gear without a screw", () => {
  const HAND = "4E";
  it("lists what to order, and names the manual and the licensed person", () => {
    const told = toldOf(gaps, nowOf(gaps, found));
    expect(told).toMatchObject({
      title: "One pushrod is wanted: order, or lay out.",
      grounds: [
        "1 of 228.60 mm for 4E.",
        "Limits by Larkfield overhaul manual, section 9. Ada Lark releases this work.",
      ],
      button: { action: { kind: "enter", drafts: [{ kind: "ordered" }] } },
      choices: [{ action: { drafts: [{ kind: "ordered" }, { kind: "paused" }] } }],
    });
  });
  it("shows the sum for the part that is proposed, and for another that is picked", () => {
    const asked = nowOf(gaps, found).state.questions.map((q) => ({
      kind: "answered",
      question: q.id,
      reason: "looked at",
    }));
    const ordered = [...found, ...asked, { kind: "ordered", list: "1" }];
    const told = toldOf(gaps, nowOf(gaps, ordered, T0, HAND));
    expect(told).toMatchObject({
      title: "Fit a pushrod of 228.60 mm at 4 exhaust.",
      button: { action: { drafts: [{ kind: "fitted", lengthMm: 228.6, fromMm: 229.4 }] } },
    });
    expect(told.grounds.join(" ")).toMatch(
      /Fitted is 229\.40 mm; the sum asks for 228\.75 mm, and 228\.60 mm leaves 1\.59 mm.*holds its valve off the seat.*Ada Lark/,
    );
    expect(toldOf(gaps, nowOf(gaps, ordered, T0, HAND), null, { choice: { fromMm: 230.2 } }).title).toBe(
      "Fit a pushrod of 229.40 mm at 4 exhaust.",
    );
  });
});

describe("heat on the job", () => {
  const hot = (more: Partial<RunContext> = {}) =>
    context(DUNMORE, jobFor(DUNMORE, "firing-order", { state: "hot" }), { temperatureC: 90, airC: 20, ...more });
  const warm = (minute: number, celsius: number) => ({
    kind: "temperature",
    celsius,
    at: new Date(T0 + minute * 60_000).toISOString(),
  });
  it("tells the minutes left from two temperatures, and asks for what is missing", () => {
    expect(hotSays(hot(), nowOf(hot(), []))).toMatchObject({
      kind: "asks",
      words: expect.stringMatching(/once more/),
    });
    const two = [warm(10, 80)];
    const says = hotSays(hot(), nowOf(hot(), two, T0 + 12 * 60_000));
    // 70 over the air falls to 60 in ten minutes, and to 45 in another 18.66.
    expect(says).toMatchObject({
      kind: "minutes",
      minutes: expect.closeTo((10 * Math.log(60 / 45)) / Math.log(70 / 60) - 2, 6),
    });
    expect(says === null ? "" : hotWords(says)).toBe("Hot for 16 more min");
    expect(hotWords({ kind: "minutes", minutes: -3, leastC: 65 })).toBe("Cooled too far to read hot");
  });
  it("is silent where nothing is hot, and begins anew when it was warmed again", () => {
    expect(hotSays(lifters, nowOf(lifters, []))).toBeNull();
    expect(hotSays(hot(), nowOf(hot(), [warm(10, 70), warm(20, 95)], T0 + 20 * 60_000))).toMatchObject({
      kind: "asks",
    });
  });
  it("says what a cold reading amounts to hot", () => {
    const job = jobFor(DUNMORE, "firing-order", {
      state: "cold",
      offset: {
        specState: "hot",
        way: "rule",
        name: "Rule of thumb",
        evidence: "",
        growthMm: { intake: 0.254, exhaust: 0.2 },
        others: [],
      },
    });
    const c = context(DUNMORE, job);
    const valve = nowOf(c, []).state.valves.get("1I");
    expect(valve === undefined ? "" : throughWords(c, valve, 0.3048)).toBe(
      " Through the offset that is about .022 in hot.",
    );
  });
});

describe("the shop's clock", () => {
  it("goes on from what the server said, whatever this device's clock says", () => {
    const clock = new ServerClock(T0);
    const wall = Date.now;
    try {
      Date.now = () => wall() + 3_600_000;
      expect(clock.now() - T0).toBeLessThan(5000);
    } finally {
      Date.now = wall;
    }
    clock.sync(T0 + 60_000);
    expect(clock.now() - T0).toBeGreaterThanOrEqual(60_000);
  });
});
