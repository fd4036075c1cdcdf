/**
 * Core and database hold the same ledger: on random jobs of every kind, the database takes whatever the core admits,
 * and what the database forbids the core refuses too.
 */
import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import type { AdjusterEntry, EngineFile } from "@/core/engine/engineFile";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import type { Entry, KeptEntry } from "@/core/job/ledger/entry";
import type { Field } from "@/core/job/ledger/fields";
import { ENTRY_KINDS, ENTRY_KIND_NAMES, type EntryKind } from "@/core/job/ledger/kinds";
import { cautionsFor } from "@/core/job/prepare";
import { jobState, refusal } from "@/core/job/run";
import { passAfter } from "@/core/job/state/pass";
import { GEAR_TASK_KINDS, type GearTaskKind } from "@/core/job/tasks";
import { screwAdjuster } from "@/core/lash/adjuster";
import { type Database, ofShop } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { entryOf, rowOf } from "@/db/queries/entryRows";
import { findJob, type JobRecord } from "@/db/queries/jobs";
import { entries } from "@/db/schema";
import { SQL_STATES } from "@/db/sqlStates";
import { HANDS } from "@/core/mechanic/hands";
import { MadeUpEngine } from "@/core/mechanic/madeUpEngine";
import { Mechanic } from "@/core/mechanic/mechanic";
import type { Actor } from "../http/who";
import { colleague, newShop } from "../http/shop.testing";
import { addEngine } from "../engines/engines";
import { addFeelerSet, findFeelerSet } from "../shop/feelerSets";
import { openJob } from "./openJob";
import { openJobInput } from "./openJobInput";
import { type Random, random } from "@/core/units/random";

const FIGURES = { nominal: 0.3, low: 0.25, high: 0.35 };
const fileOf = (adjuster: AdjusterEntry): EngineFile =>
  engineFile(["1", "2"], {
    cam: MILD_CAM,
    adjuster,
    bridges: adjuster.kind === "screw" ? [{ cylinder: "1", role: "intake" }] : [],
    tightenedLater: adjuster.kind === "screw" ? [{ name: "girdle", valves: ["1I", "1E"] }] : [],
    ...(adjuster.kind === "hydraulic" ? {} : { lash: { state: "cold", intake: FIGURES, exhaust: FIGURES } }),
  });
const FILES: { readonly [K in GearTaskKind]: EngineFile } = {
  screw: fileOf({ kind: "screw", at: "valve-end", pitch: 1 }),
  grinding: fileOf({ kind: "grind" }),
  preload: fileOf({ kind: "hydraulic", at: "stud-nut", ratio: 1.5, tpi: 24, plunger: { travel: 4 } }),
  "dry-gap": fileOf({ kind: "fixed", ratio: 1.3, lengths: [228.6, 229.4, 230.2], fitted: 229.4 }),
  shims: fileOf({ kind: "bucket-shim" }),
  "opener-closer": fileOf({ kind: "positive-closing" }),
};
const LEAVES = Array.from({ length: 30 }, (_, i) => (0.05 + i * 0.02).toFixed(2)).join(" ");

let db: Database;
let owner: Database;
let end: () => Promise<void>;
let actor: Actor;
let other: string;
let setId: string;
beforeAll(async () => {
  // The owner may say when an entry was made.
  ({ db, owner, end } = await testDatabase(inject("databaseUrl")));
  setId = randomUUID();
  actor = await newShop(owner);
  db = ofShop(db, actor.shopId);
  other = (await colleague(owner, actor)).person.id;
  await addFeelerSet(db, actor, { id: setId, name: "Set", system: "metric", marks: LEAVES });
});
afterAll(() => end());

/** Lifters whose turns only wires can prove. */
const SHORT = fileOf({ kind: "hydraulic", at: "stud-nut", ratio: 1.5, tpi: 24, plunger: { travel: 2 } });

