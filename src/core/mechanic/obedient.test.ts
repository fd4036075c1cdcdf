/** Whole jobs under a hand that obeys to the letter, and under one that errs once, at engines whose cams are not the file's. */
import { describe, expect, it } from "vitest";
import type { EngineFile } from "../engine/engineFile";
import { cycleOf } from "../engine/engineFile";
import { resolveEngine } from "../engine/resolve";
import { keptAfter, jobOn } from "../job/jobs.testing";
import type { Entry, KeptEntry, LedgerEntry } from "../job/ledger/entry";
import { type Job, evolve, jobState, nextThing } from "../job/run";
import { planTask } from "../job/prepare";
import { anyEngine } from "../signs/anyEngine.testing";
import { TrueEngine } from "../signs/trueEngine.testing";
import { isTimed } from "../signs/watchedFrom";
import { METHOD_IDS } from "../stops/methods";
import { planMethod } from "../stops/planMethod";
import { SERVING_ORDERS } from "../stops/orders";
import { routeOf } from "../stops/route";
import { DEFAULT_STOP_SETTINGS } from "../stops/settings";
import { separation } from "../units/angle/arc";
import { type Random, random } from "../units/random";
import { runs } from "../units/runs.testing";
import { Mechanic } from "./mechanic";
import { MISTAKES, ObedientHand } from "./obedient.testing";

/** By a watched moment the eye alone tells: more room is asked for, as the preparation does. */
const SETTINGS = { ...DEFAULT_STOP_SETTINGS, requiredDeg: 15 };

/** A job on a random engine by a random method that serves it; null where none does. */
function anyJob(r: Random): { readonly file: EngineFile; readonly job: Job } | null {
  const drawn = anyEngine(r);
  const file =
    drawn.adjuster?.kind === "positive-closing" ? { ...drawn, adjuster: { kind: "screw" as const } } : drawn;
  const engine = resolveEngine(file);
  const method = r.pick(METHOD_IDS);
  const plan = planMethod(method, engine, SETTINGS, file.marksDeg ?? [0]);
  if (!plan.usable) return null;
  const lifters = file.adjuster?.kind === "hydraulic";
  const planned = lifters
    ? planTask(file, {
        targetTurns: 0.5,
        lifters: r.pick(["run", "dry"] as const),
        travelMm: 4,
        bleedMinutes: 15,
        growth: null,
        fittedBefore: [],
      })
    : { plan: { kind: "screw" as const, plan: null } };
  if (!("plan" in planned)) return null;
  const order = r.pick(SERVING_ORDERS);
  const job = jobOn(file, planned.plan, "two-stop", {
    route: routeOf(engine, plan, order),
    order,
    requiredMarginDeg: SETTINGS.requiredDeg,
  });
  return { file, job: job as Job };
}

interface Played {
  readonly hand: ObedientHand;
  readonly ledger: readonly LedgerEntry[];
  readonly closed: boolean;
  /** The farthest that the crank was from where the job had it. */
  readonly offDeg: number;
}

/** Plays until it is closed or the hand notices something. */
function play(file: EngineFile, job: Job, r: Random, mistake: ConstructorParameters<typeof ObedientHand>[3]): Played {
  const usual = job.task.kind === "preload" ? ("preloaded" as const) : ("set" as const);
  const at = new TrueEngine(file, () => usual, r);
  at.deg = r.int(0, cycleOf(file) - 1);
  const hand = new ObedientHand(job, at, r, mistake);
  let made = 0;
  const mechanic = new Mechanic(hand, () => `m${++made}`);
  const ledger: KeptEntry[] = [];
  let state = jobState(job, ledger);
  let offDeg = 0;
  for (let step = 0; step < 40 + 12 * job.valves.length; step++) {
    const next = nextThing(job, state);
    if (next.kind === "closed") return { hand, ledger, closed: true, offDeg };
    if (next.kind === "wait") throw new Error("no wait is told without a time");
    if (next.kind === "turn") hand.turn(next, state);
    if (next.kind === "turn-over") hand.over(next.to, state);
    const entries: Entry[] = mechanic.does(next, state) ?? [];
    if (hand.noticed.length > 0 || entries.length === 0) break;
    for (const entry of entries) {
      const kept = keptAfter(ledger, entry, "2026-11-25T10:00:00Z");
      ledger.push(kept);
      state = evolve(job, state, kept);
    }
    const { stop } = state;
    if (stop !== null) offDeg = Math.max(offDeg, separation(stop.crankDeg, at.deg, cycleOf(file)));
  }
  return { hand, ledger, closed: false, offDeg };
}

describe("the obedient hand", () => {
  it("reads and sets nothing off its base circle, and the crank is where the job has it", () => {
    let played = 0;
    for (let seed = 1; seed <= runs(150); seed++) {
      const r = random(seed);
      const given = anyJob(r);
      if (given === null) continue;
      const { hand, closed, offDeg } = play(given.file, given.job, r, null);
      const told = `seed ${seed}: ${given.file.name}, ${given.job.route.map((s) => s.sights?.[0]?.moment ?? s.markDeg).join(" ")}`;
      expect(hand.astray, told).toEqual([]);
      expect(hand.noticed, told).toEqual([]);
      expect(closed, told).toBe(true);
      // By eye 10 degrees, and 5 of the cam; its nose is where the two differ by as much.
      const sights = given.job.route.flatMap((s) => s.sights ?? []);
      const placed = isTimed(resolveEngine(given.file), sights) && sights.every((s) => s.moment !== "away");
      if (placed) expect(offDeg, told).toBeLessThanOrEqual(30);
      played += 1;
    }
    expect(played).toBeGreaterThan(runs(150) / 4);
  });
});

describe("the mistaken hand", () => {
  it("notices by what it is told to look at, at the latest when all is read again", () => {
    const missed: string[] = [];
    let [erred, caught] = [0, 0];
    for (let seed = 1; seed <= runs(150); seed++) {
      const r = random(9000 + seed);
      const given = anyJob(r);
      if (given === null) continue;
      // A lifter that was not set is heard: nothing is read again of it.
      const kind = r.pick(MISTAKES.filter((m) => m !== "wrong-valve" || given.job.task.kind !== "preload"));
      const mistake = { kind, at: r.int(kind === "not-turned" ? 2 : 1, Math.max(2, given.job.route.length)) };
      const { hand, ledger } = play(given.file, given.job, r, mistake);
      // What was read again after the two turns is otherwise than it was left, or out of its band.
      const again = ledger.some(
        (e, i) =>
          e.kind === "reading" &&
          (e.pass === "re-check" || e.pass === "as-found") &&
          (e.goes.mm === 0 || ledger.slice(0, i).some((b) => b.kind === "left" && b.valve === e.valve)) &&
          Math.abs(e.goes.mm - 0.2) > 0.02,
      );
      const harmless = hand.astray.length === 0 && hand.noticed.length === 0 && !again;
      erred += 1;
      if (hand.noticed.length > 0 || again) caught += 1;
      else if (!harmless) missed.push(`seed ${seed}: ${kind} at ${mistake.at}, ${hand.astray.join(" ")}`);
    }
    expect(erred).toBeGreaterThan(0);
    expect(caught).toBeGreaterThan(erred / 3);
    expect(missed).toEqual([]);
  });
});
