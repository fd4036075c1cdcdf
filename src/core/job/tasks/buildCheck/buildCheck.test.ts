/** The build check: its lines by gear, where shafts go down, what the ledger refuses, and a whole one played. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { EngineFile } from "../../../engine/engineFile";
import { resolveEngine } from "../../../engine/resolve";
import { MILD_CAM, anyFourStroke, engineFile } from "../../../engine/testEngines";
import { marginDeg } from "../../../stops/margin";
import { jobFor, jobOn, keptAfter, mark, nextKind } from "../../jobs.testing";
import type { Entry, KeptEntry } from "../../ledger/entry";
import { type Job, jobState, missingToClose, nextThing, refusal, sheetOf } from "../../run";
import { linesOf } from ".";
import { type BuildCheckTask, planBuildCheck } from "./plan";
import { type ShaftLayout, shaftLayouts, shaftsOf, stopsForShafts } from "./shafts";

const V8: EngineFile = engineFile(["1", "5", "4", "2", "6", "3", "7", "8"], {
  cam: MILD_CAM,
  adjuster: { kind: "screw", at: "valve-end", ratio: 1.5, pitch: 1 },
  heat: { layout: "pushrod" },
  layout: {
    kind: "vee",
    banks: [
      ["1", "3", "5", "7"],
      ["2", "4", "6", "8"],
    ],
  },
});

const check = (file: EngineFile, layout: ShaftLayout): Job => {
  const { plan, route } = planBuildCheck(file, layout);
  const task: BuildCheckTask = { kind: "build-check", plan };
  return jobOn<BuildCheckTask>(file, task, "firing-order", { route, valves: [] }) as unknown as Job;
};
const ids = (job: Job): string[] => (job.task as BuildCheckTask).plan.lines.map((l) => l.id);

/** What is entered, kept where it is taken; what was said of the last. */
function player(job: Job) {
  let kept: KeptEntry[] = [];
  let made = 0;
  const state = () => jobState(job, kept);
  const enter = (draft: object): string | null => {
    const entry = { id: `e${++made}`, supersedes: null, ...draft } as Entry;
    const why = refusal(job, state(), entry, { personId: "ada" });
    if (why === null) kept = [...kept, keptAfter(kept, entry)];
    return why;
  };
  const tick = (line: string, more: object = {}) =>
    enter({ kind: "line-ticked", line, round: 1, stop: null, reading: null, found: null, ...more });
  return { state, enter, tick, next: () => nextThing(job, state()), kept: () => kept, at: (i: number) => kept.at(i) };
}

/** Goes on as it is told until nothing is open. */
function play(job: Job): ReturnType<typeof player> {
  const p = player(job);
  for (let i = 0; i < 200; i++) {
    const next = p.next();
    if (next.kind === "turn") expect(p.enter({ kind: "arrived", stop: next.to.letter })).toBeNull();
    else if (next.kind === "task") {
      const at = linesOf(job as never, p.state()).find((l) => l.line.id === next.line);
      const needed = at?.line.reading?.needed === true;
      const why = p.tick(next.line ?? "", {
        round: (at?.ticks.length ?? 0) + 1,
        stop: p.state().stop?.letter ?? null,
        reading: needed ? mark(1.2) : null,
        found: at?.line.stop === null && at.line.under.length > 0 ? "Adjusters backed off" : null,
      });
      expect(why).toBeNull();
    } else break;
  }
  return p;
}

