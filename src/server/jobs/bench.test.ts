/** What lies on the bench, and what is found there, by name, serial, notes and a job's note. */
import { randomUUID } from "node:crypto";
import { sql } from "drizzle-orm";
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from "vitest";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import { cautionsFor } from "@/core/job/prepare";
import { type Database, ofShop } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import type { Actor } from "../http/who";
import { newShop } from "../http/shop.testing";
import { addEngine, archiveEngine, changeEngine } from "../engines/engines";
import { addFeelerSet, allFeelerSets, changeFeelerSet, listFeelerSets } from "../shop/feelerSets";
import { loadBench, searchBench } from "./bench";
import { openJob } from "./openJob";
import { openJobInput } from "./openJobInput";
import { record, recordInput } from "./record";

let db: Database;
let owner: Database;
let end: () => Promise<void>;
let actor: Actor;
let setId: string;

beforeAll(async () => {
  ({ db, owner, end } = await testDatabase(inject("databaseUrl")));
});
afterAll(() => end());

const FILE = engineFile(["1", "2", "4", "3"], {
  cam: MILD_CAM,
  lash: { state: "cold", intake: { nominal: 0.2 }, exhaust: { nominal: 0.3 } },
});

async function engine(name: string, serial: string, notes?: string): Promise<string> {
  const id = randomUUID();
  const text = JSON.stringify({ ...FILE, name, ...(notes === undefined ? {} : { notes }) });
  await addEngine(db, actor, { id, text, serial, runningHours: null });
  return id;
}

async function job(engineId: string, note: string | null = null, otherSetIds: string[] = []): Promise<string> {
  const id = randomUUID();
  const cautions = cautionsFor(FILE, "cold").map((c) => c.id);
  const asked = {
    id,
    engineId,
    state: "cold",
    temperatureC: 18,
    feelerSetId: setId,
    method: "two-stop",
    cautions,
    note,
    otherSetIds,
  };
  await openJob(db, actor, openJobInput.parse(asked));
  return id;
}

const callOff = (jobId: string) =>
  record(
    db,
    actor,
    jobId,
    recordInput.parse({
      entries: [{ id: randomUUID(), supersedes: null, kind: "called-off", reason: "Wrong engine" }],
    }),
  );

beforeEach(async () => {
  actor = await newShop(owner);
  db = ofShop(db, actor.shopId);
  setId = randomUUID();
  await addFeelerSet(db, actor, { id: setId, name: "Set", system: "metric", marks: "0.15 0.20 0.25 0.30" });
});

describe("the bench", () => {
  it("has what is in hand, and what has ended only among the finished", async () => {
    const at = await engine("Ostby 4", "OS-1");
    const [open, ended] = [await job(at), await job(at)];
    await callOff(ended);
    const bench = await loadBench(db, actor.shopId);
    expect(bench.jobs.map((j) => [j.id, j.engine, j.serial])).toEqual([[open, "Ostby 4", "OS-1"]]);
    expect(bench.ended).toMatchObject([
      { id: ended, engine: "Ostby 4", serial: "OS-1", calledOff: true, valveCount: 8 },
    ]);
    expect(bench.further).toEqual([]);
  });
  it("draws the newest in full and has a line for each of the others", async () => {
    const at = await engine("Ostby 4", "OS-1");
    const ids: string[] = [];
    for (let i = 0; i < 14; i++) ids.unshift(await job(at));
    const { jobs, further } = await loadBench(db, actor.shopId);
    expect(jobs.map((j) => j.id)).toEqual(ids.slice(0, 12));
    expect(further.map((j) => [j.id, j.endedAt])).toEqual(ids.slice(12).map((id) => [id, null]));
  });
  it("shows the engines worked on last first, and says how many there are", async () => {
    const [first, second] = [await engine("Ostby 4", "OS-1"), await engine("Marrick 4", "M-1")];
    expect((await loadBench(db, actor.shopId)).engines).toMatchObject({
      engines: [{ id: second }, { id: first }],
      of: 2,
    });
    await job(first);
    expect((await loadBench(db, actor.shopId)).engines.engines.map((e) => e.id)).toEqual([first, second]);
  });
  it("has nothing of another shop", async () => {
    await job(await engine("Ostby 4", "OS-1"), "left tappet");
    actor = await newShop(owner);
    db = ofShop(db, actor.shopId);
    expect(await loadBench(db, actor.shopId)).toMatchObject({ jobs: [], ended: [], engines: { of: 0 } });
    expect(await searchBench(db, actor.shopId, "ostby")).toMatchObject({ jobs: [], engines: { of: 0 } });
    expect((await searchBench(db, actor.shopId, "tappet")).jobs).toEqual([]);
  });
  it("is kept by the database alone", async () => {
    const open = await job(await engine("Ostby 4", "OS-1"));
    await expect(db.execute(sql`delete from jobs_in_hand where job_id = ${open}`)).rejects.toThrow();
    await expect(
      db.execute(sql`insert into jobs_in_hand (shop_id, job_id) values (${actor.shopId}, ${open})`),
    ).rejects.toThrow();
  });
});

