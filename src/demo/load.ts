/** Loads the demo shop: people, feeler sets, engines, and jobs with dates that run up to now. */
import { randomUUID } from "node:crypto";
import type { CounterUnit } from "@/core/record/counter";
import { addCause } from "@/server/shop/ownCauses";
import { keepGeometry } from "@/server/engines/geometry";
import { openerCloserOf } from "../core/job/tasks/openerCloser/openerCloser";
import { hashPassword } from "better-auth/crypto";
import { addDays, addMinutes } from "date-fns";
import type { EngineFile, EngineState } from "../core/engine/engineFile";
import { toMm } from "../core/units/length";
import { random } from "../core/units/random";
import type { GrowthSourceId } from "../core/heat/growthSources";
import type { LifterState } from "../core/preload/zeroLash";
import { cautionsFor } from "../core/job/prepare";
import type { NextThing } from "../core/job/next/next";
import type { Purpose } from "../core/job/setup/purpose";
import { DEMO_PINS } from "../core/shop/demoPins";
import type { FeelerSet } from "../core/shop/feelerSet";
import { signInName } from "../core/shop/signInName";
import { studyOrder } from "../core/record/study";
import type { MethodId } from "../core/stops/methods";
import type { Database } from "../db/connect";
import { findJob } from "../db/queries/jobs";
import { insertMany } from "../db/insertMany";
import {
  engines,
  gaugeReadings,
  gaugeStudies,
  people,
  pins,
  practiceSessions,
  practiceSteps,
  shops,
  users,
} from "../db/schema";
import { marksOf } from "../core/practice/session/marks";
import { leavesOf } from "../server/practice/practice";
import { practicedWeeks } from "./practice";
import type { Actor } from "../server/http/who";
import { addEngine } from "../server/engines/engines";
import { addFeelerSet, findFeelerSet } from "../server/shop/feelerSets";
import { addMicrometer, checkMicrometer } from "../server/parts/micrometers";
import { openJob } from "../server/jobs/openJob";
import { keepHotCold } from "../server/jobs/hotColdReadings";
import { addPart } from "../server/parts/parts";
import { keepPartOut } from "../server/parts/partsOut";
import { record } from "../server/jobs/record";
import { keepUse } from "../server/record/use";
import { eq } from "drizzle-orm";
import { buildHalf } from "./build";
import { BRAE, CALDER, DUNMORE, FEN, HOB, MARLE, PELLAM, QUILLAN, TIDEWATER } from "./engines";
import { CORRIEMOOR, LARKFIELD, TAMBLIN } from "./lifterEngines";
import { TEASEL, VANTRY } from "./partsEngines";
import { type Play, play } from "./play";

const PEOPLE = [
  { name: "Maud Fenwick", role: "lead", school: "go-no-go" },
  { name: "Jory Penhale", role: "mechanic", school: "go-no-go" },
  { name: "Anselm Roke", role: "mechanic", school: "drag" },
  { name: "Tamsin Oake", role: "apprentice", school: "go-no-go" },
] as const;

const steps = (from: number, to: number, step: number, digits: number): string[] =>
  Array.from({ length: Math.round((to - from) / step) + 1 }, (_, i) => (from + i * step).toFixed(digits));
const inchOf = (mm: string): string => (Number(mm) / 25.4).toFixed(3).replace(/^0/, "");

const SETS = {
  coarse: {
    name: "Metric set, twenty leaves",
    system: "metric",
    marks: steps(0.05, 1, 0.05, 2)
      .map((m) => `${m}/${inchOf(m)}`)
      .join(" "),
  },
  fine: {
    name: "Fine metric set",
    system: "metric",
    marks: [...steps(0.03, 0.3, 0.01, 2), ...steps(0.35, 0.6, 0.05, 2)].join(" "),
  },
  gap: { name: "Gap gauges", system: "metric", marks: steps(0.4, 2.4, 0.1, 2).join(" ") },
  inch: {
    name: "Inch set",
    system: "inch",
    marks: steps(0.004, 0.03, 0.001, 3)
      .map((m) => m.replace(/^0/, ""))
      .join(" "),
  },
} as const;

