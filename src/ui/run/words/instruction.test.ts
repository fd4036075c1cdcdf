import { describe, expect, it } from "vitest";
import type { AdjusterEntry, EngineFile } from "@/core/engine/engineFile";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import type { JobOf } from "@/core/job/job";
import { jobOn, mark, readBy } from "@/core/job/jobs.testing";
import type { Entry } from "@/core/job/ledger/entry";
import { planTask } from "@/core/job/prepare";
import { passAfter } from "@/core/job/state/pass";
import type { Task } from "@/core/job/tasks";
import { lashSpec } from "@/core/lash/spec";
import type { School } from "@/core/lash/school";
import type { Learning, RunContext } from "../model";
import { contextOn, nowOf, setOf, told } from "../run.testing";
import { readTaps, type Taps } from "../../leaves/taps";

const SET = setOf([0.1, 0.15, 0.2, 0.25, 0.3, 0.35]);
const LASH = { nominal: "0.20 mm", low: "0.15 mm", high: "0.25 mm" };

const taskOn = (file: EngineFile): Task => {
  const planned = planTask(file, {
    targetTurns: 0,
    lifters: "dry",
    travelMm: null,
    bleedMinutes: 0,
    growth: null,
    fittedBefore: [],
  });
  if (!("plan" in planned)) throw new Error(planned.why);
  return planned.plan;
};

function contextFor(
  adjuster: AdjusterEntry | undefined,
  more: object = {},
  asked: Partial<JobOf<Task>> = {},
  school: School = "go-no-go",
): RunContext {
  const file = engineFile(["1", "2"], {
    cam: MILD_CAM,
    lash: { state: "cold", intake: LASH, exhaust: LASH },
    ...(adjuster === undefined ? {} : { adjuster }),
    ...more,
  });
  const job = jobOn<Task>(file, taskOn(file), "firing-order", {
    valves: file.valves.map((v) => ({ ...v, spec: lashSpec(LASH) })),
    ...asked,
  });
  return contextOn(file, job, SET, { school });
}

const ARRIVED: Entry = { id: "a", supersedes: null, kind: "arrived", stop: "A" };
function toldOf(
  adjuster: AdjusterEntry | undefined,
  taps: Taps,
  more: object = {},
  learning: Partial<Learning> = { wanted: false },
  way: "leaf" | "turn" = "turn",
) {
  const context = contextFor(adjuster, more);
  const tapped = readTaps(taps, null, context.hand, lashSpec(LASH));
  return told(context, nowOf(context, [ARRIVED], { learning }), { taps, tapped }, { choice: { way } });
}
const LOOSE: Taps = { 4: "goes", 5: "no" };
const TIGHT: Taps = { 0: "goes", 1: "no" };

