import { describe, expect, it } from "vitest";
import type { AdjusterEntry } from "@/core/engine/engineFile";
import { resolveEngine } from "@/core/engine/resolve";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import { lashSpec } from "@/core/lash/spec";
import type { Entry } from "@/core/run/entry";
import { nextThing } from "@/core/run/next";
import type { Job } from "@/core/run/job";
import { passNow, runState } from "@/core/run/state";
import { jobFor } from "@/core/run/testJobs";
import { lockingOf } from "@/core/lash/locking";
import type { School } from "@/core/lash/school";
import { instruct } from "./instruction";
import { BOTH_ON, learningOf } from "./learning";
import type { Learning, RunContext, RunNow } from "./model";
import { readTaps, stacksOfSet, type Taps } from "./taps";

const SET = {
  id: "s",
  name: "Set",
  system: "metric" as const,
  leaves: [0.1, 0.15, 0.2, 0.25, 0.3, 0.35].map((mm) => ({ mm, mmMark: mm.toFixed(2), inchMark: null })),
};
const LASH = { nominal: "0.20 mm", low: "0.15 mm", high: "0.25 mm" };

function contextFor(
  adjuster: AdjusterEntry | undefined,
  more: object = {},
  asked: Partial<Job> = {},
  school: School = "go-no-go",
): RunContext {
  const file = engineFile(["1", "2"], {
    cam: MILD_CAM,
    lash: { state: "cold", intake: LASH, exhaust: LASH },
    ...(adjuster === undefined ? {} : { adjuster }),
    ...more,
  });
  const job = jobFor(file, "firing-order", {
    valves: file.valves.map((v) => ({ ...v, spec: lashSpec(LASH) })),
    ...asked,
  });
  return {
    id: "j",
    engineId: "e",
    file,
    job,
    state: "cold",
    temperatureC: null,
    method: "firing-order",
    sets: [SET],
    lastTime: {},
    earlierShiftsMm: [],
    openedAt: "2026-11-25T10:00:00Z",
    nowMs: 0,
    airC: null,
    licensed: null,
    engine: resolveEngine(file),
    locking: lockingOf(adjuster),
    hand: { set: SET, stacks: stacksOfSet(SET), school, instrument: null },
  };
}

const ARRIVED: Entry = { id: "a", supersedes: null, kind: "arrived", stop: "A" };
const nowOf = (
  context: RunContext,
  entries: readonly Entry[],
  learning: Partial<Learning> = {},
  returning = false,
): RunNow => {
  const state = runState(context.job, entries);
  return {
    state,
    next: nextThing(context.job, state, { returning }),
    nowMs: 0,
    crankDeg: 0,
    others: [],
    learning: { ...learningOf(context, entries, null, BOTH_ON), ...learning },
  };
};
function told(
  adjuster: AdjusterEntry | undefined,
  taps: Taps,
  more: object = {},
  learning: Partial<Learning> = { wanted: false },
) {
  const context = contextFor(adjuster, more);
  const tapped = readTaps(taps, null, context.hand, lashSpec(LASH));
  return instruct(context, nowOf(context, [ARRIVED], learning), { taps, tapped });
}
const LOOSE: Taps = { 4: "goes", 5: "no" };
const TIGHT: Taps = { 0: "goes", 1: "no" };

describe("instruct, for a reading out of its band", () => {
  it.each<[string, AdjusterEntry | undefined, Taps, string, string]>([
    [
      "a screw",
      { kind: "screw", at: "valve-end", pitch: 1 },
      LOOSE,
      "Turn the screw in 45°, from 12 to 1 and half way to 2.",
      "Screw turned, locked",
    ],
    [
      "a screw, tight",
      { kind: "screw", at: "valve-end", pitch: 1 },
      TIGHT,
      "Turn the screw out 27°, from 12 to 11.",
      "Screw turned, locked",
    ],
    [
      "a stud nut",
      { kind: "screw", at: "stud-nut", ratio: 1.5, pitch: 1 },
      LOOSE,
      "Turn the nut in 18°, two thirds of the way from 12 to 1.",
      "Nut turned",
    ],
    ["an unknown adjuster", undefined, LOOSE, "Close it by 0.13 mm, and lock.", "Turned and locked"],
    [
      "a screw without its thread",
      { kind: "screw", at: "valve-end" },
      TIGHT,
      "Open it by 0.08 mm, and lock.",
      "Turned and locked",
    ],
    ["a shim", { kind: "bucket-shim" }, LOOSE, "Fit a part 0.13 mm thicker.", "Part fitted, seated"],
    ["a bucket, tight", { kind: "bucket" }, TIGHT, "Fit a part 0.08 mm thinner.", "Part fitted, seated"],
    [
      "a ground stem",
      { kind: "grind" },
      TIGHT,
      "Take 0.06 mm off the stem's end, and read again.",
      "0.06 mm ground off, put back",
    ],
    [
      "a ground stem, loose",
      { kind: "grind" },
      LOOSE,
      "It is 0.13 mm too wide: grinding can't close it.",
      "Seat or valve changed: read again",
    ],
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
    const bridged = contextFor(undefined, {}, { bridged: ["1I"] });
    const before = nowOf(bridged, [ARRIVED]);
    expect(instruct(bridged, before, null)).toMatchObject({
      title: "First the bridge of 1 intake: do both valves touch it?",
      button: { action: { kind: "bridge", turned: false } },
      choices: [{ action: { kind: "bridge", turned: true } }],
    });
    const looked: Entry = { id: "b", supersedes: null, kind: "bridged", valve: "1I", stop: "A", turned: true };
    const after = runState(bridged.job, [ARRIVED, looked]);
    // Set before anything was read, it leaves the first reading what it is: as found.
    expect([
      after.valves.get("1I")?.status,
      passNow([ARRIVED, looked], "1I"),
      nextThing(bridged.job, after).kind,
    ]).toEqual(["unread", "as-found", "read"]);
    const plain = told(undefined, {});
    expect(plain).toMatchObject({
      title: "Read 1 intake: try 0.20 mm first.",
      button: { label: "0.20 mm goes" },
      choices: [{ label: "Does not go" }],
    });
  });
  it("asks for the other end when one end has decided", () => {
    expect(told(undefined, { 4: "goes" })).toMatchObject({
      title: "Loose. Now find a leaf that does not go.",
      tryKey: "5",
      button: { label: "0.35 mm goes" },
    });
    expect(told(undefined, { 0: "no" })).toMatchObject({ title: "Tight. Does no leaf go at all?", tryKey: "none" });
    expect(told(undefined, { 5: "goes" }).title).toBe("This set ends here: take a thicker one.");
  });
  it("lets a valve in band be left", () => {
    expect(told(undefined, { 2: "goes", 3: "no" })).toMatchObject({
      title: "1 intake is in its band: leave it.",
      button: { action: { kind: "leave" } },
    });
  });
  it("asks where the crank is before anything else, after a while away", () => {
    const context = contextFor(undefined);
    const back = instruct(context, nowOf(context, [ARRIVED], {}, true), null);
    expect(back).toMatchObject({
      title: "Is the crank still at mark A?",
      button: { action: { kind: "arrive", stop: "A" } },
    });
    expect(back.grounds[0]).toMatch(/Cylinder 1 has both rockers loose/);
  });
  it("reads the sign of a stop before the first valve", () => {
    const context = contextFor(undefined);
    const first = instruct(context, nowOf(context, []), null);
    expect(first).toMatchObject({
      title: "Turn the crank until mark A is at the pointer.",
      button: { action: { kind: "arrive", stop: "A" } },
    });
    expect(first.grounds.join(" ")).toMatch(/Cylinder 1 has both rockers loose.*one turn out.*Go back at least 30°/);
  });
});