/** Eleven odd shims: mark, what the micrometer showed, whether it is used. */
const KIT = [
  ["172", "1.721", false],
  ["175", "1.751", false],
  ["180", "1.79", true],
  ["182", "1.822", false],
  ["185", "1.849", false],
  ["188", "1.87", true],
  ["190", "1.901", false],
  ["195", "1.96", true],
  ["198", "1.979", false],
  ["205", "2.049", false],
  ["210", "2.09", true],
] as const;

/**
 * What came out of the sixteen-valve four, as the bench micrometer shows it: moved round they serve nearly all; each
 * staying in its place, five would have to be bought.
 */
const PELLAM_OUT = {
  "1Ia": "2.000",
  "1Ib": "1.750",
  "1Ea": "1.975",
  "1Eb": "1.875",
  "2Ia": "1.900",
  "2Ib": "2.000",
  "2Ea": "1.750",
  "2Eb": "1.800",
  "3Ia": "2.025",
  "3Ib": "1.900",
  "3Ea": "1.900",
  "3Eb": "2.050",
  "4Ia": "1.700",
  "4Ib": "1.900",
  "4Ea": "2.000",
  "4Eb": "1.950",
} as const;

/** The other sixteen-valve four: what came out of it this time, and over the years. */
const SISTER_OUT = { "1Ib": "1.900", "2Ea": "2.050", "3Eb": "1.850", "4Ia": "1.950" } as const;
const SISTER_SHIMS = Object.fromEntries(PELLAM.valves.map((v, i) => [v.id, 1.8 + (i % 5) * 0.05]));

/** How this hand works on positively closed valves: plugs counted, and a loaded gap that overstates. */
const VANTRY_PAIRS = { plugs: 4, gear: "belts off, closing springs on, side clips on", overstatesMm: 0.02 } as const;

/** Opener and closer as they are found, and the closer that would be right, by valve. */
const openerClosersOf = (
  all: Readonly<Record<string, readonly [openerMm: number, closerMm: number, rightMm: number]>>,
) =>
  Object.fromEntries(
    Object.entries(all).map(([valve, [openerMm, closerMm, rightMm]]) => [valve, { openerMm, closerMm, rightMm }]),
  );

/** Openers and closers on the shelf: kind and what the bench micrometer showed. */
const PAIR_KIT = [
  ["opener", "2.853"],
  ["opener", "2.949"],
  ["opener", "3.102"],
  ["opener", "3.151"],
  ["opener", "3.203"],
  ["closer", "6.402"],
  ["closer", "6.448"],
  ["closer", "6.551"],
  ["closer", "6.899"],
  ["closer", "6.951"],
  ["closer", "7.003"],
] as const;

/** Between two services of the generator. */
const SERVICE_HOURS = 450;
/** How far 2 exhaust is found from nominal at each of its services, in hundredths of a millimeter: set anew when it is out. */
const SINKING = [-2, -6, -4, -7, -4, -8, -4, -8] as const;

const FLEET = 40;
const FLEET_OWNERS = ["Marsh drainage board", "Hollow Lane hire, yard 2", "Hollow Lane hire, yard 1", "Ridge quarry"];

/** Loads the demo into an empty database; false when there is a shop already. */
export async function loadDemo(db: Database, now: Date): Promise<boolean> {
  if ((await db.select({ id: shops.id }).from(shops).limit(1)).length > 0) return false;
  const shopId = randomUUID();
  const shopName = "Saltmarket Lane Engine Service";
  await db.insert(shops).values({ id: shopId, name: shopName, madeUp: true });
  const staff = PEOPLE.map((p) => ({ ...p, id: randomUUID() }));
  await db
    .insert(users)
    .values(staff.map(({ id, name }) => ({ id, name, email: `${id}@shop.invalid`, username: signInName(name) })));
  await db.insert(people).values(staff.map((p) => ({ ...p, shopId, userId: p.id })));
  for (const { id, name } of staff)
    await db.insert(pins).values({ shopId, personId: id, hash: await hashPassword(DEMO_PINS[name] ?? "") });
  const as = (index: number): Actor => {
    const person = staff[index];
    if (person === undefined) throw new RangeError(`loadDemo: no person ${index}`);
    return { shopId, shopName, person };
  };
  const demo = new DemoShop(db, as);
  await demo.fill(now);
  return true;
}