describe("instruct, for a reading out of spec", () => {
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
    expect(toldOf(adjuster, taps)).toMatchObject({ title, button: { label: button, action: { kind: "set" } } });
  });
  it("tells a change in the unit of the spec: in thou where that is in inches", () => {
    const inches = {
      lash: { state: "cold" as const, intake: { nominal: ".012 in" }, exhaust: { nominal: "12 thou" } },
    };
    const said = (adjuster: AdjusterEntry | undefined, taps: Taps): string => {
      const context = contextFor(adjuster);
      const file = { ...context.file, ...inches };
      const tapped = readTaps(taps, null, context.hand, lashSpec(LASH));
      return told(
        { ...context, file },
        nowOf(context, [ARRIVED], { learning: { wanted: false } }),
        { taps, tapped },
        {
          choice: { way: "turn" },
        },
      ).title;
    };
    expect(said(undefined, LOOSE)).toBe("Close it by 4.9 thou, and lock.");
    expect(said({ kind: "grind" }, TIGHT)).toBe("Take 2.4 thou off the stem's end, and read again.");
  });
  it("names what wrong lash does, and the danger of none", () => {
    expect(toldOf(undefined, LOOSE).grounds.join(" ")).toContain("noisy");
    const none = toldOf(undefined, { none: "goes" });
    expect(none.title).toMatch(/^No leaf goes at 1 intake: the valve may be held open/);
    expect(none.grounds.join(" ")).toMatch(/nothing is turned yet. Do not run the engine so/);
    const kept = readBy({ id: "r", valve: "1I", goes: mark(0, "no leaf"), noGo: mark(0.1) });
    const answered: Entry = { id: "q", supersedes: null, kind: "answered", question: "zero:r", reason: "looked at" };
    const context = contextFor(undefined);
    expect(told(context, nowOf(context, [ARRIVED, kept, answered])).grounds.join(" ")).toMatch(
      /held open.*burnt valve/,
    );
  });
  it("tells no turn of a valve that was read while others are still to be read as found", () => {
    const context = contextFor(undefined, {}, { survey: true });
    const wide = readBy({ id: "r", valve: "1I", goes: mark(0.3), noGo: mark(0.35) });
    const noted = told(context, nowOf(context, [ARRIVED, wide], { chosen: "1I" }));
    expect(noted).toMatchObject({
      title: "1 intake is noted: it is set once all are read.",
      button: null,
      choices: [{ action: { kind: "back" } }],
    });
  });
  it("tells no turn while a reading raises a question, which is asked first", () => {
    const far = toldOf(undefined, { 0: "goes", 1: "no" }, {}, { wanted: false });
    expect(far.title).toBe("Open it by 0.08 mm, and lock.");
    const context = contextFor(undefined, {}, { lastTime: { "1I": { lo: 0.35, hi: 0.4 } } });
    const tapped = readTaps(TIGHT, null, context.hand, lashSpec(LASH));
    const asked = told(context, nowOf(context, [ARRIVED]), { taps: TIGHT, tapped });
    expect(asked).toMatchObject({
      title:
        "1 intake reads 0.10–0.15 mm: about 0.25 mm tighter than it was left last time. Is it the right valve, at the right stop?",
      button: { action: { kind: "note", stay: true, answer: "Looked at it: nothing found" } },
      choices: [{ action: { kind: "note", stay: true } }],
    });
    expect(asked.grounds.at(-1)).toBe("What you read is kept with your answer; nothing is turned yet.");
    const causes = [
      { role: "intake", answer: "Lock had slipped", jobs: 2 },
      { role: "exhaust", answer: "Seat sinking", jobs: 5 },
    ] as const;
    const known = told({ ...context, causes }, nowOf(context, [ARRIVED]), { taps: TIGHT, tapped });
    expect(known.grounds[0]).toBe("At intake valves of this model it was: lock had slipped twice.");
    const own = { text: "Shim under it", check: "Lift it out.", notWear: true, addedAt: "2026-01-01T00:00:00Z" };
    const ownCauses = [
      { ...own, side: "tight" as const },
      { ...own, text: "Cup worn", side: "loose" as const },
    ];
    const ours = told({ ...context, ownCauses }, nowOf(context, [ARRIVED]), { taps: TIGHT, tapped });
    expect(ours.grounds).toContain("Lift it out.");
  });
});

