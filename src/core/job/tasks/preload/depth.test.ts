/** Depths of plungers, one by one: planned, folded, refused, and as the sheet tells them. */
import { travelWords } from "../../../preload/plunger";
import { describe, expect, it } from "vitest";
import { engineFile } from "../../../engine/testEngines";
import type { EngineFile } from "../../../engine/engineFile";
import type { GrowthSource } from "../../../heat/growthSources";
import { keptEntry } from "../../jobs.testing";
import type { KeptEntry, LedgerValveEntry } from "../../ledger/entry";
import type { ValveState } from "../../state/state";
import { type PreloadPlan, fileTurns, lifterRoles, planPreload, preloadSpec } from "./plan";
import { type ValvePreload, preloadAt, wireAgrees } from "./plunger";
import { lifterLeaveRefusal, turnInRefusal, zeroRefusal } from "./refuse";
import {
  asFoundCounted,
  asLeftCounted,
  plungerVerdictName,
  preloadWords,
  sheetPreload,
  spreadWords,
  zeroNote,
} from "./sheet";

/** One millimetre of plunger a turn: pitch 1 at the pushrod's end. Window from 0.5 to 3.5 mm. */
const FILE: EngineFile = engineFile(["1"], {
  adjuster: { kind: "hydraulic", at: "pushrod-end", ratio: 1.5, pitch: 1, plunger: { travel: 4 } },
});
const choices = { targetTurns: 1, lifters: "run", travelMm: null, bleedMinutes: 15, growth: null } as const;
function planned(more: object = {}, file = FILE): PreloadPlan {
  const made = planPreload(file, { ...choices, ...more });
  if (!("plan" in made)) throw new Error(made.why);
  return made.plan;
}
const refused = (more: object, file = FILE) => {
  const made = planPreload(file, { ...choices, ...more });
  return "plan" in made ? null : [made.field, made.why];
};
const source = (growthMm: number, roles: readonly string[] = ["intake", "exhaust"]): GrowthSource => ({
  id: "computed",
  name: "Computed",
  evidence: "computed",
  growth: Object.fromEntries(roles.map((r) => [r, { growthMm, rangeMm: [growthMm, growthMm] }])),
});
const withAdjuster = (more: object): EngineFile => ({ ...FILE, adjuster: { ...FILE.adjuster, ...more } as never });