interface Visit {
  readonly engineId: string;
  readonly file: EngineFile;
  readonly set: FeelerSet;
  readonly method: MethodId;
  readonly by: number;
  readonly startedAt: Date;
  readonly temperatureC: number;
  readonly hours: number | null;
  /** Where valves stood when found, against nominal, in hundredths of a millimetre. */
  readonly off: Readonly<Record<string, number>>;
  /** The engine's state, where it is not the spec's. */
  readonly state?: EngineState;
  readonly heatWay?: GrowthSourceId;
  readonly bank?: number;
  readonly lifters?: LifterState;
  readonly licensed?: string;
  readonly lifter?: Play["lifter"];
  readonly openerClosers?: Play["openerClosers"];
  readonly shimsMm?: Play["shimsMm"];
  readonly answers?: Play["answers"];
  readonly purpose?: Purpose;
  readonly note?: string;
  readonly survey?: boolean;
  readonly others?: readonly FeelerSet[];
  readonly lockShiftMm?: number;
  readonly paused?: string;
  /** Where the mechanic is called away; the job is done when left out. */
  readonly until?: (next: NextThing) => boolean;
  /** Who signs it, by place among the people. */
  readonly signedBy?: number;
}

/** Three pushrods tried on a built engine, with what a marker showed of each. */
const INTAKE_ROCKERS = {
  mount: "stud",
  lift: ".620 in",
  radius: ".325 in",
  ratio: "1.6",
  fitted: "7.800 in",
  step: "0.050 in",
  stem: "11/32 in",
  length1: "7.700 in",
  width1: ".081 in",
  length2: "7.800 in",
  width2: ".062 in",
  length3: "7.900 in",
  width3: ".046 in",
} as const;

class DemoShop {
  constructor(
    private readonly db: Database,
    private readonly as: (index: number) => Actor,
  ) {}