async function open(kind: GearTaskKind, short: boolean): Promise<JobRecord> {
  const [file, engineId] = [short ? SHORT : FILES[kind], randomUUID()];
  const lifters = kind === "preload" ? "run" : null;
  await addEngine(db, actor, { id: engineId, text: JSON.stringify(file), serial: "", runningHours: null });
  const input = {
    id: randomUUID(),
    engineId,
    state: "cold",
    temperatureC: 18,
    feelerSetId: setId,
    method: "firing-order",
    cautions: cautionsFor(file, "cold", lifters).map((c) => c.id),
    ...(lifters === null ? {} : { lifters }),
    ...(short ? { targetTurns: 1, proof: true } : {}),
  };
  const found = await findJob(db, actor.shopId, await openJob(db, actor, openJobInput.parse(input)));
  if (found === null) throw new Error("the job was not opened");
  return found;
}

/** A value that a field may hold, sensible more often than not. */
function valueOf(r: Random, name: string, field: Field<unknown>, known: Known): unknown {
  if (field.orNull && r.chance(0.5)) return null;
  if (name === "valve") return r.chance(0.05) ? "9X" : r.pick(known.valves);
  if (name === "stop") return r.chance(0.8) ? known.stop : r.pick(known.stops);
  if (name === "pass" && r.chance(0.8)) return known.pass;
  if (name === "reading") return r.chance(0.2) ? randomUUID() : known.lastId;
  const { rule } = field;
  switch (rule.is) {
    case "leaf": {
      const mm = r.int(0, 40) / 100;
      return { mm, text: `${mm.toFixed(2)} mm` };
    }
    case "word":
      return r.pick(rule.of);
    case "number": {
      // Mostly small; now and then as large as the core admits, for the database must take that too.
      const span = rule.most - rule.least;
      const figure = rule.least + r.next() * (r.chance(0.15) ? span : Math.min(span, 3));
      return rule.whole === true
        ? Math.round(figure)
        : Math.round((figure + (rule.above === true ? 0.001 : 0)) * 1000) / 1000;
    }
    case "flag":
      return r.chance(0.5);
    case "id":
      return known.lastId;
    case "text":
      return r.chance(0.5) ? "girdle" : "as found";
  }
}
interface Known {
  readonly valves: readonly string[];
  readonly stops: readonly string[];
  readonly stop: string;
  readonly pass: string;
  readonly lastId: string;
}

/** What the rules are mostly about. */
const OFTEN = ["left", "left", "reading", "locked", "set", "arrived", "turned-over", "closed"] as const;

function randomEntry(r: Random, { job }: JobRecord, kept: readonly KeptEntry[]): Entry {
  const any: EntryKind = r.chance(0.4) ? r.pick(OFTEN) : r.pick(ENTRY_KIND_NAMES);
  // After it nothing is taken any more: not before the ledger is long.
  const kind = any === "called-off" && kept.length < 30 ? "reading" : any;
  const state = jobState(job, kept);
  // Mostly at the valve that was touched last: between two steps is where slips are made.
  const touched = kept.findLast((e) => "valve" in e);
  const valve = touched !== undefined && "valve" in touched && r.chance(0.6) ? touched.valve : r.pick(job.valves).id;
  const work = state.valves.get(valve)?.work ?? [];
  const known: Known = {
    valves: [valve],
    stops: job.route.map((s) => s.letter),
    stop: state.stop?.letter ?? "A",
    pass: passAfter(work),
    lastId: work.at(-1)?.id ?? randomUUID(),
  };
  const fields = Object.entries<Field<unknown>>(ENTRY_KINDS[kind].fields).map(([name, f]) => [
    name,
    valueOf(r, name, f, known),
  ]);
  const takesBack = kind === "withdrawn" || r.chance(0.05);
  const supersedes = takesBack ? (r.chance(0.8) && kept.length > 0 ? r.pick(kept).id : randomUUID()) : null;
  return { id: randomUUID(), supersedes, kind, ...Object.fromEntries(fields) } as Entry;
}

/** As it is kept: figures to a millionth. */
const kept6 = (entry: Entry): Entry =>
  JSON.parse(JSON.stringify(entry, (_key, v: unknown) => (typeof v === "number" ? Math.round(v * 1e6) / 1e6 : v)));