describe("how preload is planned", () => {
  it("covers intake and exhaust where there are such valves", () => {
    const valves = [
      { id: "1I", cylinder: "1", role: "intake" as const },
      { id: "1J", cylinder: "1", role: "injector" as const },
    ];
    expect(lifterRoles(FILE)).toEqual(["intake", "exhaust"]);
    expect(lifterRoles({ ...FILE, valves })).toEqual(["intake"]);
  });

  it("counts a travel that nobody knows as the smallest, and says so on every figure", () => {
    const unknown = withAdjuster({ plunger: {} });
    // Half a millimetre to either end leaves 0.5 to 0.8 mm of 1.3.
    expect(refused({}, unknown)).toEqual([
      "targetTurns",
      expect.stringMatching(
        /1\.00 mm deep, too much.*Their travel is not known: say it, or stay within the smallest\.$/,
      ),
    ]);
    const least = planned({ targetTurns: 0.625 }, unknown).gear.plunger;
    expect(least).toEqual({ travelMm: 1.3, fromTopMm: 0.5, fromBottomMm: 0.5, assumed: true });
    expect(travelWords(least)).toBe("1.3 mm (travel not known: the smallest there is)");
    // Where the smallest leaves no room, the travel is what is asked for.
    const tight = withAdjuster({ plunger: { fromTop: 0.8, fromBottom: 0.8 } });
    expect(refused({}, tight)).toEqual(["travelMm", expect.stringMatching(/1\.3 mm \(travel not known.*no room/)]);
    expect(refused({ travelMm: 2.5, targetTurns: 1 }, tight)).toBeNull();
    // What is said of it counts, and what the file gives counts before that.
    expect(planned({ travelMm: 2.5 }, unknown).gear.plunger).toEqual({
      travelMm: 2.5,
      fromTopMm: 0.5,
      fromBottomMm: 0.5,
    });
    expect(planned({ travelMm: 2.5 }).gear.plunger.travelMm).toBe(4);
    expect(travelWords(planned().gear.plunger)).toBe("4 mm");
  });

  it("takes the turns that were chosen, the file's, or half a turn", () => {
    expect(fileTurns(FILE)).toBe(0.5);
    expect(fileTurns(engineFile(["1"]))).toBe(0.5);
    expect(fileTurns(withAdjuster({ preload: { turns: 0.75 } }))).toBe(0.75);
    expect(fileTurns(withAdjuster({ preload: { travel: 1.25 } }))).toBeCloseTo(1.25, 9);
    expect(planned({ targetTurns: null }).targetTurns).toBe(0.5);
    expect(planned().targetTurns).toBe(1);
    // Where the gear is not known, a travel tells no turns.
    expect(
      fileTurns({ ...FILE, adjuster: { kind: "hydraulic", preload: { travel: 1.25, turns: 0.75 } } as never }),
    ).toBe(0.75);
  });

  it("waits for lifters that have run, and counts heat where it is known", () => {
    expect(planned().bleedMinutes).toBe(15);
    expect(planned({ lifters: "dry" }).bleedMinutes).toBeNull();
    expect(planned().growthMm).toEqual({});
    expect(planned({ growth: source(0.1) }).growthMm).toEqual({ intake: 0.1, exhaust: 0.1 });
  });

  it("says what is missing, at its field", () => {
    expect(refused({ lifters: null })).toEqual([
      "lifters",
      expect.stringMatching(/^Say whether these lifters have run, or are new and dry/),
    ]);
    expect(refused({}, engineFile(["1"]))?.[0]).toBe("engineId");
    expect(refused({}, engineFile(["1"]))?.[1]).toMatch(/Say where the preload is set/);
    expect(refused({ growth: source(0.1, ["intake"]) })).toEqual([
      "heatWay",
      "Computed does not know every role of this engine: choose another.",
    ]);
    expect(refused({ growth: source(0.1) }, withAdjuster({ ratio: undefined }))).toEqual([
      "heatWay",
      "Give the rocker ratio on the engine's page: it tells how far heat moves the plunger.",
    ]);
    expect(refused({}, withAdjuster({ ratio: undefined }))).toBeNull();
  });

  it("keeps the plunger in its window, limits included", () => {
    expect(refused({ targetTurns: 0.5 })).toBeNull();
    expect(refused({ targetTurns: 3.5 })).toBeNull();
    expect(refused({ targetTurns: 0.49 })).toEqual([
      "targetTurns",
      expect.stringMatching(
        /puts the intake plungers 0\.49 mm deep, too little for their window cold and hot: between .+ and .+ will do\.$/,
      ),
    ]);
    expect(refused({ targetTurns: 3.51 })?.[1]).toMatch(/3\.51 mm deep, too much for their window/);
    expect(refused({ growth: source(4.6) })?.[1]).toMatch(/no turn leaves it in its window cold and hot\.$/);
    expect(preloadSpec(planned(), "intake")).toEqual({ nominalMm: 1, lowMm: 0.5, highMm: 3.5, assumedBand: false });
  });
});

let made = 0;
const entry = (kind: string, more: object = {}): LedgerValveEntry =>
  keptEntry(`d${++made}`, kind, more) as LedgerValveEntry;
const zeroed = (more: object = {}) =>
  entry("zeroed", { school: "up-down", foundTurns: null, apartTurns: null, reason: null, ...more });
const turn = (turns: number | null, locked = true) => entry("set", { turns, aimMm: null, locked });
const wire = (goes: number, noGo: number, school = "wire") =>
  entry("reading", {
    pass: "as-left",
    goes: { mm: goes, text: `${goes} mm` },
    noGo: { mm: noGo, text: `${noGo} mm` },
    school,
    value: null,
    instrument: "wires",
    reason: null,
  });
const VALVE = { id: "1I", cylinder: "1", role: "intake" as const, spec: preloadSpec(planned(), "intake") };
const PLAN = planned();
const at = (...work: LedgerValveEntry[]) => preloadAt(PLAN, VALVE, work);

describe("where a plunger stands", () => {
  it("is nowhere before zero lash, and counted from the last zero", () => {
    expect(at()).toBeNull();
    expect(at(turn(1), wire(1, 1.2, "go-no-go"))).toBeNull();
    expect(at(zeroed())).toMatchObject({
      school: "up-down",
      turns: 0,
      coldMm: 0,
      hotMm: 0,
      verdict: "shallow",
      foundMm: null,
      apartTurns: null,
      wire: null,
    });
    expect(at(zeroed(), turn(0.5), turn(0.25), turn(null))).toMatchObject({
      turns: 0.75,
      coldMm: 0.75,
      verdict: "in",
    });
    expect(at(zeroed(), turn(2), zeroed({ school: "spin" }), turn(1))).toMatchObject({ school: "spin", turns: 1 });
    expect(at(zeroed(), turn(3.6))).toMatchObject({ verdict: "deep" });
  });

  it("keeps what was found on the way out, and the other school beside", () => {
    const both = at(zeroed({ foundTurns: 0.75 }), zeroed({ school: "spin", apartTurns: 0.125 }), turn(1));
    expect(both).toMatchObject({ foundMm: 0.75, apartTurns: 0.125, turns: 1, school: "up-down" });
    expect(at(zeroed({ apartTurns: 0.125 }), zeroed(), turn(1))).toMatchObject({ apartTurns: null });
  });

  it("goes by wires that were held since it was last moved", () => {
    expect(at(wire(1, 1.2))).toMatchObject({ school: null, coldMm: null, hotMm: null, turns: 0, verdict: "in" });
    expect(at(wire(3.6, 3.8))?.verdict).toBe("deep");
    expect(at(wire(0.1, 0.3))?.verdict).toBe("shallow");
    expect(at(wire(0.4, 0.6))?.verdict).toBe("undecided");
    expect(at(zeroed(), turn(1), wire(3.6, 3.8))).toMatchObject({ coldMm: 1, verdict: "deep" });
    expect(at(zeroed(), wire(3.6, 3.8), turn(1))).toMatchObject({ wire: null, verdict: "in" });
    expect(at(wire(3.6, 3.8), zeroed())).toMatchObject({ wire: null });
    expect(at(zeroed(), turn(1), wire(1, 1.2), wire(2, 2.2))?.wire?.goes.mm).toBe(2);
  });

  it("moves with heat where that is counted with", () => {
    const hot = preloadAt(planned({ growth: source(0.3) }), VALVE, [zeroed(), turn(1)]);
    expect(hot?.hotMm).toBeCloseTo(0.8, 9);
    expect(preloadAt(planned({ growth: source(0.3) }), VALVE, [zeroed(), turn(0.6)])?.verdict).toBe("shallow");
  });

  it("agrees with wires within an eighth of a millimetre", () => {
    const depths = (coldMm: number | null, w: LedgerValveEntry | null) =>
      wireAgrees({ coldMm, wire: w } as ValvePreload);
    expect(depths(null, wire(1, 1.2))).toBe(true);
    expect(depths(1, null)).toBe(true);
    for (const [mm, agrees] of [
      [0.875, true],
      [0.87, false],
      [1.325, true],
      [1.33, false],
    ] as const)
      expect(depths(mm, wire(1, 1.2))).toBe(agrees);
  });
});

/** A lifter as the fold leaves it. */
const lifter = (work: readonly LedgerValveEntry[], more: Partial<ValveState> = {}): ValveState<ValvePreload | null> =>
  ({ valve: VALVE, work, own: preloadAt(PLAN, VALVE, work), left: null, status: "zeroed", ...more }) as never;
const JOB = { task: { kind: "preload", plan: PLAN } } as never;
const stateOf = (
  valve: ValveState<ValvePreload | null> | null,
  stop: unknown = { letter: "A", valves: [{ valve: "1I", doubt: null }], margins: {} },
) => ({ stop, valves: new Map(valve === null ? [] : [["1I", valve]]) }) as never;

describe("what the ledger takes at a lifter", () => {
  it("zero lash at the stop where the crank stands, the other way after it, and not once more when it is done", () => {
    const zero = (valve: ValveState<ValvePreload | null> | null, more: object = {}, stop?: unknown) =>
      zeroRefusal(JOB, stateOf(valve, stop), zeroed({ reason: "eyed", ...more }) as never);
    const fresh = lifter([], { status: "unread" });
    expect(zero(fresh)).toBeNull();
    expect(zero(fresh, {}, null)).toBe("Turn the crank to the first stop and say so before a lifter is touched.");
    expect(zero(fresh, { stop: "B" })).toBe("The crank stands at stop A, not B: find zero lash again here.");
    expect(zero(lifter([zeroed()]), { apartTurns: 0.1 })).toBeNull();
    expect(zero(fresh, { apartTurns: 0.1 })).toBe("Find zero lash of 1I first, then the other way.");
    expect(zero(null, { apartTurns: 0.1 })).toMatch(/first, then the other way/);
    expect(zero(lifter([zeroed()], { status: "done" }))).toBe("1I is done: say why it is looked at again first.");
    expect(zero(null)).toBeNull();
  });

  it("turns from zero lash only, within the travel and not out past zero", () => {
    const turns = (valve: ValveState<ValvePreload | null> | null, by: number | null) =>
      turnInRefusal(JOB, stateOf(valve), turn(by) as never);
    const zero = lifter([zeroed()]);
    expect(turns(zero, 1)).toBeNull();
    expect(turns(lifter([zeroed()], { status: "due" }), 1)).toBeNull();
    for (const none of [null, lifter([]), lifter([wire(1, 1.2)])])
      expect(turns(none, 1)).toBe("Bring 1I to zero lash before its nut is turned in.");
    expect(turns(lifter([zeroed()], { status: "locked" }), 1)).toBe(
      "Bring 1I to zero lash again before its nut is turned.",
    );
    expect(turns(zero, null)).toBe("Say how far it was turned.");
    expect(turns(zero, 4)).toBeNull();
    expect(turns(zero, 4.01)).toMatch(/^That would put the plunger of 1I 4\.01 mm deep, and it has only 4 mm/);
    expect(turns(lifter([zeroed(), turn(1)]), -1)).toBeNull();
    expect(turns(lifter([zeroed(), turn(1)]), -1.01)).toBe(
      "That would be out past zero lash: bring 1I to zero lash again.",
    );
  });

  it("left on what set it last, locked, in its window or with a reason", () => {
    const leave = (work: readonly LedgerValveEntry[], reason: string | null = null, reading = work.at(-1)?.id) =>
      lifterLeaveRefusal(stateOf(lifter(work)), entry("left", { reading, reason }) as never);
    expect(leave([zeroed(), turn(1)])).toBeNull();
    expect(leave([zeroed(), turn(1, false), entry("locked")])).toBeNull();
    expect(leave([zeroed(), turn(1), wire(1, 1.2)])).toBeNull();
    const first = "Bring 1I to zero lash and set it before it is left.";
    expect(leave([])).toBe(first);
    expect(leave([zeroed(), turn(1)], null, "other")).toBe(first);
    expect(lifterLeaveRefusal(stateOf(null), entry("left", { reading: "x", reason: null }) as never)).toBe(first);
    expect(leave([zeroed(), turn(1, false)])).toBe("The lock of 1I is loose: tighten it before it is left.");
    expect(leave([zeroed()], "so")).toBe("Turn 1I in from zero lash before it is left.");
    expect(leave([zeroed(), turn(0.2)])).toBe(
      "The plunger of 1I is shallower than the middle school sets it: it may tick. Set it, or say why it is left so.",
    );
    expect(leave([zeroed(), turn(0.2)], "so it stays")).toBeNull();
    expect(leave([zeroed(), turn(3.8)])).toMatch(/is too deep: it may hold the valve open/);
    expect(leave([zeroed(), turn(1), wire(0.4, 0.6)])).toMatch(/is not surely in its window\./);
  });
});

describe("a lifter on the sheet", () => {
  const kept = (work: readonly LedgerValveEntry[]) => work as readonly KeptEntry[];

  it("is told by school, turns and depths", () => {
    expect(sheetPreload(JOB, { own: null })).toBeNull();
    const own = at(zeroed({ foundTurns: 0.5 }), zeroed({ school: "spin", apartTurns: 0.25 }), turn(1));
    expect(sheetPreload(JOB, { own })).toMatchObject({
      turns: 1,
      plungerMm: 1,
      hotPlungerMm: 1,
      foundMm: 0.5,
      apart: expect.stringMatching(/\S/),
    });
    expect(sheetPreload(JOB, { own: at(zeroed(), turn(1)) })?.apart).toBeNull();
    expect(sheetPreload(JOB, { own: at(wire(1, 1.2)) })).toMatchObject({
      zeroSchool: null,
      apart: null,
      plungerMm: null,
    });
    expect(["in", "tight", "loose", "undecided"].map((v) => plungerVerdictName(v as never))).toEqual([
      "in",
      "shallow",
      "deep",
      "undecided",
    ]);
  });

  it("in words, hot only where it differs", () => {
    expect(preloadWords({ turns: 0, coldMm: null, hotMm: null, unit: "mm" })).toBe("not counted");
    expect(preloadWords({ turns: 0, coldMm: 0, hotMm: null, unit: "mm" })).toBe("zero lash, plunger 0.00 mm");
    expect(preloadWords({ turns: 0.5, coldMm: 0.88, hotMm: 0.72, unit: "mm" })).toMatch(
      /turn, plunger 0\.88 mm, hot 0\.72 mm$/,
    );
    expect(preloadWords({ turns: 0.5, coldMm: 0.88, hotMm: 0.8849, unit: "mm" })).not.toMatch(/hot/);
    expect(preloadWords({ turns: 0.5, coldMm: 0.88, hotMm: 0.8851, unit: "mm" })).toMatch(/hot/);
    expect(preloadWords({ turns: 0.5, coldMm: 0.88, hotMm: 0.72, unit: "in" })).toMatch(
      /plunger \.035 in, hot \.028 in$/,
    );
  });

  it("is as left by count, once it is left", () => {
    const work = [zeroed(), turn(1)];
    const left = { reading: work[1]?.id } as never;
    expect(asLeftCounted(JOB, lifter(work, { left }), kept(work))).toMatchObject({
      goesMm: 1,
      noGoMm: 1,
      goes: "1.00 mm",
      school: "up-down",
      instrument: "turns counted",
      verdict: "in",
      by: "Ada",
    });
    expect(asLeftCounted(JOB, lifter(work), kept(work))).toBeNull();
    expect(asLeftCounted(JOB, lifter(work, { left }), [])).toBeNull();
    const wires = [wire(1, 1.2)];
    expect(asLeftCounted(JOB, lifter(wires, { left: { reading: wires[0]?.id } as never }), kept(wires))).toBeNull();
    expect(asLeftCounted(JOB, lifter([], { left }), kept(work))).toBeNull();
  });

  it("is as found by the turns that brought it out", () => {
    const work = [zeroed({ foundTurns: 0.75 }), turn(1)];
    expect(asFoundCounted(JOB, lifter(work), kept(work))).toMatchObject({
      read: expect.stringMatching(/turn, plunger 0\.75 mm$/),
      goesMm: 0.75,
      verdict: "in",
    });
    expect(asFoundCounted(JOB, lifter([zeroed(), turn(1)]), kept([zeroed(), turn(1)]))).toBeNull();
    const other = [zeroed({ foundTurns: 0.75, valve: "1E" }), entry("locked")];
    expect(asFoundCounted(JOB, lifter(work), kept(other))).toBeNull();
    expect(asFoundCounted(JOB, lifter([]), kept(work))).toBeNull();
  });

  it("with the other school's zero, where it was tried", () => {
    expect(zeroNote(JOB, zeroed() as never)).toBeNull();
    expect(zeroNote(JOB, zeroed({ apartTurns: 0.25 }) as never)).toMatch(/^1I: .*0\.25 mm/);
  });

  it("beside the others: alike within a sixteenth of a turn, or by how much apart", () => {
    const spread = (...turns: readonly (number | null)[]) =>
      spreadWords(JOB, {
        valves: new Map(
          turns.map((t, i) => [
            `${i}`,
            lifter(t === null ? [] : [zeroed(), turn(t)], {
              left: {} as never,
              valve: { ...VALVE, id: `v${i}` } as never,
            }),
          ]),
        ),
      } as never);
    expect(spread(1)).toBeNull();
    expect(spread(1, null)).toBeNull();
    expect(spread(1, 1.0625)).toBe("All 2 plungers stand alike, 1.00 to 1.06 mm deep.");
    expect(spread(1, 1.07)).toMatch(/^The 2 plungers stand 1\.00 to 1\.07 mm deep, .* apart; deepest is v1\.$/);
    expect(spread(1.5, 1, 1.5)).toMatch(/deepest is v0, v2\.$/);
    const open = lifter([zeroed(), turn(2)]);
    expect(
      spreadWords(JOB, {
        valves: new Map([
          ["a", open],
          ["b", open],
        ]),
      } as never),
    ).toBeNull();
  });
});