describe("instruct, while a valve is read", () => {
  it("offers a first leaf, and asks for the bridge first where there is one", () => {
    const bridged = contextFor(undefined, {}, { bridged: ["1I"] });
    const before = nowOf(bridged, [ARRIVED]);
    expect(told(bridged, before)).toMatchObject({
      title: "First the bridge of 1 intake: do both valves touch it?",
      button: { action: { kind: "enter", drafts: [{ kind: "bridged", turned: false }] } },
      choices: [{ action: { kind: "enter", drafts: [{ kind: "bridged", turned: true }] } }],
    });
    const looked: Entry = { id: "b", supersedes: null, kind: "bridged", valve: "1I", stop: "A", turned: true };
    const after = nowOf(bridged, [ARRIVED, looked]);
    // Set before anything was read, it leaves the first reading what it is: as found.
    const first = after.state.valves.get("1I");
    expect([first?.status, passAfter(first?.work ?? []), after.next.kind]).toEqual(["unread", "as-found", "read"]);
    const plain = toldOf(undefined, {});
    expect(plain).toMatchObject({
      title: "Read 1 intake: try 0.20 mm first.",
      button: { label: "0.20 mm goes" },
      choices: [
        { label: "Does not go" },
        { label: "0.20 mm goes, 0.25 mm does not: done" },
        { label: "Slack: nothing to find" },
      ],
    });
  });
  it("takes both leaves of a valve in band in one tap, and offers that for nothing else", () => {
    const one = /: done$/;
    const untapped = (c: RunContext, now = nowOf(c, [ARRIVED])) =>
      told(c, now, { taps: {}, tapped: readTaps({}, null, c.hand, lashSpec(LASH)) }).choices;
    const context = contextFor(undefined);
    const offered = untapped(context).find((c) => one.test(c.label))?.action;
    expect(offered).toMatchObject({
      kind: "enter",
      leave: true,
      drafts: [
        { kind: "reading", valve: "1I", goes: { mm: 0.2 }, noGo: { mm: 0.25 }, pass: "as-found", reason: null },
      ],
    });
    const asks = (c: RunContext, now = nowOf(c, [ARRIVED])): string[] => untapped(c, now).map((x) => x.label);
    expect(asks(contextFor(undefined, {}, {}, "drag")).filter((l) => one.test(l))).toEqual([]);
    const set = { kind: "set", valve: "1I", stop: "A", turns: null, aimMm: 0.2 };
    const turned = { id: "s", supersedes: null, ...set, locked: false } as Entry;
    const screw = contextFor({ kind: "screw", at: "valve-end", pitch: 1 });
    expect(asks(screw, nowOf(screw, [ARRIVED, turned])).filter((l) => one.test(l))).toEqual([]);
  });
  it("asks for the feel where the set ends a band between two of its leaves, and never goes round in it", () => {
    const screw: AdjusterEntry = { kind: "screw", at: "valve-end", pitch: 1 };
    const narrow = { nominal: "0.20 mm", low: "0.16 mm", high: "0.24 mm" };
    const context = { ...contextFor(screw), hand: { ...contextFor(screw).hand, set: setOf([0.2, 0.25]) } };
    const valves = context.job.valves.map((v) => ({ ...v, spec: lashSpec(narrow) }));
    const own: RunContext = {
      ...context,
      job: { ...context.job, valves },
      hand: {
        ...context.hand,
        stacks: [
          { thicknessMm: 0.2, indices: [0] },
          { thicknessMm: 0.25, indices: [1] },
        ],
      },
    };
    const now = nowOf(own, [ARRIVED]);
    const taps: Taps = { 0: "goes", 1: "no" };
    const reading = { taps, tapped: readTaps(taps, null, own.hand, lashSpec(narrow)) };
    const asked = told(own, now, reading);
    expect(asked).toMatchObject({
      title: "0.20 mm goes, 0.25 mm does not. Does 0.20 mm just drag?",
      button: { action: { kind: "enter", leave: true, drafts: [{ school: "drag", value: { mm: 0.2 } }] } },
    });
    // With its lock loose nothing is done by a feel: it is locked first.
    const set = { kind: "set", valve: "1I", stop: "A", turns: null, aimMm: 0.2, locked: false };
    const turned = nowOf(own, [ARRIVED, { id: "s", supersedes: null, ...set } as Entry]);
    expect(told(own, turned, reading).title).not.toMatch(/just drag\?$/);
    const [slides] = asked.choices;
    expect(slides?.action).toMatchObject({ kind: "choose", choice: { slidesAt: 0 } });
    expect(told(own, now, reading, { choice: { slidesAt: 0 } as never }).title).toMatch(
      /^(Put the 0\.20 mm leaf in|Turn the screw)/,
    );
    // Known from the first: the one tap is the feel.
    expect(
      told(own, now, { taps: {}, tapped: readTaps({}, null, own.hand, lashSpec(narrow)) }).choices.map(
        (c) => c.label,
      ),
    ).toContain("0.20 mm just drags: done");
  });
  it("asks for the other end when one end has decided", () => {
    expect(toldOf(undefined, { 4: "goes" })).toMatchObject({
      title: "Loose. Now find a leaf that does not go.",
      tryKey: "5",
      button: { label: "0.35 mm goes" },
    });
    expect(toldOf(undefined, { 1: "no" })).toMatchObject({ title: "Tight. Now find a leaf that goes.", tryKey: "0" });
    // Past the thickest leaf a stack is proposed, or that there is nothing to find.
    const past = toldOf(undefined, { 5: "goes" });
    expect(past).toMatchObject({
      title: "Loose. Now find a stack that does not go.",
      button: { label: "0.10 + 0.35 mm goes" },
    });
    expect(past.choices.map((c) => c.label)).toContain("Slack: nothing to find");
  });
  it("lets a valve in band be left", () => {
    expect(toldOf(undefined, { 2: "goes", 3: "no" })).toMatchObject({
      title: "1 intake is in spec: leave it.",
      button: { action: { kind: "leave" } },
    });
  });
  it("asks where the crank is before anything else, after a while away", () => {
    const context = contextFor(undefined);
    const back = told(context, nowOf(context, [ARRIVED], { returning: true }));
    expect(back).toMatchObject({
      title: "Is the crank still at the TDC mark?",
      button: { action: { kind: "arrive", stop: "A" } },
    });
    expect(back.grounds[0]).toMatch(
      /two full turns, back to the TDC mark. Cylinder 1 fires: the 1 exhaust rocker stood/,
    );
  });
  it("asks whoever broke off, by name, and stops nobody who goes on", () => {
    const context = contextFor(undefined);
    const paused = {
      id: "p",
      supersedes: null,
      kind: "paused",
      reason: "Break",
      personId: "bo",
      personName: "Bo Tarn",
    } as Entry;
    const back = told(context, nowOf(context, [ARRIVED, paused]));
    expect(back).toMatchObject({ eyebrow: "Paused by Bo Tarn: Break", title: "Is the crank still at the TDC mark?" });
    expect(nowOf(context, [ARRIVED, paused], { othersPause: true }).next.kind).toBe("read");
    // Who comes back after a while is asked all the same.
    expect(told(context, nowOf(context, [ARRIVED, paused], { othersPause: true, returning: true })).title).toBe(
      "Is the crank still at the TDC mark?",
    );
  });
  it("reads the sign of a stop before the first valve", () => {
    const context = contextFor(undefined);
    const first = told(context, nowOf(context, []));
    expect(first).toMatchObject({
      title: "Turn the crank until the TDC mark is at the pointer.",
      button: { action: { kind: "arrive", stop: "A" } },
    });
    expect(first.grounds.join(" ")).toMatch(
      /Cylinder 1 fires: the 1 exhaust rocker stood still.*one turn out.*Overshot\? Never back, unless gears drive the cam/,
    );
  });
});