  async fill(now: Date): Promise<void> {
    const benchMicrometer = await this.drawers(now);
    await addCause(this.db, this.as(0), {
      id: randomUUID(),
      text: "Cup of the adjuster worn",
      check: "Look into the cup with a lamp; spin the pushrod in it.",
      side: "loose",
      notWear: false,
    });
    await this.handsStudied(now);
    const coarse = await this.set(SETS.coarse);
    const fine = await this.set(SETS.fine);
    const inch = await this.set(SETS.inch);
    const gap = await this.set(SETS.gap);
    const built = await this.engine(DUNMORE, "No. 15, built afresh", 0);
    const tidewater = await this.engine(TIDEWATER, "OT6-0417", 6210);
    const calder = await this.engine(CALDER, "D5 8831", 3120);
    const dunmore = await this.engine(DUNMORE, "No. 12", 41);
    const hob = await this.engine(HOB, "196-2207", 260);
    const sister = await this.engine(DUNMORE, "No. 14", 3);
    const corriemoor = await this.engine(CORRIEMOOR, "CV6-5520", null);
    const larkfield = await this.engine(LARKFIELD, "O4-311", 1240);
    await this.engine(TAMBLIN, "T35-08", 12);
    const pellam = await this.engine(PELLAM, "R4 20931", null);
    const vantry = await this.engine(VANTRY, "75-0612", null);
    const teasel = await this.engine(TEASEL, "T20 118", 96);
    const sister4 = await this.engine(PELLAM, "R4 20877", 38_214, "km");
    const brae = await this.engine(BRAE, "B7-093", 818);
    const lastYear = { engineId: tidewater, file: TIDEWATER, set: coarse, method: "two-stop" as const };
    await this.visit({
      ...lastYear,
      by: 1,
      startedAt: addDays(now, -231),
      temperatureC: 14,
      hours: 6210,
      off: { "1E": 1, "3E": 2, "5I": 8, "2E": -8 },
      lockShiftMm: -0.02,
      signedBy: 0,
    });
    await this.hours(tidewater, 6622);
    await keepGeometry(
      this.db,
      this.as(2),
      built,
      { id: randomUUID(), role: "intake", typed: INTAKE_ROCKERS },
      addDays(now, -20),
    );
    await buildHalf(this.db, this.as(2), {
      engineId: built,
      file: DUNMORE,
      setId: inch.id,
      shafts: "none",
      note: "New heads and studs, pushrods to come from the length tried",
      startedAt: addDays(now, -4),
      until: "guides-aligned",
      found: { "pushrods-open": "Two of the old ones bent on glass: not used again" },
    });
    const outing = {
      engineId: dunmore,
      file: DUNMORE,
      set: inch,
      by: 2,
      hours: 41,
      temperatureC: 84,
      purpose: "race-check" as const,
      survey: true,
    };
    const signed = await this.visit({
      ...outing,
      method: "firing-order",
      startedAt: addDays(now, -12),
      off: { "3I": 8, "5E": 9, "6I": -8, "8E": 10 },
      signedBy: 0,
    });
    await this.readCold(signed, DUNMORE, ["1I", "1E", "3I", "3E", "5I", "5E", "7I", "7E"], addDays(now, -11));
    await this.hours(dunmore, 43);
    await this.visit({
      ...outing,
      hours: 43,
      method: "opening-closing",
      startedAt: addMinutes(now, -95),
      off: { "7E": -24 },
      until: (next) => next.kind === "answer",
      note: "After Sunday's second outing",
    });
    await this.visit({
      engineId: hob,
      file: HOB,
      set: fine,
      method: "fewest",
      by: 3,
      startedAt: addDays(now, -1),
      temperatureC: 18,
      hours: 260,
      purpose: "noise",
      off: { "1E": 6 },
      until: (next) => next.kind === "check" && next.item === "started",
    });
    await this.visit({
      engineId: sister,
      file: DUNMORE,
      set: inch,
      by: 2,
      hours: 3,
      temperatureC: 16,
      state: "cold",
      heatWay: "pairs-model",
      bank: 1,
      method: "firing-order",
      purpose: "after-work",
      survey: true,
      note: "Right head was off; its cover takes too long to reach while it is hot",
      startedAt: addDays(now, -3),
      off: { "4E": 8 },
      until: (next) => next.kind === "set",
      paused: "Waits for a cover gasket",
    });
    const corriemoorVisit = {
      engineId: corriemoor,
      file: CORRIEMOOR,
      set: coarse,
      by: 1,
      hours: null,
      lifters: "run",
      heatWay: "rule",
      method: "firing-order",
    } as const;
    await this.visit({
      ...corriemoorVisit,
      temperatureC: 21,
      startedAt: addDays(now, -412),
      off: {},
      lifter: { found: { "1I": 0.5, "5I": 0.5, "3E": 0.75 } },
      signedBy: 0,
    });
    await this.visit({
      ...corriemoorVisit,
      temperatureC: 17,
      purpose: "noise",
      note: "Ticks at idle since the rockers were off",
      startedAt: addMinutes(now, -1800),
      off: {},
      lifter: {
        turns: { "5I": 0.375 },
        schools: { "2E": "spin" },
        apart: { "2E": -0.125 },
        found: { "5I": 0.25, "3E": 0.5 },
        ticks: "5I",
      },
      until: (next) => next.kind === "task" && next.step === "step",
    });
    await this.visit({
      engineId: larkfield,
      file: LARKFIELD,
      set: gap,
      by: 3,
      hours: 1240,
      temperatureC: 15,
      licensed: "Maud Fenwick, licence 4471",
      method: "firing-order",
      startedAt: addMinutes(now, -260),
      off: { "2E": -90, "3I": 85 },
      until: (next) => next.kind === "task" && next.step === "order",
    });
    const puzzle = await this.visit({
      engineId: pellam,
      file: PELLAM,
      set: fine,
      by: 1,
      hours: null,
      temperatureC: 18,
      method: "two-stop",
      startedAt: addMinutes(now, -1200),
      off: { "1Ia": -6, "1Eb": 7, "2Ib": 8, "2Ea": -7, "3Ia": -9, "3Eb": -6, "4Ib": 6, "4Ea": 9 },
      until: (next) => next.kind === "task" && next.step === "parts",
    });
    for (const [valve, text] of Object.entries(PELLAM_OUT))
      await keepPartOut(this.db, this.as(1), puzzle, {
        id: randomUUID(),
        valve,
        kind: "part",
        text,
        micrometerId: benchMicrometer,
      });
    const four = {
      engineId: sister4,
      file: PELLAM,
      set: fine,
      by: 1,
      hours: null,
      temperatureC: 18,
      method: "two-stop" as const,
    };
    for (const [days, off] of [
      [-402, { "1Ib": 7, "2Ea": -8, "4Eb": 9 }],
      [-221, { "2Ia": -6, "3Ea": -7 }],
      [-64, { "1Ea": 8, "3Ib": 7, "4Ea": -9, "4Ib": -6 }],
    ] as const) {
      await this.visit({ ...four, startedAt: addDays(now, days), off, shimsMm: SISTER_SHIMS, signedBy: 0 });
    }
    const waiting = await this.visit({
      ...four,
      startedAt: addMinutes(now, -1300),
      off: { "1Ib": -7, "2Ea": 8, "3Eb": -7, "4Ia": 7 },
      until: (next) => next.kind === "task" && next.step === "parts",
    });
    for (const [valve, text] of Object.entries(SISTER_OUT))
      await keepPartOut(this.db, this.as(1), waiting, {
        id: randomUUID(),
        valve,
        kind: "part",
        text,
        micrometerId: benchMicrometer,
      });
    await this.visit({
      engineId: vantry,
      file: VANTRY,
      set: fine,
      by: 2,
      hours: null,
      temperatureC: 19,
      method: "firing-order",
      startedAt: addDays(now, -190),
      off: { "1I": 8, "2E": -2 },
      signedBy: 0,
      openerClosers: {
        ...VANTRY_PAIRS,
        valves: openerClosersOf({
          "1I": [2.85, 6.4, 6.47],
          "1E": [3.1, 6.85, 6.9],
          "2I": [2.7, 6.3, 6.36],
          "2E": [2.95, 6.55, 6.55],
        }),
      },
    });
    await this.visit({
      engineId: vantry,
      file: VANTRY,
      set: fine,
      by: 2,
      hours: null,
      temperatureC: 17,
      method: "firing-order",
      note: "Rattles on the overrun",
      purpose: "noise",
      startedAt: addMinutes(now, -700),
      off: { "1E": 7, "2I": 1 },
      openerClosers: {
        ...VANTRY_PAIRS,
        valves: openerClosersOf({
          "1I": [2.93, 6.48, 6.49],
          "1E": [3.1, 6.88, 7.0],
          "2I": [2.7, 6.34, 6.36],
          "2E": [2.95, 6.55, 6.57],
        }),
      },
      until: (next) =>
        next.kind === "task" && next.valve?.valve.id === "1E" && openerCloserOf(next.valve).stage === "parts",
    });
    await this.serviced(fine, now);
    await this.broken(fine, now);
    await this.fleet(now);
    await this.practiced(coarse, now);
    await this.visit({
      engineId: teasel,
      file: TEASEL,
      set: fine,
      by: 3,
      hours: 96,
      temperatureC: 18,
      method: "firing-order",
      purpose: "after-work",
      note: "Valves were lapped in",
      startedAt: addMinutes(now, -1500),
      off: { "1E": -13, "1I": -6, "2E": -4 },
      until: (next) => next.kind === "set" && next.valve.valve.id === "1E",
    });
    await this.visit({
      engineId: brae,
      file: BRAE,
      set: inch,
      others: [fine],
      method: "firing-order",
      by: 1,
      startedAt: addDays(now, -2),
      temperatureC: 16,
      hours: 818,
      off: { "4E": -4 },
      until: (next) => next.kind === "turn" && next.to.letter === "E",
      paused: "Waits for a rocker pad",
    });
    await this.visit({
      engineId: calder,
      file: CALDER,
      set: coarse,
      method: "firing-order",
      by: 2,
      startedAt: addDays(now, -5),
      temperatureC: 19,
      hours: 3120,
      off: { "2E": 12, "4I": -8, "5E": -9 },
    });
    await this.visit({
      ...lastYear,
      by: 1,
      startedAt: addMinutes(now, -38),
      temperatureC: 17,
      hours: 6622,
      off: { "2E": -9, "3I": 9, "4I": 1, "5E": 1, "6E": 12 },
      until: (next) => next.kind === "read" && next.valve.valve.id === "2I",
    });
  }