describe("what is looked for", () => {
  it("is found by words of name, serial and notes in any order, the beginning first", async () => {
    const names = async (text: string) => {
      const { engines } = (await searchBench(db, actor.shopId, text)).engines;
      return engines.map((e) => e.serial);
    };
    await engine("Old Marrick 4", "X-1");
    await engine("Marrick 4", "M-77", "in the boat house");
    await engine("Marrick 6", "M-78");
    expect(await names("marrick")).toEqual(["M-78", "M-77", "X-1"]);
    expect(await names("77 MARR")).toEqual(["M-77"]);
    expect(await names("boat 4")).toEqual(["M-77"]);
    expect(await names("m-7")).toEqual(["M-78", "M-77"]);
    expect(await names("ostby")).toEqual([]);
    // Signs are looked for as they stand.
    expect(await names("%")).toEqual([]);
    expect(await names("_")).toEqual([]);
    expect(await names("\\")).toEqual([]);
    expect(await names("' or true --")).toEqual([]);
    expect(await names("  \0 ")).toEqual([]);
  });
  it("has the jobs on such engines, newest first, and those with such a note", async () => {
    const [marrick, ostby] = [await engine("Marrick 4", "M-1"), await engine("Ostby 4", "OS-1")];
    const [older, newer] = [await job(marrick), await job(marrick)];
    await callOff(older);
    const noted = await job(ostby, "Ticks when cold");
    const found = async (text: string) =>
      (await searchBench(db, actor.shopId, text)).jobs.map((j) => [j.id, j.endedAt !== null]);
    expect(await found("marrick")).toEqual([
      [newer, false],
      [older, true],
    ]);
    expect(await found("cold ticks")).toEqual([[noted, false]]);
    expect(await found("")).toEqual([]);
  });
});

describe("what the shop has no more", () => {
  const sentence = (work: Promise<unknown>): Promise<string> =>
    work.then(
      () => "done",
      (e: Error) => e.message,
    );

  it("is an engine that goes from the bench, keeps its book, begins no job, and comes back", async () => {
    const id = await engine("Heron twin", "H-1");
    await changeEngine(db, actor, id, {
      file: { ...FILE, name: "Heron twin" },
      serial: "H-1",
      runningHours: 3,
      customer: "Quay ferry",
    });
    // What is not said stays as it was.
    await changeEngine(db, actor, id, { file: { ...FILE, name: "Heron twin" }, serial: "H-1", runningHours: 4 });
    const inHand = await job(id);
    expect(await sentence(archiveEngine(db, actor, id, { archived: true }))).toMatch(/^A job is in hand/);
    await callOff(inHand);
    await archiveEngine(db, actor, id, { archived: true });
    await archiveEngine(db, actor, id, { archived: true });
    expect((await loadBench(db, actor.shopId)).engines).toEqual({ engines: [], of: 0 });
    const found = await searchBench(db, actor.shopId, "quay");
    expect(found.engines.engines.map((e) => [e.id, e.customer, e.archived])).toEqual([[id, "Quay ferry", true]]);
    expect(found.jobs.map((j) => j.id)).toEqual([inHand]);
    expect(await sentence(job(id))).toMatch(/^This engine was archived/);
    await archiveEngine(db, actor, id, { archived: false });
    expect((await loadBench(db, actor.shopId)).engines.of).toBe(1);
    expect(await sentence(job(id))).toBe("done");
    expect(await sentence(archiveEngine(db, await newShop(owner), id, { archived: true }))).toMatch(
      /^There is no such/,
    );
  });

  it("is a feeler set that nothing new is begun with; the jobs that have it keep it", async () => {
    const id = await engine("Heron twin", "H-1");
    const before = await job(id);
    const [named] = await allFeelerSets(db, actor.shopId);
    await changeFeelerSet(db, actor, setId, { name: "Bent set", retired: true });
    expect(await listFeelerSets(db, actor.shopId)).toEqual([]);
    expect(await allFeelerSets(db, actor.shopId)).toEqual([{ ...named, name: "Bent set", retired: true }]);
    expect(await sentence(job(id))).toMatch(/^Choose a feeler set/);
    expect((await loadBench(db, actor.shopId)).jobs.map((j) => j.id)).toEqual([before]);
    const other = randomUUID();
    await addFeelerSet(db, actor, { id: other, name: "New set", system: "metric", marks: "0.20" });
    expect(await sentence(changeFeelerSet(db, actor, setId, { name: "New set", retired: true }))).toMatch(
      /^There is a set/,
    );
    await changeFeelerSet(db, actor, setId, { name: "Bent set", retired: false });
    expect(await sentence(job(id))).toBe("done");
    // Readings with a set that lies beside the job's own go by its name.
    const beside = await job(id, null, [other]);
    expect(await sentence(changeFeelerSet(db, actor, other, { name: "Old set", retired: false }))).toMatch(
      /^A job in hand has this set/,
    );
    await changeFeelerSet(db, actor, other, { name: "New set", retired: true });
    await callOff(beside);
    await changeFeelerSet(db, actor, other, { name: "Old set", retired: true });
    expect(await sentence(changeFeelerSet(db, await newShop(owner), setId, { name: "Mine", retired: true }))).toMatch(
      /^There is no such/,
    );
  });
});