describe("instruct, while the lock is learned", () => {
  const SCREW: AdjusterEntry = { kind: "screw", at: "valve-end", pitch: 1 };
  it("asks for a reading before locking first, and offers the short way", () => {
    expect(toldOf(SCREW, LOOSE, {}, {})).toMatchObject({
      button: { action: { kind: "set", locked: false } },
      choices: [{ action: { kind: "set", locked: true } }, { label: "Set it by the leaf instead" }],
    });
  });
  it("aims off by what the lock moves, and says so", () => {
    const aimed = toldOf(SCREW, LOOSE, {}, { wanted: false, shiftMm: -0.02 });
    expect(aimed).toMatchObject({
      title: expect.stringContaining("in 38°"),
      button: { action: { locked: true, aimMm: expect.closeTo(0.22) } },
    });
    expect(aimed.grounds[1]).toContain("Bring it to 0.22 mm: locking makes it 0.02 mm tighter here.");
    expect(toldOf(SCREW, LOOSE, {}, { wanted: false, shiftMm: -0.02, useShift: false }).title).toContain("in 45°");
  });
  it("turns by what turns really made, where the figures of the adjuster are off", () => {
    const k = { k: 2, from: 3, off: 1, disagrees: true };
    expect(toldOf(SCREW, LOOSE, {}, { wanted: false, k }).title).toContain("in 22°");
    expect(toldOf(SCREW, LOOSE, {}, { wanted: false, k, useK: false }).title).toContain("in 45°");
  });
  it("turns in bites where there is no room", () => {
    expect(toldOf({ ...SCREW, swingDeg: 30 }, LOOSE).grounds.join(" ")).toContain(
      "With 30° of room: 2 bites of 22°.",
    );
  });
});