describe("instruct, while the lock is learned", () => {
  const SCREW: AdjusterEntry = { kind: "screw", at: "valve-end", pitch: 1 };
  it("asks for a reading before locking first, and offers the short way", () => {
    expect(told(SCREW, LOOSE, {}, {})).toMatchObject({
      button: { action: { kind: "set", locked: false } },
      choices: [{ action: { kind: "set", locked: true } }],
    });
  });
  it("aims off by what the lock moves, and says so", () => {
    const aimed = told(SCREW, LOOSE, {}, { wanted: false, shiftMm: -0.02 });
    expect(aimed).toMatchObject({
      title: expect.stringContaining("in 38°"),
      button: { action: { locked: true, aimMm: expect.closeTo(0.22) } },
    });
    expect(aimed.grounds[1]).toContain("Bring it to 0.22 mm: locking makes it 0.02 mm tighter here.");
    expect(told(SCREW, LOOSE, {}, { wanted: false, shiftMm: -0.02, useShift: false }).title).toContain("in 45°");
  });
  it("turns by what turns really made, where the figures of the adjuster are off", () => {
    const k = { k: 2, from: 3, off: 1, disagrees: true };
    expect(told(SCREW, LOOSE, {}, { wanted: false, k }).title).toContain("in 22°");
    expect(told(SCREW, LOOSE, {}, { wanted: false, k, useK: false }).title).toContain("in 45°");
  });
  it("turns in bites where there is no room", () => {
    expect(told({ ...SCREW, swingDeg: 30 }, LOOSE).grounds.join(" ")).toContain("With 30° of room: 2 bites of 22°.");
  });
});

describe("instruct, for the other passes", () => {
  it("notes what is out while all are read as found first", () => {
    const context = contextFor(undefined, {}, { survey: true });
    const tapped = readTaps(LOOSE, null, context.hand, lashSpec(LASH));
    expect(instruct(context, nowOf(context, [ARRIVED]), { taps: LOOSE, tapped })).toMatchObject({
      title: "1 intake is loose: noted, set it later.",
      button: { action: { kind: "note" } },
    });
  });
  it("asks by feel, with three answers", () => {
    const context = contextFor(undefined, {}, {}, "overshoot");
    const tapped = readTaps({}, null, context.hand, lashSpec(LASH));
    expect(instruct(context, nowOf(context, [ARRIVED]), { taps: {}, tapped })).toMatchObject({
      tryKey: "3",
      button: { label: "0.25 mm drags firmly" },
      choices: [{ label: "Does not go" }, { label: "Goes loose" }],
    });
  });
  it("puts a question with what to look at, and the way back", () => {
    const context = contextFor(undefined);
    const none: Entry = {
      id: "r",
      supersedes: null,
      kind: "reading",
      valve: "1I",
      stop: "A",
      pass: "as-found",
      goes: { mm: 0, text: "no leaf" },
      noGo: { mm: 0.1, text: "0.10 mm" },
      school: "go-no-go",
      value: null,
      instrument: null,
      reason: null,
    };
    const asked = instruct(context, nowOf(context, [ARRIVED, none]), null);
    expect(asked.title).toMatch(/No leaf goes at 1 intake/);
    expect(asked.choices.at(-1)).toMatchObject({ action: { kind: "again", valve: "1I" } });
    expect(asked.reasoned?.for).toMatchObject({ kind: "answer" });
  });
});