  /** A generator with eight services over four years, one seat of which sinks; and what its counter showed. */
  private async serviced(set: FeelerSet, now: Date): Promise<void> {
    const engineId = await this.engine(QUILLAN, "G4 1907", SINKING.length * SERVICE_HOURS + 200);
    for (const [i, sunk] of SINKING.entries()) {
      const startedAt = addDays(now, -190 * (SINKING.length - i) - 20);
      const hours = 200 + SERVICE_HOURS * i;
      await keepUse(this.db, this.as(1).shopId, engineId, hours, this.as(1).person.id, startedAt);
      await this.hours(engineId, hours);
      await this.visit({
        engineId,
        file: QUILLAN,
        set,
        method: "firing-order",
        by: i % 3 === 2 ? 2 : 1,
        startedAt,
        temperatureC: 16,
        hours,
        off: { "2E": sunk, "1I": i % 3 === 1 ? -1 : 0, "1E": i % 4 === 3 ? 1 : 0 },
      });
    }
    const today = 200 + SERVICE_HOURS * SINKING.length;
    await keepUse(this.db, this.as(1).shopId, engineId, today, this.as(1).person.id, addDays(now, -4));
    await this.hours(engineId, today);
  }

  /** A twin whose line was broken twice: another hand had left it tight, and then it got new seats. */
  private async broken(set: FeelerSet, now: Date): Promise<void> {
    const engineId = await this.engine(MARLE, "0558", 0);
    const at = async (
      months: number,
      hours: number,
      by: number,
      found: Pick<Visit, "off" | "answers" | "note" | "purpose">,
    ) => {
      await this.hours(engineId, hours);
      const startedAt = addDays(now, -30 * months);
      const usual = { engineId, file: MARLE, set, method: "firing-order" as const, temperatureC: 15 };
      await this.visit({ ...usual, startedAt, hours, by, ...found });
    };
    await at(40, 180, 2, { off: {} });
    await at(30, 520, 1, {
      off: { "1I": -6, "1E": -7, "2I": -6, "2E": -6 },
      answers: ["Another person or another set last time"],
    });
    await at(20, 860, 1, { off: { "1E": -2, "2E": -3, "1I": -1 } });
    const note = "New exhaust seats, valves lapped in";
    await at(10, 1180, 1, { off: { "1E": 16, "2E": 14, "1I": 1 }, purpose: "after-work", note });
    await this.hours(engineId, 1450);
  }

