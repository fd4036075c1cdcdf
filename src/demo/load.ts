/** Loads the demo shop: people, feeler sets, engines, and jobs with dates that run up to now. */
import { randomUUID } from "node:crypto";
import { addDays, addMinutes } from "date-fns";
import type { EngineFile, LashFigures } from "../core/engine/engineFile";
import { toMm } from "../core/units/length";
import { cautionsFor } from "../core/run/cautions";
import type { NextThing } from "../core/run/next";
import type { Purpose } from "../core/run/purpose";
import type { FeelerSet } from "../core/shop/feelerSet";
import type { MethodId } from "../core/stops/plan";
import type { Database } from "../db/connect";
import { engines, people, shops } from "../db/schema";
import type { Actor } from "../server/actor";
import { addEngine } from "../server/engines";
import { addFeelerSet, findFeelerSet } from "../server/feelerSets";
import { openJob } from "../server/openJob";
import { record } from "../server/record";
import { eq } from "drizzle-orm";
import { BRAE, CALDER, DUNMORE, HOB, TIDEWATER } from "./engines";
import { play } from "./play";

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
  coarse: { name: "Metric set, twenty leaves", system: "metric", marks: steps(0.05, 1, 0.05, 2).map((m) => `${m}/${inchOf(m)}`).join(" ") },
  fine: { name: "Fine metric set", system: "metric", marks: [...steps(0.03, 0.3, 0.01, 2), ...steps(0.35, 0.6, 0.05, 2)].join(" ") },
  inch: { name: "Inch set", system: "inch", marks: steps(0.004, 0.03, 0.001, 3).map((m) => m.replace(/^0/, "")).join(" ") },
} as const;

/** Loads the demo into an empty database; false when there is a shop already. */
export async function loadDemo(db: Database, now: Date): Promise<boolean> {
  if ((await db.select({ id: shops.id }).from(shops).limit(1)).length > 0) return false;
  const shopId = randomUUID();
  const shopName = "Saltmarket Lane Engine Service";
  await db.insert(shops).values({ id: shopId, name: shopName });
  const staff = PEOPLE.map((p) => ({ ...p, id: randomUUID() }));
  await db.insert(people).values(staff.map((p) => ({ ...p, shopId })));
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

class DemoShop {
  constructor(
    private readonly db: Database,
    private readonly as: (index: number) => Actor,
  ) {}

  async fill(now: Date): Promise<void> {
    const coarse = await this.set(SETS.coarse);
    const fine = await this.set(SETS.fine);
    const inch = await this.set(SETS.inch);
    const tidewater = await this.engine(TIDEWATER, "OT6-0417", 6210);
    const calder = await this.engine(CALDER, "D5 8831", 3120);
    const dunmore = await this.engine(DUNMORE, "No. 12", 41);
    const hob = await this.engine(HOB, "196-2207", 260);
    const brae = await this.engine(BRAE, "B7-093", 818);
    const lastYear = { engineId: tidewater, file: TIDEWATER, set: coarse, method: "two-stop" as const };
    await this.visit({ ...lastYear, by: 1, startedAt: addDays(now, -231), temperatureC: 14, hours: 6210, off: { "1E": 1, "3E": 2, "5I": 8, "2E": -8 }, lockShiftMm: -0.02, signedBy: 0 });
    await this.hours(tidewater, 6622);
    const outing = { engineId: dunmore, file: DUNMORE, set: inch, by: 2, hours: 41, temperatureC: 84, purpose: "race-check" as const, survey: true };
    await this.visit({ ...outing, method: "firing-order", startedAt: addDays(now, -12), off: { "3I": 8, "5E": 9, "6I": -8, "8E": 10 }, signedBy: 0 });
    await this.hours(dunmore, 43);
    await this.visit({ ...outing, hours: 43, method: "opening-closing", startedAt: addMinutes(now, -95), off: { "7E": -24 }, until: (next) => next.kind === "answer", note: "After Sunday's second outing" });
    await this.visit({ engineId: hob, file: HOB, set: fine, method: "fewest", by: 3, startedAt: addDays(now, -1), temperatureC: 18, hours: 260, purpose: "noise", off: { "1E": 6 }, until: (next) => next.kind === "check" && next.item === "started" });
    await this.visit({ engineId: brae, file: BRAE, set: inch, others: [fine], method: "firing-order", by: 1, startedAt: addDays(now, -2), temperatureC: 16, hours: 818, off: { "4E": -4 }, until: (next) => next.kind === "turn" && next.to.letter === "E", paused: "Waits for a rocker pad" });
    await this.visit({ engineId: calder, file: CALDER, set: coarse, method: "firing-order", by: 2, startedAt: addDays(now, -5), temperatureC: 19, hours: 3120, off: { "2E": 12, "4I": -8, "5E": -9 } });
    await this.visit({
      ...lastYear, by: 1, startedAt: addMinutes(now, -38), temperatureC: 17, hours: 6622,
      off: { "2E": -9, "3I": 9, "4I": 1, "5E": 1, "6E": 12 }, until: (next) => next.kind === "read" && next.valve.valve.id === "2I",
    });
  }

  private async set(input: { name: string; system: "metric" | "inch"; marks: string }): Promise<FeelerSet> {
    const id = randomUUID();
    await addFeelerSet(this.db, this.as(0), { id, ...input });
    const set = await findFeelerSet(this.db, this.as(0).shopId, id);
    if (set === null) throw new RangeError(`DemoShop: the set ${input.name} was not kept`);
    return set;
  }

  private async engine(file: EngineFile, serial: string, runningHours: number): Promise<string> {
    const id = randomUUID();
    await addEngine(this.db, this.as(0), { id, text: JSON.stringify(file), serial, runningHours });
    return id;
  }

  private async hours(engineId: string, runningHours: number): Promise<void> {
    await this.db.update(engines).set({ runningHours }).where(eq(engines.id, engineId));
  }

  private async visit(v: Visit): Promise<void> {
    const state = v.file.lash?.state ?? "cold";
    const actor = this.as(v.by);
    const jobId = await openJob(
      this.db,
      actor,
      {
        id: randomUUID(), engineId: v.engineId, state, temperatureC: v.temperatureC, temperatureSure: false, feelerSetId: v.set.id, method: v.method,
        otherSetIds: (v.others ?? []).map((s) => s.id), purpose: v.purpose ?? "routine", note: v.note ?? null, survey: v.survey ?? false, allToAimMm: null, source: 0,
        requiredMarginDeg: 10, servingOrder: "crank", openingShare: 0.1, closingShare: 0.25, marksOnly: false, cautions: cautionsFor(v.file.sector, state).map((c) => c.id),
      },
      v.startedAt,
    );
    const nominal = (role: "intake" | "exhaust" | "injector"): number => {
      const figures: LashFigures | undefined = v.file.lash?.[role];
      return figures === undefined ? 0 : toMm(figures.nominal);
    };
    const lashMm = Object.fromEntries(v.file.valves.map((x) => [x.id, nominal(x.role) + 0.004 + (v.off[x.id] ?? 0) / 100]));
    await play(this.db, actor, { jobId, ...v, lashMm });
    if (v.signedBy !== undefined) await record(this.db, this.as(v.signedBy), jobId, { entries: [{ id: randomUUID(), supersedes: null, kind: "signed" }] }, addDays(v.startedAt, 1));
  }
}
