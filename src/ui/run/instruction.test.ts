import { describe, expect, it } from "vitest";
import type { AdjusterEntry } from "@/core/engine/engineFile";
import { resolveEngine } from "@/core/engine/resolve";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import { lashSpec } from "@/core/lash/spec";
import type { Entry } from "@/core/run/entry";
import { nextThing } from "@/core/run/next";
import { routeOf } from "@/core/run/route";
import { runState, type Job } from "@/core/run/state";
import { planMethod } from "@/core/stops/methods";
import { instruct } from "./instruction";
import type { RunContext, RunNow } from "./model";
import { readTaps, stacksOfSet, type Taps } from "./taps";

const SET = { id: "s", name: "Set", system: "metric" as const, leaves: [0.1, 0.15, 0.2, 0.25, 0.3, 0.35].map((mm) => ({ mm, mmMark: mm.toFixed(2), inchMark: null })) };
const LASH = { nominal: "0.20 mm", low: "0.15 mm", high: "0.25 mm" };

function contextFor(adjuster: AdjusterEntry | undefined, more: object = {}): RunContext {
  const file = engineFile(["1", "2"], { cam: MILD_CAM, lash: { state: "cold", intake: LASH, exhaust: LASH }, ...(adjuster === undefined ? {} : { adjuster }), ...more });
  const engine = resolveEngine(file);
  const job: Job = {
    cycleDeg: 720, requiredMarginDeg: 10, route: routeOf(engine, planMethod("firing-order", engine)), order: "crank",
    valves: file.valves.map((v) => ({ ...v, spec: lashSpec(LASH) })),
  };
  return { id: "j", engineId: "e", file, job, state: "cold", temperatureC: null, method: "firing-order", set: SET, lastTime: {}, engine, stacks: stacksOfSet(SET) };
}

const ARRIVED: Entry = { id: "a", supersedes: null, kind: "arrived", stop: "A" };
function told(adjuster: AdjusterEntry | undefined, taps: Taps, more: object = {}) {
  const context = contextFor(adjuster, more);
  const state = runState(context.job, [ARRIVED]);
  const now: RunNow = { state, next: nextThing(context.job, state), crankDeg: 0 };
  return instruct(context, now, readTaps(taps, SET, context.stacks, lashSpec(LASH)));
}
const LOOSE: Taps = { 4: "goes", 5: "no" };
const TIGHT: Taps = { 0: "goes", 1: "no" };

describe("instruct, for a reading out of its band", () => {
  it.each<[string, AdjusterEntry | undefined, Taps, string, string]>([
    ["a screw", { kind: "screw", at: "valve-end", pitch: 1 }, LOOSE, "Turn the screw in 45°, from 12 to 1 and half way to 2.", "Screw turned, nut locked"],
    ["a screw, tight", { kind: "screw", at: "valve-end", pitch: 1 }, TIGHT, "Turn the screw out 27°, from 12 to 11.", "Screw turned, nut locked"],
    ["a stud nut", { kind: "screw", at: "stud-nut", ratio: 1.5, pitch: 1 }, LOOSE, "Turn the nut in 18°, two thirds of the way from 12 to 1.", "Nut turned, locked"],
    ["an unknown adjuster", undefined, LOOSE, "Close it by 0.13 mm, and lock.", "Turned and locked"],
    ["a screw without its thread", { kind: "screw", at: "valve-end" }, TIGHT, "Open it by 0.08 mm, and lock.", "Turned and locked"],
    ["a shim", { kind: "bucket-shim" }, LOOSE, "Fit a part 0.13 mm thicker.", "Part fitted, seated"],
    ["a bucket, tight", { kind: "bucket" }, TIGHT, "Fit a part 0.08 mm thinner.", "Part fitted, seated"],
    ["a ground stem", { kind: "grind" }, TIGHT, "Take 0.08 mm off the stem's end, in steps.", "Stem ground, put back"],
    ["a ground stem, loose", { kind: "grind" }, LOOSE, "It is 0.13 mm too wide: grinding can't close it.", "Seat or valve changed"],
  ])("%s", (_name, adjuster, taps, title, button) => {
    expect(told(adjuster, taps)).toMatchObject({ title, button: { label: button, action: { kind: "set" } } });
  });
  it("names what wrong lash does, and the danger of none", () => {
    expect(told(undefined, LOOSE).grounds.join(" ")).toContain("noisy");
    expect(told(undefined, { none: "goes" }).grounds.join(" ")).toMatch(/held open.*burnt valve/);
  });
});

describe("instruct, while a valve is read", () => {
  it("offers a first leaf, and asks for the bridge first where there is one", () => {
    const plain = told(undefined, {});
    expect(plain.title).toMatch(/^Read 1 intake: try 0\.25 mm first\.$/);
    expect(plain.button).toBeNull();
    expect(told(undefined, {}, { bridges: [{ cylinder: "1", role: "intake" }] }).grounds[0]).toMatch(/^Set the bridge first/);
  });
  it("asks for the other end when one end has decided", () => {
    expect(told(undefined, { 4: "goes" })).toMatchObject({ title: "Loose. Now find a leaf that does not go.", tryKey: "5", button: null });
    expect(told(undefined, { 0: "no" })).toMatchObject({ title: "Tight. Does no leaf go at all?", tryKey: "none" });
    expect(told(undefined, { 5: "goes" }).title).toBe("This set ends here: take a thicker one.");
  });
  it("lets a valve in band be left", () => {
    expect(told(undefined, { 2: "goes", 3: "no" })).toMatchObject({ title: "1 intake is in its band: leave it.", button: { action: { kind: "leave" } } });
  });
  it("asks where the crank is before anything else, after a while away", () => {
    const context = contextFor(undefined);
    const state = runState(context.job, [ARRIVED]);
    const back = instruct(context, { state, next: nextThing(context.job, state, { returning: true }), crankDeg: 0 }, null);
    expect(back).toMatchObject({ title: "Is the crank still at mark A?", button: { action: { kind: "arrive", stop: "A" } } });
    expect(back.grounds[0]).toMatch(/Cylinder 1 has both rockers loose/);
  });
  it("reads the sign of a stop before the first valve", () => {
    const context = contextFor(undefined);
    const state = runState(context.job, []);
    const first = instruct(context, { state, next: nextThing(context.job, state), crankDeg: 0 }, null);
    expect(first).toMatchObject({ title: "Turn the crank until mark A is at the pointer.", button: { action: { kind: "arrive", stop: "A" } } });
    expect(first.grounds.join(" ")).toMatch(/Cylinder 1 has both rockers loose.*one turn out.*go back 30°/);
  });
});
