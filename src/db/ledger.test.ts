/** What the database itself refuses, whatever the app does. */
import { randomUUID } from "node:crypto";
import { eq, sql } from "drizzle-orm";
import pg from "pg";
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from "vitest";
import type { Role } from "@/core/shop/person";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import { type Database, ofShop } from "./connect";
import { testDatabase } from "./freshDatabase.testing";
import { prepareDatabase } from "./prepare";
import { ledgerFaults } from "./queries/ledgerFaults";
import { engineModels, engines, entries, feelerLeaves, feelerSets, jobValves, jobs, people, shops } from "./schema";

let db: Database;
let ownerDb: Database;
let end: () => Promise<void>;
let url: string;

beforeAll(async () => {
  ({ db, owner: ownerDb, ownerUrl: url, end } = await testDatabase(inject("databaseUrl")));
});
afterAll(() => end());

/** What the database says, cause and all. */
async function refusal(work: PromiseLike<unknown>): Promise<string> {
  try {
    await work;
    return "taken";
  } catch (error) {
    const cause = (error as { cause?: { message?: string; constraint?: string } }).cause;
    return `${cause?.constraint ?? ""} ${cause?.message ?? String(error)}`;
  }
}

const ids = { shop: "", person: "", set: "", engine: "", job: "" };
beforeEach(async () => {
  for (const key of Object.keys(ids) as (keyof typeof ids)[]) ids[key] = randomUUID();
  const model = randomUUID();
  const file = engineFile(["1"], { cam: MILD_CAM });
  await ownerDb.insert(shops).values({ id: ids.shop, name: "A shop" });
  await ownerDb.insert(people).values({ id: ids.person, shopId: ids.shop, name: "Ada", role: "mechanic" });
  db = ofShop(db, ids.shop);
  await db.insert(feelerSets).values({ id: ids.set, shopId: ids.shop, name: "Set", system: "metric" });
  await db.insert(engineModels).values({ id: model, shopId: ids.shop, file });
  await db.insert(engines).values({ id: ids.engine, shopId: ids.shop, modelId: model });
  await db.insert(jobs).values(newJob());
  await db.insert(jobValves).values(
    ["1I", "1E"].map((valve, position) => ({
      shopId: ids.shop,
      jobId: ids.job,
      valve,
      position,
      cylinder: "1",
      role: "intake" as const,
      nominalMm: 0.2,
      lowMm: 0.15,
      highMm: 0.25,
    })),
  );
});

const newJob = (more: Partial<typeof jobs.$inferInsert> = {}): typeof jobs.$inferInsert => ({
  id: ids.job,
  shopId: ids.shop,
  engineId: ids.engine,
  openedBy: ids.person,
  state: "cold",
  feelerSetId: ids.set,
  method: "two-stop",
  task: "screw",
  requiredMarginDeg: 10,
  cautions: ["read"],
  engineFile: engineFile(["1"]),
  route: [{ letter: "A" } as never],
  ...more,
});

let seq = 0;
type Row = typeof entries.$inferInsert;
const row = (kind: Row["kind"], more: Partial<Row> = {}): Row => ({
  id: randomUUID(),
  shopId: ids.shop,
  jobId: ids.job,
  personId: ids.person,
  seq: ++seq,
  kind,
  ...more,
});
const reading = (valve: string, goesMm: number, noGoMm: number, more: Partial<Row> = {}): Row =>
  row("reading", {
    valve,
    stop: "A",
    pass: "as-found",
    goesMm,
    noGoMm,
    goesText: `${goesMm} mm`,
    noGoText: `${noGoMm} mm`,
    ...more,
  });
async function put(r: Row): Promise<string> {
  await db.insert(entries).values(r);
  return r.id;
}
async function otherPerson(role: Role = "lead"): Promise<string> {
  const other = randomUUID();
  await ownerDb.insert(people).values({ id: other, shopId: ids.shop, name: `Bo ${other}`, role });
  return other;
}
const faultsHere = async () => (await ledgerFaults(db)).filter((f) => f.jobId === ids.job);
async function leave(valve: string): Promise<string> {
  const readingId = await put(reading(valve, 0.2, 0.25));
  return put(row("left", { valve, readingId }));
}

