import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CALDER, BRAE, DUNMORE, HOB, TIDEWATER } from "../../demo/engines";
import { asEngineFile, engineFileSchema } from "./engineFileSchema";
import {
  type DraftField,
  type EngineDraft,
  EMPTY_DRAFT,
  draftOf,
  firingOrderProblem,
  namesIn,
  readDraft,
} from "./engineDraft";
import { EMPTY_CAM } from "./camDraft";
import { numbersIn } from "./numbersIn";
import { PATTERN_NAMES, patternFile } from "./patterns";

const FIVE: EngineDraft = { ...EMPTY_DRAFT, name: "Bench five", firingOrder: "1-2-4-5-3" };
const problemOf = (change: Partial<EngineDraft>, field: DraftField): string | undefined =>
  readDraft({ ...FIVE, ...change }).problems[field];

const NONE = EMPTY_DRAFT.parts;
const GIRDLE = { name: "girdle", valves: "all", torque: "" };

describe("a draft", () => {
  it("is an engine from a name and a firing order alone", () => {
    const { file, problems } = readDraft(FIVE);
    expect(problems).toEqual({});
    expect(engineFileSchema.safeParse(file).success).toBe(true);
    expect(file).toMatchObject({
      cylinders: ["1", "2", "3", "4", "5"],
      firingOrder: ["1", "2", "4", "5", "3"],
      marksDeg: [0],
    });
    expect(file?.valves.map((v) => v.id)).toEqual(["1I", "1E", "2I", "2E", "3I", "3E", "4I", "4E", "5I", "5E"]);
  });
  it.each<[string, string | null]>([
    ["", "Type the firing order, like 1-3-4-2."],
    ["1-3-4-3", "Cylinder 3 stands twice."],
    ["1-3-4", "Missing: cylinder 2."],
    ["1 2 30", "There is no cylinder 30: at most 24."],
    ["1,3,4,2", null],
    ["A B", null],
  ])("firing order %j: %s", (text, problem) => expect(firingOrderProblem(namesIn(text))).toBe(problem));
  it.each<[DraftField, Partial<EngineDraft>, string]>([
    ["firingAngles", { firingAngles: "0 100 90 200 300" }, "90 comes after 100"],
    ["firingAngles", { firingAngles: "0 100" }, "2 angles for 5 cylinders"],
    ["firingAngles", { firingAngles: "10 100 200 300 400" }, "The first angle is 0"],
    ["firingAngles", { firingAngles: "0 100 200 300 720" }, "below 720"],
    ["firingAngles", { firingAngles: "0 many" }, "Type degrees"],
    ["banks", { layout: "vee", banks: "1 2 / 3 4 9" }, "no cylinder 9"],
    ["banks", { layout: "vee", banks: "1 2 / 2 3" }, "stands in two places"],
    ["banks", { layout: "vee", banks: "1 2 / 3" }, "In no bank: cylinder 4, 5"],
    ["valves", { valves: "I X" }, '"X" is no valve'],
    ["valves", { valvesFor: "bank", valves: "E I I E" }, "can't be shared out"],
    ["valves", { strokes: 2, valves: "I E" }, "no intake valves"],
    ["markList", { marks: "list", markList: "0 400" }, "from 0 up to 360"],
    ["barringRatio", { barringAt: "gearbox", barringRatio: "" }, "Give the turns"],
    ["cam", { cam: { ...EMPTY_CAM, known: "events", intakeOpens: "12" } }, "all four events"],
    ["cam", { cam: { ...EMPTY_CAM, known: "lobes", intakeDuration: "264" } }, "both durations"],
    ["cam", { cam: { ...EMPTY_CAM, known: "profile" } }, "Choose the file"],
    [
      "cam",
      {
        cam: {
          ...EMPTY_CAM,
          known: "events",
          intakeOpens: "170",
          intakeCloses: "170",
          exhaustOpens: "170",
          exhaustCloses: "170",
          ramp: "110",
        },
      },
      "no base circle is left",
    ],
    [
      "ramp",
      {
        cam: {
          ...EMPTY_CAM,
          known: "events",
          intakeOpens: "1",
          intakeCloses: "1",
          exhaustOpens: "1",
          exhaustCloses: "1",
          ramp: "-3",
        },
      },
      "0 to 120",
    ],
    ["release", { cam: { ...EMPTY_CAM, releaseFrom: "60", releaseTo: "120" } }, "begins and ends"],
    ["name", { name: " " }, "Give the engine a name"],
    ["markLabels", { marks: "firing", markLabels: "A B" }, "2 names for 5 marks"],
    ["later", { parts: { ...NONE, later: [{ name: "", valves: "all", torque: "" }] } }, "Give it a name"],
    ["later", { parts: { ...NONE, later: [{ name: "girdle", valves: "7E", torque: "" }] } }, "no valve 7e"],
    ["later", { parts: { ...NONE, later: [{ name: "girdle", valves: " ", torque: "" }] } }, "which valves"],
    ["later", { parts: { ...NONE, later: [{ name: "girdle", valves: "all", torque: "900" }] } }, "torque in Nm"],
    ["later", { parts: { ...NONE, later: [GIRDLE, GIRDLE] } }, "named twice"],
    [
      "camshafts",
      { parts: { ...NONE, camshafts: [{ name: "c", valves: "bank 3", torque: "", caps: "" }] } },
      "of bank 3",
    ],
    ["covers", { parts: { ...NONE, covers: [{ name: "", seal: "gasket", torque: "" }] } }, "Give the cover a name"],
    ["notes", { parts: { ...NONE, notes: "x".repeat(2001) } }, "2000 characters"],
  ])("says at %s what is wrong with %o", (field, change, words) => expect(problemOf(change, field)).toContain(words));
  it("counts the exhaust centerline from separation and intake centerline", () => {
    const { file } = readDraft({
      ...FIVE,
      cam: {
        ...EMPTY_CAM,
        known: "lobes",
        atLift: ".050 in",
        intakeDuration: "264",
        exhaustDuration: "270",
        intakeCenterline: "106",
        separation: "110",
      },
    });
    expect(file?.cam).toMatchObject({
      atLift: ".050 in",
      intake: { durationDeg: 264, centerlineDeg: 106 },
      exhaust: { centerlineDeg: 114 },
    });
  });
  it("reads valves in their order along a bank, several of a role told apart", () => {
    const { file } = readDraft({ ...FIVE, firingOrder: "1-2", valves: "E I I E", valvesFor: "bank" });
    expect(file?.valves.map((v) => v.id)).toEqual(["1E", "1I", "2I", "2E"]);
    expect(readDraft({ ...FIVE, firingOrder: "1", valves: "IIEEJ" }).file?.valves.map((v) => v.id)).toEqual([
      "1Ia",
      "1Ib",
      "1Ea",
      "1Eb",
      "1J",
    ]);
  });
  it("marks each firing TDC once, though it comes up twice", () => {
    expect(readDraft({ ...FIVE, firingOrder: "1-3-4-2", marks: "firing" }).file?.marksDeg).toEqual([0, 180]);
    expect(readDraft({ ...FIVE, marks: "firing" }).file?.marksDeg).toEqual([0, 72, 144, 216, 288]);
    expect(readDraft({ ...FIVE, marks: "none" }).file?.marksDeg).toEqual([]);
  });
  it("never throws, whatever is typed, and what it gives is valid", () => {
    const text = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom("1-2-3", "0 120 240", "I E", "I I E E", "12", "-5", "0.15 mm", "1/2", "E I I E"),
    );
    const cam = fc.record({
      ...Object.fromEntries(
        Object.keys(EMPTY_CAM)
          .filter((k) => typeof EMPTY_CAM[k as keyof typeof EMPTY_CAM] === "string")
          .map((k) => [k, text]),
      ),
      known: fc.constantFrom("unknown", "events", "lobes", "profile"),
      profiles: fc.constant({}),
      otherReleases: fc.constant([]),
    }) as unknown as fc.Arbitrary<EngineDraft["cam"]>;
    const anyDraft = fc.record<EngineDraft>({
      name: text,
      sector: fc.constantFrom("", "marine"),
      strokes: fc.constantFrom(2, 4),
      firingOrder: text,
      firingAngles: text,
      layout: fc.constantFrom("inline", "vee", "flat", "radial"),
      banks: text,
      valves: text,
      valvesFor: fc.constantFrom("cylinder", "bank"),
      cam,
      marks: fc.constantFrom("none", "tdc", "firing", "list"),
      markList: text,
      markLabels: text,
      rotation: fc.constantFrom("", "clockwise"),
      follower: fc.constantFrom("", "flat"),
      barringAt: fc.constantFrom("crank", "wheel"),
      barringRatio: text,
      parts: fc.record({
        later: fc.array(fc.record({ name: text, valves: text, torque: text }), { maxLength: 3 }),
        camshafts: fc.array(fc.record({ name: text, valves: text, torque: text, caps: text }), { maxLength: 3 }),
        covers: fc.array(
          fc.record({ name: text, seal: fc.constantFrom("" as const, "gasket" as const), torque: text }),
          { maxLength: 3 },
        ),
        bridges: fc.constantFrom("", "intake", "exhaust", "both", "file"),
        timedDrive: fc.constantFrom("", "none", "magneto"),
        camDrive: fc.constantFrom("", "gears", "belt"),
        notes: text,
      }),
    });
    fc.assert(
      fc.property(anyDraft, (draft) => {
        const { file, problems } = readDraft(draft);
        if (Object.keys(problems).length > 0 || file === null) return;
        const parsed = engineFileSchema.safeParse(file);
        expect(parsed.success, JSON.stringify(parsed.error?.issues)).toBe(true);
      }),
      { numRuns: 600 },
    );
  });
  it.each([
    ...PATTERN_NAMES.map((p) => [p.name, patternFile(p.id)] as const),
    ...[TIDEWATER, CALDER, DUNMORE, HOB, BRAE].map((f) => [f.name, f] as const),
  ])("%s comes back from its form as it was", (_name, file) => {
    if (file === null) throw new Error("no such pattern");
    const back = readDraft(draftOf(file), file);
    expect(back.problems).toEqual({});
    const { layout, ...rest } = back.file ?? file;
    const { layout: before, ...expected } = asEngineFile(engineFileSchema.parse(file));
    expect(rest).toEqual(expected);
    expect(layout?.kind).toBe(before?.kind);
  });
  it("says what comes off and goes back on, with valves named as people name them", () => {
    const eight: EngineDraft = {
      ...EMPTY_DRAFT,
      name: "Eight",
      firingOrder: "1-8-4-3-6-5-7-2",
      layout: "vee",
      valves: "I E I E I E I E / E I I E E I I E",
      valvesFor: "bank",
      marks: "firing",
      markLabels: "TDC, 1/4, half, 3/4",
      parts: {
        later: [
          { name: "girdle", valves: "1 3I", torque: "34" },
          { name: "left shaft", valves: "bank 2", torque: "25,5 Nm" },
          { name: "", valves: "", torque: "" },
        ],
        camshafts: [{ name: "intake cam", valves: "intakes", torque: "10", caps: "from the middle out" }],
        covers: [{ name: "valve cover", seal: "o-ring", torque: "9" }],
        bridges: "exhaust",
        timedDrive: "distributor",
        camDrive: "chain",
        notes: "Mind the oil line.",
      },
    };
    const { file, problems } = readDraft(eight);
    expect(problems).toEqual({});
    expect(file?.tightenedLater).toEqual([
      { name: "girdle", valves: ["1I", "1E", "3I"], torqueNm: 34 },
      { name: "left shaft", valves: ["2E", "2I", "4I", "4E", "6E", "6I", "8I", "8E"], torqueNm: 25.5 },
    ]);
    expect(file).toMatchObject({
      markLabels: ["TDC", "1/4", "half", "3/4"],
      camshafts: [{ name: "intake cam", torqueNm: 10, caps: "from the middle out" }],
      covers: [{ name: "valve cover", seal: "o-ring", torqueNm: 9 }],
      timedDrive: "distributor",
      camDrive: "chain",
      notes: "Mind the oil line.",
    });
    expect(file?.bridges).toHaveLength(8);
    if (file === null) return;
    const again = readDraft(draftOf(file), file);
    expect(again.problems).toEqual({});
    expect(again.file).toEqual(file);
    const kept = { ...file, covers: [{ name: "valve cover", shelf: 3 }] } as unknown as typeof file;
    expect(readDraft(draftOf(kept), kept).file?.covers).toEqual([{ name: "valve cover", shelf: 3 }]);
  });
  it("keeps bridges that no choice describes", () => {
    const { file } = readDraft(FIVE);
    if (file === null) return;
    const odd = { ...file, bridges: [{ cylinder: "3", role: "exhaust" as const }] };
    expect(draftOf(odd).parts.bridges).toBe("file");
    expect(readDraft(draftOf(odd), odd).file?.bridges).toEqual(odd.bridges);
  });
  it("keeps what the form does not show", () => {
    const before = {
      ...CALDER,
      cam: { ...CALDER.cam, ground: "north wall" },
      shelf: 3,
      notes: "mine",
    } as typeof CALDER;
    expect(readDraft({ ...draftOf(before), name: "Renamed" }, before).file).toMatchObject({
      name: "Renamed",
      shelf: 3,
      notes: "mine",
      lash: CALDER.lash,
      cam: { ground: "north wall" },
    });
  });
});

describe("numbersIn", () => {
  it.each<[string, number[] | null]>([
    ["0 120, 240", [0, 120, 240]],
    ["0;1,5", [0, 1.5]],
    ["", []],
    ["1 x", null],
    ["-3", [-3]],
  ])("%j", (text, numbers) => expect(numbersIn(text)).toEqual(numbers));
});

describe("an injector lobe", () => {
  it("may be counted on past its firing TDC", () => {
    const typed = (injectorOpens: string, injectorCloses: string) =>
      readDraft({
        ...EMPTY_DRAFT,
        name: "Six",
        firingOrder: "1-5-3-6-2-4",
        valves: "I J E",
        cam: { ...EMPTY_DRAFT.cam, injectorOpens, injectorCloses },
      }).file?.cam?.injector;
    expect(typed("640", "760")).toEqual({ opensDeg: 640, closesDeg: 40 });
    expect(typed("640", "40")).toEqual({ opensDeg: 640, closesDeg: 40 });
  });
});