class RolledBack extends Error {}

/** What the database says of an entry; it stays only where the core admitted it. */
async function offer(
  found: JobRecord,
  kept: readonly KeptEntry[],
  entry: Entry,
  by: string,
  at: Date,
  keep: boolean,
) {
  try {
    return await owner.transaction(async (tx) => {
      const row = {
        ...rowOf(entry),
        shopId: actor.shopId,
        jobId: found.row.id,
        seq: kept.length + 1,
        personId: by,
        at,
      };
      const [made] = await tx.insert(entries).values(row).returning();
      if (!keep || made === undefined) throw new RolledBack();
      return { kept: entryOf(made), refused: null };
    });
  } catch (error) {
    if (error instanceof RolledBack) return { kept: null, refused: null };
    const cause = (error as { cause?: { message?: string; code?: string } }).cause;
    return { kept: null, refused: `${cause?.code ?? ""} ${cause?.message ?? String(error)}` };
  }
}

describe("a random ledger", () => {
  const refusedBy = new Set<string>();
  it.each(GEAR_TASK_KINDS)("is the same to core and database: %s", async (kind) => {
    for (let game = 0; game < 4; game++) {
      const r = random(20_261 + game * 97 + GEAR_TASK_KINDS.indexOf(kind));
      const found = await open(kind, kind === "preload" && game % 2 === 1);
      const { job } = found;
      const set = await findFeelerSet(db, actor.shopId, setId);
      if (set === null) throw new Error("no set");
      const engine = new MadeUpEngine(
        job,
        screwAdjuster(found.row.engineFile.adjuster ?? {}),
        {
          set,
          lashMm: Object.fromEntries(job.valves.map((v) => [v.id, r.int(20, 45) / 100])),
          lockShiftMm: -0.01,
          shimsMm: Object.fromEntries(job.valves.map((v) => [v.id, 2.5])),
          openerClosers: {
            plugs: 4,
            gear: "belts off",
            overstatesMm: 0.01,
            valves: Object.fromEntries(
              job.valves.map((v) => [v.id, { openerMm: 2.85, closerMm: 6.4, rightMm: 6.45 }]),
            ),
          },
        },
        HANDS[kind],
      );
      const mechanic = new Mechanic(engine, randomUUID);
      const kept: KeptEntry[] = [];
      let nowMs = Date.parse("2026-11-25T08:00:00Z");
      for (let step = 0; step < 130; step++) {
        nowMs += r.int(5, 120) * 1000;
        const asked = r.chance(0.45) ? mechanic.next(kept, nowMs) : null;
        if (asked !== null && "waitMs" in asked) nowMs += r.chance(0.7) ? asked.waitMs : 0;
        const offered = asked === null || "waitMs" in asked ? [randomEntry(r, found, kept)] : asked;
        for (const entry of offered.map(kept6)) {
          const by = entry.kind === "signed" && r.chance(0.5) ? other : actor.person.id;
          const why = refusal(job, jobState(job, kept), entry, { personId: by, nowMs });
          const said = await offer(found, kept, entry, by, new Date(nowMs), why === null);
          if (said.refused !== null) {
            refusedBy.add(said.refused.slice(0, 5));
            expect(why, `the database says ${said.refused} to ${JSON.stringify(entry)}`).not.toBeNull();
          }
          if (why === null)
            expect(said.kept).toEqual({
              ...entry,
              seq: kept.length + 1,
              personId: by,
              personName: by === other ? "Bo" : "Ada",
              at: new Date(nowMs).toISOString(),
              madeAt: new Date(nowMs).toISOString(),
            });
          if (said.kept !== null) kept.push(said.kept);
        }
      }
      expect(kept.length).toBeGreaterThan(15);
    }
  });
  it("met most of the rules of the ledger that the database holds by itself", () => {
    // Changed it is nowhere here, and of the shape of its kind always.
    const ofLedger = Object.values(SQL_STATES).filter((s) => s < "FL013" && s !== "FL001" && s !== "FL006");
    expect(ofLedger.filter((s) => !refusedBy.has(s))).toEqual([]);
  });
});