describe("its lines", () => {
  it("are those of the gear", () => {
    const stud = engineFile(["1", "2"], {
      cam: MILD_CAM,
      follower: "flat",
      adjuster: { kind: "hydraulic", at: "stud-nut", ratio: 1.5, tpi: 24 },
    });
    expect(ids(check(stud, "none"))).toEqual([
      "clean",
      "pushrods-open",
      "lifters-soaked",
      "lobes-coated",
      "head-torqued",
      "studs-clear",
      "studs-torqued",
      "guides-aligned",
      "oiled",
      "pushrods-free",
      "retainer-clear",
      "coil-bind",
      "drive",
    ]);
    const bucket = engineFile(["1", "2"], {
      cam: MILD_CAM,
      adjuster: { kind: "bucket-shim" },
      camshafts: [{ name: "intake cam", valves: ["1I", "2I"], torqueNm: 10 }],
    });
    expect(ids(check(bucket, "none"))).toEqual(["clean", "head-torqued", "oiled", "caps-1", "coil-bind", "drive"]);
    expect(ids(check(V8, "bank")).filter((id) => /shaft|float/.test(id))).toEqual([
      "shaft-1",
      "shaft-2",
      "rocker-float",
    ]);
  });
  it("take shafts from the file by what they are: a girdle goes on after setting", () => {
    const file: EngineFile = {
      ...V8,
      tightenedLater: [
        { name: "left rocker shaft", valves: ["1I", "1E"], torqueNm: 30 },
        { name: "girdle", valves: ["2I"] },
      ],
    };
    expect(shaftsOf(file, "file")).toEqual([{ name: "left rocker shaft", valves: ["1I", "1E"], torqueNm: 30 }]);
    expect([shaftLayouts(file)[0], shaftLayouts(V8)[0]]).toEqual(["file", "bank"]);
    expect(shaftLayouts({ ...V8, adjuster: { kind: "hydraulic", at: "stud-nut" } })[0]).toBe("none");
  });
});

describe("where shafts go down", () => {
  it("is where every follower under each rests, whatever the engine", () => {
    fc.assert(
      fc.property(anyFourStroke, fc.constantFrom("bank" as const, "cylinder" as const), (file, layout) => {
        const engine = resolveEngine(file);
        const shafts = shaftsOf(file, layout);
        const { route, stops } = stopsForShafts(engine, shafts);
        shafts.forEach(({ valves }, i) => {
          const rests = (deg: number): boolean =>
            engine.valves
              .filter((v) => valves.includes(v.id))
              .every((v) => (marginDeg(v, deg, engine.cycleDeg) ?? -1) >= 0);
          const at = route.find((s) => s.letter === stops[i]);
          if (at === undefined) expect(Array.from({ length: 720 }, (_, d) => d).some(rests)).toBe(false);
          else expect(rests(at.crankDeg)).toBe(true);
        });
        // None is turned to for nothing.
        for (const s of route) expect(stops).toContain(s.letter);
      }),
      { numRuns: 60 },
    );
  });
  it("takes few stops, on marks where they serve: eight stands at as many tops or fewer, one single at its own", () => {
    const { route, stops } = stopsForShafts(resolveEngine(V8), shaftsOf(V8, "cylinder"));
    expect(stops.every((s) => s !== null)).toBe(true);
    expect(route.length).toBeLessThan(8);
    expect(route.every((s) => s.crankDeg % 90 === 0)).toBe(true);
    const single = engineFile(["1"], { cam: MILD_CAM });
    expect(stopsForShafts(resolveEngine(single), shaftsOf(single, "bank")).route.map((s) => s.crankDeg)).toEqual([0]);
  });
});