describe("instruct, where a screw is set by the leaf", () => {
  const SCREW: AdjusterEntry = { kind: "screw", at: "valve-end", pitch: 1 };
  const byLeaf = (adjuster: AdjusterEntry | undefined, taps: Taps, learning: Partial<Learning> = { wanted: true }) =>
    toldOf(adjuster, taps, {}, learning, "leaf");

  it("puts the leaf of the aim in, and tells the turn as a hint only", () => {
    const loose = byLeaf(SCREW, LOOSE);
    expect(loose).toMatchObject({
      title: "Put the 0.20 mm leaf in. Turn the screw in until it just drags, and lock it.",
      button: { label: "It drags, locked", action: { kind: "set", turns: null, aimMm: 0.2, locked: true } },
      choices: [
        { label: "It drags: read before locking", action: { kind: "set", turns: null, locked: false } },
        { label: "By degrees instead, no leaf in", action: { kind: "choose", choice: { way: "turn" } } },
      ],
    });
    expect(loose.grounds[0]).toMatch(
      /^That will be about 45°, from 12 to 1 and half way to 2\. Hold the screw still/,
    );
    expect(byLeaf(SCREW, TIGHT).title).toBe(
      "Put the 0.20 mm leaf in. Turn the screw out until it just drags, and lock it.",
    );
    expect(byLeaf({ kind: "screw", at: "stud-nut", ratio: 1.5, pitch: 1 }, LOOSE)).toMatchObject({
      title: "Put the 0.20 mm leaf in. Turn the nut in until it just drags.",
      button: { label: "It drags" },
    });
    expect(byLeaf({ ...SCREW, swingDeg: 30 }, LOOSE).grounds[0]).toContain("2 bites of 22°");
  });

  it("needs no figures of the screw, and then gives no hint", () => {
    const unknown = byLeaf(undefined, LOOSE);
    expect(unknown.title).toBe("Put the 0.20 mm leaf in. Turn the screw in until it just drags, and lock it.");
    expect(unknown.grounds[0]).toMatch(/^Hold the screw still/);
    expect(unknown.choices.map((c) => c.label)).toEqual(["It drags: read before locking"]);
  });

  it("takes the leaf nearest the aim before locking, and says what is left of it", () => {
    const shifted = byLeaf(SCREW, LOOSE, { wanted: false, shiftMm: -0.02 });
    expect(shifted).toMatchObject({ button: { action: { aimMm: 0.2 } } });
    expect(shifted.grounds.join(" ")).toMatch(
      /Before locking the target is 0\.22 mm: locking makes it 0\.02 mm tighter here.*0\.20 mm is 0\.02 mm under the target, and.*a touch looser is right/,
    );
    // A stack that is nearer is taken; where nothing is near, the turn is told.
    expect(byLeaf(SCREW, LOOSE, { wanted: false, shiftMm: -0.26 }).title).toMatch(
      /^Put the 0\.10 \+ 0\.35 mm leaves in/,
    );
    expect(byLeaf(SCREW, LOOSE, { wanted: false, shiftMm: 0.16 }).title).toMatch(/^Turn the screw in/);
  });

  it("takes one leaf over, to a definite drag, in the school that does so", () => {
    const context = contextFor(SCREW, {}, {}, "overshoot");
    const tapped = readTaps(LOOSE, null, context.hand, lashSpec(LASH));
    expect(told(context, nowOf(context, [ARRIVED]), { taps: LOOSE, tapped }).title).toBe(
      "Put the 0.25 mm leaf in. Turn the screw in until it drags firmly, and lock it.",
    );
  });

  it("has the gap narrowed down before a turn is told from it, and by the leaf on wish", () => {
    const set = setOf([0.1, 0.15, 0.2, 0.25, 0.3, 0.35, 0.4, 0.45]);
    const context = { ...contextFor(SCREW), hand: { ...contextFor(SCREW).hand, set } };
    const wide: Taps = { 4: "goes", 6: "no" };
    const saidOf = (way: "leaf" | "turn", closer = false) =>
      told(
        context,
        nowOf(context, [ARRIVED]),
        { taps: wide, tapped: readTaps(wide, null, context.hand, lashSpec(LASH)) },
        { choice: { way, closer } },
      );
    for (const asked of [saidOf("turn"), saidOf("leaf", true)])
      expect(asked).toMatchObject({
        title: "Loose. How far out is it? Try 0.35 mm.",
        tryKey: "5",
        choices: [{ label: "Does not go" }, { label: "Near enough: set it by the leaf" }],
      });
    // So far out that it might be asked about: where it lies is seen first, whatever way it is set.
    const far: Taps = { 4: "goes", 7: "no" };
    expect(
      told(context, nowOf(context, [ARRIVED]), {
        taps: far,
        tapped: readTaps(far, null, context.hand, lashSpec(LASH)),
      }).title,
    ).toBe("Loose. How far out is it? Try 0.35 mm.");
    const leaf = saidOf("leaf");
    // How far it is out is not known: no turn is told, not even as a hint.
    expect(leaf.grounds.join(" ")).not.toContain("°");
    expect(leaf.title).toBe("Put the 0.20 mm leaf in. Turn the screw in until it just drags, and lock it.");
    expect(leaf.choices.at(-1)).toMatchObject({
      label: "Read it closer first",
      action: { choice: { closer: true } },
    });
    expect(byLeaf(SCREW, LOOSE).choices.map((c) => c.label)).not.toContain("Read it closer first");
  });

  it("sets a slack valve with the leaf in, at the stop that serves it", () => {
    const context = contextFor(SCREW);
    const slack: Entry = { id: "s", supersedes: null, kind: "slack", valve: "1I", stop: "A" };
    const after = nowOf(context, [ARRIVED, slack]);
    expect([after.next.kind, after.state.valves.get("1I")?.asFound]).toEqual(["set", null]);
    const set = told(context, after, null, { choice: { way: "turn" } });
    expect(set).toMatchObject({
      title: "Put the 0.20 mm leaf in. Turn the screw in until it just drags, and lock it.",
      button: { action: { kind: "set", turns: null, locked: true } },
    });
    expect(set.grounds.join(" ")).toContain("Nothing was found here. The band is 0.15–0.25 mm.");
  });
});