describe("the ledger", () => {
  it("can't be changed, deleted or emptied by the app's role", async () => {
    const id = await put(reading("1I", 0.2, 0.25));
    expect(await refusal(db.update(entries).set({ goesMm: 0.1 }).where(eq(entries.id, id)))).toMatch(
      /permission denied/,
    );
    expect(await refusal(db.delete(entries).where(eq(entries.id, id)))).toMatch(/permission denied/);
    expect(await refusal(db.execute(sql`truncate entries cascade`))).toMatch(/permission denied/);
  });
  it("can't be changed by the owner either", async () => {
    const id = await put(reading("1I", 0.2, 0.25));
    const owner = (q: ReturnType<typeof sql>): Promise<string> => refusal(ownerDb.execute(q));
    expect(await owner(sql`update entries set goes_mm = 0.1 where id = ${id}`)).toMatch(/append-only/);
    expect(await owner(sql`delete from entries where id = ${id}`)).toMatch(/append-only/);
    expect(await owner(sql`truncate entries cascade`)).toMatch(/append-only/);
    expect(await owner(sql`update jobs set state = 'hot' where id = ${ids.job}`)).toMatch(/append-only/);
  });

  it.each<[string, () => Row, RegExp]>([
    ["a leaf that goes and a thinner one that does not", () => reading("1I", 0.3, 0.25), /entries_reading_sense/],
    ["a reading of 40 mm", () => reading("1I", 39, 40), /entries_reading_sense/],
    ["a negative gap", () => reading("1I", -0.1, 0.25), /entries_reading_sense/],
    ["a reading without its other end", () => reading("1I", 0.2, 0.25, { noGoMm: null }), /reading needs no_go_mm/],
    ["a reading without a stop", () => reading("1I", 0.2, 0.25, { stop: null }), /reading needs stop/],
    ["a valve that the job does not have", () => reading("9X", 0.2, 0.25), /entries_valve/],
    ["an entry of a valve without one", () => row("set"), /set needs valve, stop/],
    ["an arrival without a stop", () => row("arrived"), /arrived needs stop/],
    ["taking back nothing", () => row("withdrawn"), /only taking back names another entry/],
    [
      "superseding an entry that is not there",
      () => row("withdrawn", { supersedes: randomUUID() }),
      /entries_supersedes/,
    ],
    [
      "a held value outside its own reading",
      () => reading("1I", 0.2, 0.25, { school: "gauge", valueMm: 0.3, valueText: "0.300 mm" }),
      /entries_value/,
    ],
    [
      "a school of a set",
      () => row("set", { valve: "1I", stop: "A", locked: true, school: "drag" }),
      /set has no school/,
    ],
    ["a check of nothing known", () => row("checked", { subject: "weather" }), /checked needs subject/],
    ["an answer to no question", () => row("answered", { reason: "x" }), /answered needs subject/],
    ["a pause without a reason", () => row("paused"), /paused needs reason/],
    ["an empty reason", () => reading("1I", 0.2, 0.25, { reason: "  " }), /entries_reason/],
    ["somebody of no shop", () => row("arrived", { stop: "A", personId: randomUUID() }), /entries_person/],
    ["another shop's name on it", () => row("arrived", { stop: "A", shopId: randomUUID() }), /row-level security/],
    [
      "leaving a valve on a reading that is not its last",
      () => row("left", { valve: "1I", readingId: randomUUID() }),
      /last reading only/,
    ],
    ["closing while valves are open", () => row("closed"), /not done: 1I, 1E/],
  ])("refuses %s", async (_name, make, why) => expect(await refusal(db.insert(entries).values(make()))).toMatch(why));

  it("refuses the same id twice, and the same place twice", async () => {
    const first = reading("1I", 0.2, 0.25);
    await put(first);
    expect(await refusal(db.insert(entries).values(first))).toMatch(/entries_key/);
    const [{ seq: taken } = { seq: 0 }] = await db.select().from(entries).where(eq(entries.id, first.id));
    expect(await refusal(ownerDb.insert(entries).values({ ...row("arrived", { stop: "A" }), seq: taken }))).toMatch(
      /entries_in_order/,
    );
  });
  it("lets an entry be superseded once only", async () => {
    const id = await put(reading("1I", 0.3, 0.35));
    await put(row("withdrawn", { supersedes: id }));
    expect(await refusal(db.insert(entries).values(row("withdrawn", { supersedes: id })))).toMatch(
      /entries_superseded_once/,
    );
  });
  it("says itself when, in which place and by whom, whatever the app says", async () => {
    const made = new Date("2001-01-01T00:00:00Z");
    const ids_ = [
      await put(row("arrived", { stop: "A", seq: 77, at: made, madeAt: made, personName: "Somebody" })),
      await put(row("paused", { reason: "dinner", madeAt: new Date(Date.now() + 3_600_000) })),
    ];
    const kept = await db.select().from(entries).where(eq(entries.jobId, ids.job)).orderBy(entries.seq);
    expect(kept.map((e) => [e.id, e.seq, e.personName])).toEqual([
      [ids_[0], 1, "Ada"],
      [ids_[1], 2, "Ada"],
    ]);
    const [job] = await db.select().from(jobs).where(eq(jobs.id, ids.job));
    expect(job?.openedByName).toBe("Ada");
    for (const e of kept) {
      expect(Math.abs(e.at.getTime() - Date.now())).toBeLessThan(60_000);
      // Neither before its job was opened nor after it was taken.
      expect(e.madeAt.getTime()).toBeGreaterThanOrEqual(job?.openedAt.getTime() ?? Infinity);
      expect(e.madeAt.getTime()).toBeLessThanOrEqual(e.at.getTime());
    }
  });
  it("keeps the name that signed when somebody is called otherwise later", async () => {
    const id = await put(row("arrived", { stop: "A" }));
    await ownerDb.update(people).set({ name: "Ada Other" }).where(eq(people.id, ids.person));
    const [kept] = await db.select().from(entries).where(eq(entries.id, id));
    expect(kept?.personName).toBe("Ada");
  });
  it("lets nothing but taking back name another entry, least of all a signature", async () => {
    const id = await put(reading("1I", 0.2, 0.25));
    const naming = [
      reading("1I", 0.2, 0.25),
      row("paused", { reason: "dinner" }),
      row("left", { valve: "1I", readingId: id }),
    ];
    for (const r of naming)
      expect(await refusal(db.insert(entries).values({ ...r, supersedes: id }))).toMatch(/only taking back names/);
    const left = await leave("1I");
    await leave("1E");
    const closed = await put(row("closed"));
    for (const supersedes of [left, closed])
      expect(
        await refusal(db.insert(entries).values(row("signed", { personId: await otherPerson(), supersedes }))),
      ).toMatch(/only taking back names/);
  });
  it("keeps what an apprentice may not do alone with the name of whoever gave their word, and nothing else", async () => {
    const personId = await otherPerson("apprentice");
    const skip = (more: Partial<Row>) => row("skipped", { valve: "1I", reason: "Stud sheared", personId, ...more });
    expect(await refusal(db.insert(entries).values(skip({})))).toMatch(/gives their word/);
    for (const wordBy of [await otherPerson("apprentice"), personId, randomUUID()])
      expect(await refusal(db.insert(entries).values(skip({ wordBy })))).toMatch(/this word does not count/);
    const wordBy = await otherPerson("mechanic");
    await put(skip({ wordBy, wordByName: "Somebody Else" }));
    const read = reading("1E", 0.2, 0.25);
    expect(await refusal(db.insert(entries).values({ ...read, personId, reason: "No room" }))).toMatch(/their word/);
    await put({ ...read, personId });
    const kept = await db.select().from(entries).where(eq(entries.jobId, ids.job)).orderBy(entries.seq);
    expect(kept.map((e) => [e.kind, e.wordByName])).toEqual([
      ["skipped", `Bo ${wordBy}`],
      ["reading", null],
    ]);
  });
  it("takes no taking back back", async () => {
    const id = await put(reading("1I", 0.3, 0.35));
    const taken = await put(row("withdrawn", { supersedes: id }));
    expect(await refusal(db.insert(entries).values(row("withdrawn", { supersedes: taken })))).toMatch(/stays so/);
  });
  it("lists what of before a rule breaks it, and shows the sheet as it stood", async () => {
    expect(await faultsHere()).toEqual([]);
    await leave("1I");
    const left = await leave("1E");
    await put(row("closed"));
    const asOwner = new pg.Client({ connectionString: url });
    await asOwner.connect();
    // As it was taken before the rule was there.
    await asOwner.query("alter table entries disable trigger entries_takes_back");
    await asOwner.query(
      "insert into entries (id, shop_id, job_id, person_id, seq, kind, supersedes) select $1, shop_id, job_id, $2, 99, 'signed', id from entries where id = $3",
      [randomUUID(), await otherPerson(), left],
    );
    await asOwner.query("alter table entries enable trigger entries_takes_back");
    await asOwner.end();
    expect(await faultsHere()).toEqual([
      expect.objectContaining({
        seq: 99,
        kind: "signed",
        why: expect.stringMatching(/^names left at place \d+, which only/),
      }),
    ]);
    const open = await db.execute(sql`select * from open_valves(${ids.shop}, ${ids.job})`);
    expect(open.rows).toEqual([]);
  });
  it("leaves a valve out of band with a reason only", async () => {
    const readingId = await put(reading("1I", 0.3, 0.35));
    expect(await refusal(db.insert(entries).values(row("left", { valve: "1I", readingId })))).toMatch(
      /outside its band/,
    );
    expect(await refusal(db.insert(entries).values(row("left", { valve: "1I", readingId, reason: "seized" })))).toBe(
      "taken",
    );
  });
  it("takes a reading of exactly the limits as in, also through inches", async () => {
    const readingId = await put(reading("1I", 0.15, 0.25));
    expect(await refusal(db.insert(entries).values(row("left", { valve: "1I", readingId })))).toBe("taken");
  });
  it("leaves no valve with its lock loose", async () => {
    const readingId = await put(reading("1I", 0.2, 0.25, { pass: "set" }));
    expect(await refusal(db.insert(entries).values(row("left", { valve: "1I", readingId })))).toMatch(
      /lock of valve 1I is loose/,
    );
  });
  it("opens a valve again, and then does not close", async () => {
    await leave("1I");
    await leave("1E");
    await put(row("reopened", { valve: "1I", reason: "ticks" }));
    expect(await refusal(db.insert(entries).values(row("closed")))).toMatch(/not done: 1I/);
  });
  it("is signed once, after closing, by another person", async () => {
    const other = await otherPerson();
    expect(await refusal(db.insert(entries).values(row("signed", { personId: other })))).toMatch(
      /closed before it is signed/,
    );
    await leave("1I");
    await leave("1E");
    await put(row("closed"));
    expect(await refusal(db.insert(entries).values(row("signed")))).toMatch(/can't sign it/);
    await put(row("signed", { personId: other }));
    expect(await refusal(db.insert(entries).values(row("signed", { personId: other })))).toMatch(
      /entries_signed_once/,
    );
  });
  it("closes once, when every valve is left, and then takes nothing more", async () => {
    await leave("1I");
    const taken = await leave("1E");
    await put(row("withdrawn", { supersedes: taken }));
    expect(await refusal(db.insert(entries).values(row("closed")))).toMatch(/not done: 1E/);
    await leave("1E");
    await put(row("closed"));
    expect(await refusal(db.insert(entries).values(row("arrived", { stop: "A" })))).toMatch(/the job is closed/);
  });
});

describe("records", () => {
  it.each<[string, () => PromiseLike<unknown>, RegExp]>([
    [
      "a job without cautions",
      () => db.insert(jobs).values(newJob({ id: randomUUID(), cautions: [] })),
      /jobs_cautions/,
    ],
    ["a job without stops", () => db.insert(jobs).values(newJob({ id: randomUUID(), route: [] })), /jobs_route/],
    [
      "a job neither cold nor hot",
      () => db.insert(jobs).values(newJob({ id: randomUUID(), state: "warm" as never })),
      /jobs_state/,
    ],
    [
      "a job on another shop's engine",
      () => db.insert(jobs).values(newJob({ id: randomUUID(), engineId: randomUUID() })),
      /jobs_engine/,
    ],
    [
      "a crossed band",
      () =>
        db.insert(jobValves).values({
          shopId: ids.shop,
          jobId: ids.job,
          valve: "2I",
          position: 9,
          cylinder: "2",
          role: "intake",
          nominalMm: 0.2,
          lowMm: 0.3,
          highMm: 0.4,
        }),
      /job_valves_band/,
    ],
    [
      "a leaf of no thickness",
      () =>
        db
          .insert(feelerLeaves)
          .values({ id: randomUUID(), shopId: ids.shop, setId: ids.set, mmMark: "0", thicknessMm: 0 }),
      /feeler_leaves_thickness/,
    ],
    [
      "a leaf without a mark",
      () => db.insert(feelerLeaves).values({ id: randomUUID(), shopId: ids.shop, setId: ids.set, thicknessMm: 0.1 }),
      /feeler_leaves_marked/,
    ],
    [
      "another format of engine file",
      () => db.insert(engineModels).values({ id: randomUUID(), shopId: ids.shop, file: { format: "x/1" } as never }),
      /engine_models_format/,
    ],
    [
      "negative hours",
      () => db.update(engines).set({ runningHours: -1 }).where(eq(engines.id, ids.engine)),
      /engines_hours/,
    ],
    [
      "two people of one name",
      () => ownerDb.insert(people).values({ id: randomUUID(), shopId: ids.shop, name: "Ada", role: "lead" }),
      /people_name_once/,
    ],
  ])("refuse %s", async (_name, work, why) => expect(await refusal(work())).toMatch(why));

  it("keep an inch figure without loss", async () => {
    const id = await put(reading("1I", 0.2032, 0.2159));
    const [kept] = await db.select().from(entries).where(eq(entries.id, id));
    expect(kept).toMatchObject({ goesMm: 0.2032, noGoMm: 0.2159 });
  });
});

describe("the app's role", () => {
  it("is nobody else's, owns nothing, and makes no shops and no people", async () => {
    const who = await db.transaction(async (tx) => {
      await tx.execute(sql`set role none`);
      return tx.execute(
        sql`select current_user as name, rolsuper or rolcreaterole or rolcreatedb as may from pg_roles where rolname = current_user`,
      );
    });
    expect(who.rows).toEqual([{ name: "fulcrata_app", may: false }]);
    const owned = await db.execute(sql`select 1 from pg_class where relowner = current_user::regrole`);
    expect(owned.rows).toEqual([]);
    expect(await refusal(db.insert(shops).values({ id: randomUUID(), name: "Another" }))).toMatch(
      /permission denied/,
    );
    expect(
      await refusal(db.insert(people).values({ id: randomUUID(), shopId: ids.shop, name: "Cy", role: "lead" })),
    ).toMatch(/permission denied/);
  });
});

describe("preparing", () => {
  it("may be repeated, and run twice at once", async () => {
    await Promise.all([prepareDatabase(url), prepareDatabase(url)]);
    expect((await db.select().from(shops)).length).toBeGreaterThan(0);
  });
});