  /** Three hands read the twin: one of them reads tight, and one less surely. */
  private async handsStudied(now: Date): Promise<void> {
    const { shopId, person } = this.as(0);
    const [id, at] = [randomUUID(), addDays(now, -6)];
    const plan = {
      people: [0, 1, 2].map((i) => this.as(i).person.id),
      valves: ["1I", "1E", "2I", "2E"],
      times: 3,
      seed: 7,
    };
    await this.db.insert(gaugeStudies).values({
      id,
      shopId,
      name: "Marle T2 0558",
      bandMm: 0.1,
      ...plan,
      by: person.id,
      at,
      endedAt: addMinutes(at, 55),
    });
    const r = random(plan.seed);
    const gaps = [0.25, 0.31, 0.24, 0.29];
    const readings = plan.people.flatMap((personId, i) =>
      studyOrder(plan, personId).map(({ valve, time }, n) => {
        const slip = (r.next() + r.next() - 1) * (i === 1 ? 0.012 : 0.006);
        const mm = (gaps[plan.valves.indexOf(valve)] ?? 0) + (i === 2 ? -0.012 : 0.002) + slip;
        const valueMm = Math.round(mm * 100) / 100;
        const text = `${valueMm.toFixed(2)} mm`;
        return {
          id: randomUUID(),
          shopId,
          studyId: id,
          personId,
          valve,
          time,
          valueMm,
          text,
          at: addMinutes(at, n + i * 15),
        };
      }),
    );
    await insertMany(this.db, gaugeReadings, readings);
  }