describe("the ledger of a check", () => {
  it("refuses what is drawn down over a lifted follower, and says where it may be", () => {
    const job = check(V8, "cylinder");
    const p = player(job);
    p.tick("head-torqued");
    p.tick("head-torqued", { round: 2 });
    expect(p.tick("shaft-1")).toMatch(/^Turn the crank to stop .* first/);
    const lines = (job.task as BuildCheckTask).plan.lines;
    const own = lines.find((l) => l.id === "shaft-1");
    const wrong = job.route.find((s) => (own?.under ?? []).some((v) => (s.margins[v] ?? 0) < 0));
    expect(p.enter({ kind: "arrived", stop: wrong?.letter })).toBeNull();
    expect(p.tick("shaft-1")).toMatch(
      /^Not here: at stop .* lifted.*cracks\. Turn on to stop .*where all under it rest/,
    );
    expect(p.tick("shaft-1", { stop: "Z" })).toMatch(/The crank stands at stop/);
    expect(nextThing(job, p.state(), { chosen: "shaft-1" })).toMatchObject({
      kind: "turn",
      to: { letter: own?.stop },
    });
    p.enter({ kind: "arrived", stop: own?.stop });
    expect(p.tick("shaft-1", { stop: own?.stop })).toBeNull();
    expect(p.tick("shaft-1", { stop: own?.stop })).toMatch(/ticked meanwhile/);
    expect(p.tick("shaft-1", { stop: own?.stop, round: 2 })).toBeNull();
  });
  it("takes no shaft down where a follower rests, but nearer to its lobe than a stop's margin", () => {
    const plain = check(V8, "cylinder");
    const own = (plain.task as BuildCheckTask).plan.lines.find((l) => l.id === "shaft-1");
    const other = plain.route.find((s) => s.letter !== own?.stop)?.letter ?? "";
    const near = (deg: number) => ({
      ...plain,
      route: plain.route.map((s) =>
        s.letter === other
          ? {
              ...s,
              margins: Object.fromEntries(Object.keys(s.margins).map((v) => [v, v === own?.under[0] ? deg : 90])),
            }
          : s,
      ),
    });
    const tickedAt = (deg: number) => {
      const p = player(near(deg));
      p.tick("head-torqued");
      p.tick("head-torqued", { round: 2 });
      p.enter({ kind: "arrived", stop: other });
      return p.tick("shaft-1", { stop: other });
    };
    expect(tickedAt(4)).toMatch(/is less than 10° clear of the lobe.*cracks/);
    expect(tickedAt(10)).toBeNull();
  });
  it("wants a word of how where followers under a shaft never all rest", () => {
    const wild = {
      ...V8,
      cam: {
        rampDeg: 40,
        intake: { opensDegBtdc: 60, closesDegAbdc: 95 },
        exhaust: { opensDegBbdc: 95, closesDegAtdc: 60 },
      },
    };
    const p = player(check(wild, "bank"));
    p.tick("head-torqued");
    p.tick("head-torqued", { round: 2 });
    expect(p.tick("shaft-1")).toMatch(/say how the maker has it/);
    expect(p.tick("shaft-1", { found: "Adjusters backed off" })).toBeNull();
  });
  it("says of an injector without a lobe on file that nobody knows where it rests", () => {
    const file: EngineFile = { ...V8, valves: [...V8.valves, { id: "1J", cylinder: "1", role: "injector" }] };
    const { plan } = planBuildCheck(file, "cylinder");
    const how = (id: string) => plan.lines.find((l) => l.id === id);
    expect(how("shaft-1")).toMatchObject({ stop: null, how: expect.stringMatching(/^Where 1J rests is not known/) });
    expect(how("shaft-2")?.stop).not.toBeNull();
  });
  it("keeps the order, the rounds and the readings, and takes nothing of other work", () => {
    const p = player(check(V8, "bank"));
    expect(p.tick("shaft-1")).toBe("First: Torque the head on the block, in the maker's order and steps.");
    expect(p.tick("nothing")).toBe("This check has no such line.");
    expect(p.tick("clean", { round: 2 })).toMatch(/ticked meanwhile/);
    expect(p.tick("clean", { reading: mark(1) })).toBe("Nothing is measured at this line.");
    expect(p.tick("coil-bind")).toBe("Measure it first: room left at full lift.");
    expect(p.tick("coil-bind", { reading: mark(0) })).toMatch(/no room at all/);
    expect(p.tick("coil-bind", { reading: mark(1.4, "0.9 mm") })).toMatch(/not the same length/);
    expect(p.tick("coil-bind", { reading: mark(1.4, "a lot") })).toMatch(/not the same length/);
    expect(p.tick("coil-bind", { reading: mark(1.4, ".055 in") })).toMatch(/not the same length/);
    expect(p.tick("coil-bind", { reading: mark(25.4 * 0.055, ".055 in") })).toBeNull();
    expect(p.enter({ kind: "withdrawn", supersedes: p.at(-1)?.id })).toBeNull();
    expect(p.tick("coil-bind", { reading: mark(1.4) })).toBeNull();
    expect(p.enter({ kind: "line-not-here", line: "coil-bind", reason: "Old springs" })).toMatch(/answered already/);
    expect(p.enter({ kind: "line-not-here", line: "pushrods-open", reason: "Solid pushrods" })).toBeNull();
    expect(p.tick("pushrods-open")).toMatch(/called not here/);
    expect(p.enter({ kind: "line-not-here", line: "pushrods-open", reason: "Twice" })).toMatch(/answered already/);
    expect(p.enter({ kind: "turned-over", rereads: null })).toMatch(/a line of this check/);
    expect(p.enter({ kind: "tightened", part: "girdle" })).toMatch(/a line of this check/);
    expect(p.enter({ kind: "set", valve: "1I", stop: "A", turns: 0, aimMm: null, locked: true })).toMatch(/not part/);
    expect(p.enter({ kind: "checked", item: "cleared", reason: null })).toMatch(/^First finish what is open: Scrub/);
    expect(p.enter({ kind: "closed" })).toMatch(/can't be closed yet\. Open: Scrub every part/);
    const screw = jobFor(V8);
    expect(
      refusal(screw, jobState(screw, []), {
        id: "x",
        supersedes: null,
        kind: "line-not-here",
        line: "clean",
        reason: "r",
      }),
    ).toBe("Only a build check has lines to tick.");
  });
  it("takes a line back, its later round first", () => {
    const p = player(check(V8, "none"));
    p.tick("head-torqued");
    const first = p.at(-1)?.id;
    p.tick("head-torqued", { round: 2 });
    const second = p.at(-1)?.id;
    const back = (supersedes: string | undefined) => p.enter({ kind: "withdrawn", supersedes });
    expect(back(first)).toMatch(/later round of this line first/);
    expect(back(second)).toBeNull();
    expect(back(second)).toMatch(/taken back already/);
    expect(back(first)).toBeNull();
    expect(linesOf(check(V8, "none") as never, p.state()).every((l) => !l.done)).toBe(true);
  });
});

describe("a whole check", () => {
  it("is played as it is told to the signed sheet, on any engine, with every shaft at rest", () => {
    fc.assert(
      fc.property(
        anyFourStroke,
        fc.constantFrom("none" as const, "bank" as const, "cylinder" as const),
        (file, layout) => {
          const job = check(file, layout);
          const p = play(job);
          // Every stop is turned to once: two turns at the most.
          const arrived = p.kept().flatMap((e) => (e.kind === "arrived" ? [e.stop] : []));
          expect(new Set(arrived).size).toBe(arrived.length);
          expect(missingToClose(job, p.state())).toEqual(["Not said: tools off, leaves counted."]);
          expect(nextKind(p.next())).toBe("check");
          expect(p.enter({ kind: "checked", item: "cleared", reason: null })).toBeNull();
          expect(p.next().kind).toBe("close");
          expect(p.enter({ kind: "closed" })).toBeNull();
          expect(p.tick("clean")).toMatch(/closed/);
        },
      ),
      { numRuns: 25 },
    );
  });
  it("stands on its sheet line by line, with rounds, readings, what was found and what is not here", () => {
    const job = check(V8, "bank");
    const p = player(job);
    p.enter({ kind: "line-not-here", line: "pushrods-open", reason: "Solid pushrods" });
    p.tick("head-torqued", { found: "Two bolts exchanged" });
    p.tick("head-torqued", { round: 2 });
    p.tick("coil-bind", { reading: mark(1.4) });
    const sheet = sheetOf({
      jobId: "j",
      shop: "Shop",
      serial: null,
      runningHours: null,
      counterUnit: "h",
      geometry: [],
      buildCheck: null,
      file: V8,
      job,
      state: "cold",
      temperatureC: null,
      method: "firing-order",
      feelerSets: ["Set"],
      purpose: "first-start",
      note: null,
      licensed: null,
      cautions: [],
      openedBy: "Ada",
      openedAt: "2026-11-25T10:00:00Z",
      entries: p.kept(),
      refused: [],
    });
    const line = (title: string) => sheet.lines.find((l) => l.title.startsWith(title));
    expect([sheet.work, sheet.valves, sheet.lines.length]).toEqual(["build-check", [], ids(job).length]);
    expect(line("Look through")).toMatchObject({ notHere: "Solid pushrods", by: [{ by: "Ada" }] });
    expect(line("Torque the head")).toMatchObject({ rounds: 2, found: ["Two bolts exchanged"], by: [{}, {}] });
    expect(line("See that no spring")).toMatchObject({ reading: "Room left at full lift 1.40 mm", notHere: null });
    expect(line("Scrub")).toMatchObject({ by: [], reading: null });
  });
});