describe("instruct, for the other passes", () => {
  it("notes what is out while all are read as found first", () => {
    const context = contextFor(undefined, {}, { survey: true });
    const tapped = readTaps(LOOSE, null, context.hand, lashSpec(LASH));
    expect(told(context, nowOf(context, [ARRIVED]), { taps: LOOSE, tapped })).toMatchObject({
      title: "1 intake is loose: noted, set it later.",
      button: { action: { kind: "note" } },
    });
  });
  it("asks by feel, with three answers", () => {
    const context = contextFor(undefined, {}, {}, "overshoot");
    const tapped = readTaps({}, null, context.hand, lashSpec(LASH));
    expect(told(context, nowOf(context, [ARRIVED]), { taps: {}, tapped })).toMatchObject({
      tryKey: "3",
      button: { label: "0.25 mm drags firmly" },
      choices: [{ label: "Does not go" }, { label: "Goes loose" }, { label: "Slack: nothing to find" }],
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
    const asked = told(context, nowOf(context, [ARRIVED, none]));
    expect(asked.title).toMatch(/No leaf goes at 1 intake/);
    expect(asked.choices.at(-1)).toMatchObject({ action: { kind: "again", valve: "1I" } });
    expect(asked.reasoned?.for).toMatchObject({ kind: "answer" });
  });
});

describe("told when a job is over", () => {
  const off: Entry = { id: "off", supersedes: null, kind: "called-off", reason: "Begun by mistake" };
  it("says that it is saved only once the shop has it", () => {
    const context = contextFor(undefined);
    const now = nowOf(context, [off]);
    expect(told(context, now).title).toBe("This job was called off. It is saved, and counts for nothing.");
    const waiting = told(context, { ...now, allKept: false });
    expect(waiting.title).toBe("It is on this device, and the shop doesn't have it yet.");
    expect(`${waiting.eyebrow} ${waiting.grounds.join(" ")}`).not.toMatch(/saved|final/);
  });
});