  /** The apprentice's evenings at the virtual engine. */
  private async practiced(set: FeelerSet, now: Date): Promise<void> {
    const { shopId, person } = this.as(3);
    const leaves = leavesOf(set);
    for (const { daysAgo, minutes, session } of practicedWeeks(leaves.leaves.map((l) => l.mm))) {
      const { spec, frames } = session;
      const begunAt = addDays(now, -daysAgo);
      const id = randomUUID();
      await this.db.insert(practiceSessions).values({
        id,
        shopId,
        personId: person.id,
        exercise: spec.exercise,
        level: spec.level,
        seed: spec.seed,
        engineFile: spec.file,
        leaves,
        school: person.school,
        begunAt,
        endedAt: addMinutes(begunAt, minutes),
        marks: marksOf(session),
      });
      await insertMany(
        this.db,
        practiceSteps,
        frames.map(({ action, step }) => ({
          shopId,
          sessionId: id,
          seq: step,
          id: randomUUID(),
          action,
          at: begunAt,
        })),
      );
    }
  }

  /** Forty small engines that are looked at by their hours or by the year. */
  private async fleet(now: Date): Promise<void> {
    const { shopId, person } = this.as(0);
    for (let i = 0; i < FLEET; i++) {
      const [paceHours, hours] = [4 + (i % 7) * 3, 60 + ((i * 37) % 240)];
      const id = await this.engine(FEN, `212-${String(300 + i * 7).padStart(4, "0")}`, hours);
      await this.db
        .update(engines)
        .set({
          addedAt: addDays(now, -300 - i),
          customer: FLEET_OWNERS[i % FLEET_OWNERS.length] ?? null,
          intervalHours: i % 5 === 4 ? null : 100,
          intervalDays: 365,
          intervalWords: "with every oil change",
        })
        .where(eq(engines.id, id));
      for (const weeks of [12, 6, 1])
        await keepUse(
          this.db,
          shopId,
          id,
          Math.max(0, hours - paceHours * weeks),
          person.id,
          addDays(now, -7 * weeks),
        );
    }
  }

  /** Two micrometers that disagree by a hundredth, and a nearly empty kit of shims; gives the better one's id. */
  private async drawers(now: Date): Promise<string> {
    const [bench, old] = [randomUUID(), randomUUID()];
    const lead = this.as(0);
    await addMicrometer(this.db, lead, { id: bench, name: "Bench micrometer", step: "0.001" });
    await addMicrometer(this.db, lead, { id: old, name: "Old micrometer", step: "0.01" });
    await checkMicrometer(
      this.db,
      lead,
      { id: randomUUID(), micrometerId: bench, piece: "2.500", read: "2.500" },
      addDays(now, -20),
    );
    await checkMicrometer(
      this.db,
      lead,
      { id: randomUUID(), micrometerId: old, piece: "2.500", read: "2.51" },
      addDays(now, -20),
    );
    for (const [mark, read, worn] of KIT) {
      await addPart(this.db, lead, {
        id: randomUUID(),
        moveId: randomUUID(),
        kind: "shim-under",
        diameter: "9.5 mm",
        mark,
        thickness: read,
        micrometerId: worn ? old : bench,
        worn,
        place: "drawer 2",
        cost: null,
        count: 1,
      });
    }
    for (const [kind, read] of PAIR_KIT) {
      await addPart(this.db, lead, {
        id: randomUUID(),
        moveId: randomUUID(),
        kind,
        diameter: null,
        mark: Number(read).toFixed(2),
        thickness: read,
        micrometerId: bench,
        worn: false,
        place: "drawer 4",
        cost: null,
        count: 1,
      });
    }
    return bench;
  }

  private async set(input: { name: string; system: "metric" | "inch"; marks: string }): Promise<FeelerSet> {
    const id = randomUUID();
    await addFeelerSet(this.db, this.as(0), { id, ...input });
    const set = await findFeelerSet(this.db, this.as(0).shopId, id);
    if (set === null) throw new RangeError(`DemoShop: the set ${input.name} was not saved`);
    return set;
  }

  private async engine(
    file: EngineFile,
    serial: string,
    runningHours: number | null,
    counterUnit: CounterUnit = "h",
  ): Promise<string> {
    const id = randomUUID();
    await addEngine(this.db, this.as(0), { id, text: JSON.stringify(file), serial, runningHours, counterUnit });
    return id;
  }

  private async hours(engineId: string, runningHours: number): Promise<void> {
    await this.db.update(engines).set({ runningHours }).where(eq(engines.id, engineId));
  }

  /** Some valves of a finished hot job, read cold the day after: how it grows. */
  private async readCold(jobId: string, file: EngineFile, valves: readonly string[], at: Date): Promise<void> {
    const readings = valves.map((valve, i) => {
      const exhaust = valve.endsWith("E");
      const hot = Math.round((toMm(file.lash?.[exhaust ? "exhaust" : "intake"]?.nominal ?? 0) / 25.4) * 1000);
      // About nine thou of growth at the intakes, eight at the exhausts, and a hand that is not always the same.
      const cold = hot - (exhaust ? 8 : 9) + (i % 4 === 3 ? 1 : 0);
      return {
        id: randomUUID(),
        valve,
        goes: `.${String(cold).padStart(3, "0")} in`,
        noGo: `.${String(cold + 1).padStart(3, "0")} in`,
      };
    });
    await keepHotCold(this.db, this.as(2), jobId, { temperatureC: 18, unit: "in", readings }, at);
  }

  private async visit(v: Visit): Promise<string> {
    const state = v.state ?? v.file.lash?.state ?? "cold";
    const actor = this.as(v.by);
    const jobId = await openJob(
      this.db,
      actor,
      {
        id: randomUUID(),
        engineId: v.engineId,
        state,
        temperatureC: v.temperatureC,
        temperatureSure: false,
        depth: "middle",
        proof: false,
        hours: null,
        hoursSure: false,
        again: null,
        carry: false,
        feelerSetId: v.set.id,
        method: v.method,
        otherSetIds: (v.others ?? []).map((s) => s.id),
        purpose: v.purpose ?? "routine",
        note: v.note ?? null,
        survey: v.survey ?? false,
        allToAimMm: null,
        source: 0,
        requiredMarginDeg: 10,
        servingOrder: "crank",
        openingShare: 0.1,
        closingShare: 0.25,
        marksOnly: false,
        cautions: cautionsFor(v.file, state, v.lifters ?? null).map((c) => c.id),
        heatWay: v.heatWay ?? null,
        targetTurns: null,
        travelMm: null,
        lifters: v.lifters ?? null,
        airC: state === "hot" ? 19 : null,
        licensed: v.licensed ?? null,
        bank: v.bank ?? null,
      },
      v.startedAt,
    );
    // Around what this job aims at: hot, cold, or cold from a hot spec.
    const valves = (await findJob(this.db, actor.shopId, jobId))?.job.valves ?? [];
    const lashMm = Object.fromEntries(valves.map((x) => [x.id, x.spec.nominalMm + 0.004 + (v.off[x.id] ?? 0) / 100]));
    await play(this.db, actor, { jobId, ...v, lashMm });
    if (v.signedBy !== undefined)
      await record(
        this.db,
        this.as(v.signedBy),
        jobId,
        { entries: [{ id: randomUUID(), supersedes: null, kind: "signed" }] },
        addDays(v.startedAt, 1),
      );
    return jobId;
  }
}
