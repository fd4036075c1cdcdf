/** A job over the server's own doors: opened, worked on twice over, refused where the trade refuses. */
import { randomUUID } from "node:crypto";
import { eq, sql } from "drizzle-orm";
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from "vitest";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import type { EngineFile } from "@/core/engine/engineFile";
import { cautionsFor } from "@/core/job/prepare";
import { PLAIN_CHECKS } from "@/core/job/jobs.testing";
import type { Entry } from "@/core/job/ledger/entry";
import { type Database, ofShop } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { findJob } from "@/db/queries/jobs";
import { rowOf } from "@/db/queries/entryRows";
import { entries, people } from "@/db/schema";
import type { Actor } from "../http/who";
import { colleague, newShop } from "../http/shop.testing";
import { addEngine, changeSpec, findEngine, readEngineFile } from "../engines/engines";
import { addFeelerSet, allFeelerSets, changeFeelerSet, listFeelerSets, readMarks } from "../shop/feelerSets";
import { jobAgain } from "./beginAgain";
import { live } from "./live";
import { loadRun } from "./loadRun";
import { openJob } from "./openJob";
import { openJobInput, type OpenJob } from "./openJobInput";
import { setHabits } from "../shop/people";
import { readLedger, record, recordInput } from "./record";
import { loadSheet, sheetCsv } from "./sheet";

let db: Database;
let owner: Database;
let end: () => Promise<void>;
let actor: Actor;
let engineId: string;
let setId: string;

const LASH = {
  state: "cold" as const,
  intake: { nominal: "0.20 mm", low: "0.15 mm", high: "0.25 mm" },
  exhaust: { nominal: 0.3, low: 0.25, high: 0.35 },
};
const FILE = engineFile(["1", "2", "4", "3"], {
  cam: MILD_CAM,
  lash: LASH,
  adjuster: { kind: "screw", at: "valve-end", pitch: 1 },
});

beforeAll(async () => {
  ({ db, owner, end } = await testDatabase(inject("databaseUrl")));
});
afterAll(() => end());

beforeEach(async () => {
  actor = await newShop(owner);
  db = ofShop(db, actor.shopId);
  engineId = randomUUID();
  setId = randomUUID();
  await addEngine(db, actor, { id: engineId, text: JSON.stringify(FILE), serial: "S1", runningHours: 100 });
  await addFeelerSet(db, actor, { id: setId, name: "Set", system: "metric", marks: "0.10 0.15 0.20 0.25 0.30 0.35" });
});

/** Through the validator, as a request would come. */
const opening = (more: Partial<OpenJob> = {}): OpenJob =>
  openJobInput.parse({
    id: randomUUID(),
    engineId,
    state: "cold",
    temperatureC: 18,
    feelerSetId: setId,
    method: "two-stop",
    cautions: cautionsFor(FILE, "cold").map((c) => c.id),
    ...more,
  });
const fresh = () => ({ id: randomUUID(), supersedes: null });
const mark = (mm: number) => ({ mm, text: `${mm.toFixed(2)} mm` });
const reading = (valve: string, stop: string, goes: number, noGo: number): Entry & { kind: "reading" } => ({
  ...fresh(),
  kind: "reading",
  valve,
  stop,
  pass: "as-found",
  goes: mark(goes),
  noGo: mark(noGo),
  school: "go-no-go",
  value: null,
  instrument: null,
  reason: null,
});
const sentence = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => "taken",
    (e: Error) => e.message,
  );
/** Through the validator, as a request would come. */
const add = (jobId: string, ...entries: Entry[]) => record(db, actor, jobId, recordInput.parse({ entries }));

async function whole(jobId: string): Promise<void> {
  const found = await findJob(db, actor.shopId, jobId);
  for (const stop of found?.job.route ?? []) {
    await add(jobId, { ...fresh(), kind: "arrived", stop: stop.letter });
    for (const { valve } of stop.valves) {
      const r = valve.endsWith("I") ? reading(valve, stop.letter, 0.2, 0.25) : reading(valve, stop.letter, 0.3, 0.35);
      await add(jobId, r, { ...fresh(), kind: "left", valve, reading: r.id, reason: null });
    }
  }
  const checks = ["recheck", ...PLAIN_CHECKS] as const;
  await add(
    jobId,
    ...checks.map((item): Entry => ({
      ...fresh(),
      kind: "checked",
      item,
      reason: item === "recheck" ? "told so" : null,
    })),
  );
}

describe("opening a job", () => {
  it("is harmless when repeated, and keeps what it was opened with", async () => {
    const input = opening();
    expect(await openJob(db, actor, input)).toBe(input.id);
    expect(await openJob(db, actor, input)).toBe(input.id);
    await changeSpec(db, actor, engineId, { lash: { ...LASH, intake: { nominal: 0.5 } } });
    const found = await findJob(db, actor.shopId, input.id);
    expect(found?.job.valves[0]?.spec).toMatchObject({ nominalMm: 0.2, lowMm: 0.15, highMm: 0.25 });
    expect(found?.job.route.map((s) => s.letter)).toEqual(["A", "B"]);
    expect(found?.row.runningHours).toBe(100);
  });
  it("keeps what the counter shows, with the engine as well; one that runs backwards is asked about", async () => {
    const input = opening({ hours: 140.5 });
    await openJob(db, actor, input);
    await openJob(db, actor, input);
    expect((await findJob(db, actor.shopId, input.id))?.row.runningHours).toBe(140.5);
    expect((await findEngine(db, actor.shopId, engineId))?.runningHours).toBe(140.5);
    expect(await sentence(openJob(db, actor, opening({ hours: 90 })))).toMatch(/was its counter changed\?/);
    await openJob(db, actor, opening({ hours: 90, hoursSure: true }));
    expect((await findEngine(db, actor.shopId, engineId))?.runningHours).toBe(90);
  });
  it.each<[string, () => Partial<OpenJob>, RegExp]>([
    ["a caution that was not ticked", () => ({ cautions: ["data-first"] }), /tick every caution/],
    [
      "the other state of the engine",
      () => ({ state: "hot", cautions: cautionsFor(FILE, "hot").map((c) => c.id) }),
      /spec is for a cold engine/,
    ],
    ["a set of no shop", () => ({ feelerSetId: randomUUID() }), /feeler set of this shop/],
    ["an engine that is not there", () => ({ engineId: randomUUID() }), /not in the shop/],
  ])("refuses %s", async (_name, more, why) =>
    expect(await sentence(openJob(db, actor, opening(more())))).toMatch(why),
  );
  it("refuses a method that has no stop on this engine, and keeps the settings that a route was laid with", async () => {
    const twin = randomUUID();
    await addEngine(db, actor, {
      id: twin,
      text: JSON.stringify({ ...FILE, firingAnglesDeg: FILE.firingOrder.map((_, i) => i * 50) }),
      serial: "S2",
      runningHours: null,
    });
    expect(await sentence(openJob(db, actor, opening({ engineId: twin, method: "rocking" })))).toMatch(
      /no stop on this engine/,
    );
    const id = await openJob(
      db,
      actor,
      opening({ method: "opening-closing", servingOrder: "cylinder", openingShare: 0.2, closingShare: 0.5 }),
    );
    const found = await findJob(db, actor.shopId, id);
    expect(found?.row).toMatchObject({
      servingOrder: "cylinder",
      openingShare: 0.2,
      closingShare: 0.5,
      marksOnly: false,
    });
    expect(found?.job).toMatchObject({ order: "cylinder" });
    expect(found?.job.route[0]?.sights?.[0]).toMatchObject({ cylinder: "1" });
  });
  it("refuses hydraulic gear, and an engine without a spec", async () => {
    const other = async (part: object): Promise<string> => {
      const id = randomUUID();
      await addEngine(db, actor, {
        id,
        text: JSON.stringify({ ...FILE, ...part }),
        serial: null,
        runningHours: null,
      });
      return sentence(openJob(db, actor, opening({ engineId: id })));
    };
    expect(await other({ adjuster: { kind: "hydraulic" } })).toMatch(/preload/);
    expect(await other({ lash: undefined })).toMatch(/no lash spec/);
    expect(await other({ lash: { ...LASH, intake: { nominal: 0.2, low: 0.3 } } })).toMatch(/low limit is above/);
  });
  it("leaves valves without a spec out", async () => {
    await changeSpec(db, actor, engineId, { lash: { state: "cold", exhaust: LASH.exhaust } });
    const id = await openJob(db, actor, opening());
    expect((await findJob(db, actor.shopId, id))?.job.valves.map((v) => v.id)).toEqual(["1E", "2E", "3E", "4E"]);
  });
  it("asks for the state in words", () => {
    expect(openJobInput.safeParse({ ...opening(), state: "" }).error?.issues[0]?.message).toBe(
      "Say whether the engine is cold or hot.",
    );
  });
});

describe("adding entries", () => {
  it("counts an entry that is sent twice once, also at the same moment", async () => {
    const jobId = await openJob(db, actor, opening());
    await add(jobId, { ...fresh(), kind: "arrived", stop: "A" });
    const r = reading("1I", "A", 0.3, 0.35);
    const set: Entry = {
      ...fresh(),
      kind: "set",
      valve: "1I",
      stop: "A",
      turns: 0.123456789,
      aimMm: 0.2,
      locked: true,
    };
    await Promise.all([add(jobId, r, set), add(jobId, r, set), add(jobId, r, set)]);
    const ledger = await add(jobId, r, set);
    expect(ledger.map((e) => e.kind)).toEqual(["arrived", "reading", "set"]);
  });
  it("keeps all of a batch or nothing of it", async () => {
    const jobId = await openJob(db, actor, opening());
    await add(jobId, { ...fresh(), kind: "arrived", stop: "A" });
    const r = reading("1I", "A", 0.3, 0.35);
    const why = await sentence(add(jobId, r, { ...fresh(), kind: "left", valve: "1I", reading: r.id, reason: null }));
    expect(why).toMatch(/1I is loose/);
    expect(await readLedger(db, actor.shopId, jobId)).toHaveLength(1);
  });
  it("refuses an id that was used for something else", async () => {
    const jobId = await openJob(db, actor, opening());
    const arrived: Entry = { ...fresh(), kind: "arrived", stop: "A" };
    await add(jobId, arrived);
    expect(await sentence(add(jobId, { ...arrived, stop: "B" }))).toMatch(/id is used/);
    const other = await openJob(db, actor, opening());
    expect(await sentence(add(other, arrived))).toMatch(/id is used/);
  });
  it("keeps the order by valve when many write at once", async () => {
    const jobId = await openJob(db, actor, opening());
    await add(jobId, { ...fresh(), kind: "arrived", stop: "A" });
    const valves = ["1I", "1E", "2E", "3I"];
    await Promise.all(
      valves.map(async (valve) => {
        for (let n = 0; n < 5; n++) await add(jobId, { ...reading(valve, "A", 0.1, 0.15) });
      }),
    );
    const ledger = await readLedger(db, actor.shopId, jobId);
    expect(ledger).toHaveLength(21);
    expect(ledger.map((e) => e.seq)).toEqual(ledger.map((_, i) => i + 1));
  });
  it.each<[string, unknown, RegExp]>([
    [
      "a reading of 40 mm",
      {
        ...fresh(),
        kind: "reading",
        valve: "1I",
        stop: "A",
        pass: "as-found",
        goes: mark(40),
        noGo: mark(41),
        reason: null,
      },
      /No lash is over 10 mm/,
    ],
    ["an unknown field", { ...fresh(), kind: "closed", note: "x" }, /unrecognized|Unrecognized/],
    ["no entry at all", undefined, /./],
  ])("validates again: %s", (_name, entry, why) => {
    const parsed = recordInput.safeParse({ entries: entry === undefined ? [] : [entry] });
    expect(parsed.error?.message).toMatch(why);
  });
  it("knows no job of another shop", async () => {
    const jobId = await openJob(db, actor, opening());
    const stranger = await newShop(owner);
    expect(await sentence(record(db, stranger, jobId, { entries: [{ ...fresh(), kind: "closed" }] }))).toMatch(
      /no such job/,
    );
    expect(await sentence(readLedger(db, actor.shopId, "not-an-id"))).toMatch(/no such job/);
    expect(await loadRun(db, stranger, jobId)).toBeNull();
  });
});

describe("the sheet", () => {
  it("holds every valve as found and as left, as JSON and as CSV", async () => {
    const jobId = await openJob(db, actor, opening());
    await whole(jobId);
    await add(jobId, { ...fresh(), kind: "closed" });
    const { sheet } = await loadSheet(db, actor, jobId);
    expect(sheet).toMatchObject({
      format: "fulcrata-sheet/1",
      closedBy: "Ada",
      state: "cold",
      engine: { serial: "S1", runningHours: 100, counter: { count: 100, unit: "h" } },
    });
    expect(sheet.valves).toHaveLength(8);
    for (const v of sheet.valves) expect(v.asLeft?.verdict).toBe("in");
    const lines = sheetCsv(sheet).trim().split("\r\n");
    expect(lines).toHaveLength(9);
    expect(lines[1]).toContain("1I,1,intake,0.2,0.15,0.25,A,0.20–0.25 mm,0.20 mm,0.25 mm");
  });
  it("is what the next job is told about last time", async () => {
    const jobId = await openJob(db, actor, opening(), new Date(Date.now() - 1000));
    await whole(jobId);
    await add(jobId, { ...fresh(), kind: "closed" });
    const next = await loadRun(db, actor, await openJob(db, actor, opening()));
    expect(next?.lastTime["1I"]).toMatchObject({
      reading: { goes: { text: "0.20 mm" } },
      usedSince: { count: 0, unit: "h" },
    });
  });
});

describe("two people", () => {
  const second = (): Promise<Actor> => colleague(owner, actor);
  it("see each other's entries and hands, and not those of other shops", async () => {
    const jobId = await openJob(db, actor, opening());
    const bo = await second();
    const [mine, theirs] = [randomUUID(), randomUUID()];
    expect(await live(db, bo, jobId, { after: 0, device: theirs, valve: "1E" })).toMatchObject({
      entries: [],
      others: [],
    });
    await add(jobId, { ...fresh(), kind: "arrived", stop: "A" });
    const seen = await live(db, actor, jobId, { after: 0, device: mine, valve: "1I" });
    expect(seen.entries.map((e) => e.kind)).toEqual(["arrived"]);
    expect(seen.others).toEqual([{ person: "Bo", valve: "1E" }]);
    expect(await live(db, bo, jobId, { after: 1, device: theirs, valve: null })).toMatchObject({
      entries: [],
      others: [{ person: "Ada", valve: "1I" }],
    });
    expect(await sentence(live(db, await newShop(owner), jobId, { after: 0, device: mine, valve: null }))).toMatch(
      /no such job/,
    );
  });
  it("sign what the other one closed, and nobody their own", async () => {
    const jobId = await openJob(db, actor, opening());
    await whole(jobId);
    await add(jobId, { ...fresh(), kind: "closed" });
    expect(await sentence(add(jobId, { ...fresh(), kind: "signed" }))).toMatch(/second person/);
    const bo = await second();
    await record(db, bo, jobId, recordInput.parse({ entries: [{ ...fresh(), kind: "signed" }] }));
    expect((await loadSheet(db, actor, jobId)).sheet).toMatchObject({ closedBy: "Ada", signedBy: "Bo" });
  });
  it("read with what lies ready, and by the figures that they say", async () => {
    const jobId = await openJob(db, actor, opening());
    await add(jobId, { ...fresh(), kind: "arrived", stop: "A" });
    const read = {
      ...fresh(),
      kind: "reading",
      valve: "1I",
      stop: "A",
      pass: "as-found",
      school: "go-no-go",
    } as const;
    const leaves = { goes: { mm: 0.2, text: "0.20 mm" }, noGo: { mm: 0.25, text: "0.25 mm" } };
    const offer = (more: object): Promise<string> =>
      sentence(add(jobId, { ...read, ...leaves, value: null, instrument: null, reason: null, ...more }));
    expect(await offer({ goes: { mm: 0.2, text: "0.45 mm" } })).toMatch(/"0.45 mm" is not 0.2 mm/);
    expect(await offer({ goes: { mm: 0.22, text: "0.22 mm" } })).toMatch(/no leaf of Set/);
    expect(await offer({ instrument: "Moon set" })).toMatch(/No Moon set lies ready/);
    expect(await offer({ stop: "Nowhere" })).toMatch(/stands at stop A/);
    expect(await offer({})).toBe("taken");
    // One that was kept before anybody asked for its leaves is only sent again.
    const before = {
      ...read,
      ...fresh(),
      ...leaves,
      valve: "1E",
      goes: { mm: 0.22, text: "0.22 mm" },
      value: null,
      instrument: null,
      reason: null,
    } as const;
    await owner
      .insert(entries)
      .values({ ...rowOf(before), shopId: actor.shopId, jobId, personId: actor.person.id, seq: 3 });
    expect(await sentence(add(jobId, before))).toBe("taken");
  });
  it("make only their own entries, and the sheet says what came late", async () => {
    const jobId = await openJob(db, actor, opening());
    const bo = await second();
    const pause = { ...fresh(), kind: "paused", reason: "dinner" } as const;
    const sent = { entries: [pause], by: bo.person.id };
    expect(await sentence(record(db, actor, jobId, recordInput.parse(sent)))).toMatch(/Somebody else made these/);
    await record(db, bo, jobId, recordInput.parse(sent));
    await owner.execute(sql`alter table jobs disable trigger user`);
    await owner.execute(sql`update jobs set opened_at = opened_at - interval '2 hours' where id = ${jobId}`);
    await owner.execute(sql`alter table jobs enable trigger user`);
    const madeAt = new Date(Date.now() - 3_600_000).toISOString();
    const late = { ...fresh(), kind: "paused", reason: "no network" } as const;
    await record(db, actor, jobId, recordInput.parse({ entries: [late], madeAt }));
    const { notes } = (await loadSheet(db, actor, jobId)).sheet;
    expect(notes).toEqual([
      { what: "Paused: dinner", by: "Bo", at: expect.any(String), arrivedAt: null },
      { what: "Paused: no network", by: "Ada", at: madeAt, arrivedAt: expect.any(String) },
    ]);
  });
  it("keep each their own school of feel", async () => {
    await setHabits(db, actor, { school: "overshoot" });
    const [row] = await db.select({ school: people.school }).from(people).where(eq(people.id, actor.person.id));
    expect(row?.school).toBe("overshoot");
  });
});

describe("what a job is opened with", () => {
  it("another source may rule, and the first stays beside it", async () => {
    const id = randomUUID();
    const card = { state: "cold" as const, source: "Cam card", intake: { nominal: 0.5 }, exhaust: { nominal: 0.6 } };
    await addEngine(db, actor, {
      id,
      text: JSON.stringify({ ...FILE, otherLash: [card] }),
      serial: "S9",
      runningHours: null,
    });
    const found = await findJob(db, actor.shopId, await openJob(db, actor, opening({ engineId: id, source: 1 })));
    expect(found?.job.valves[0]?.spec.nominalMm).toBe(0.5);
    expect(found?.row.engineFile.otherLash?.[0]).toMatchObject({ intake: { nominal: "0.20 mm" } });
    expect(await sentence(openJob(db, actor, opening({ engineId: id, source: 5 })))).toMatch(/no such source/);
  });
  it("a temperature that does not go with the state is said twice", async () => {
    expect(await sentence(openJob(db, actor, opening({ temperatureC: 70 })))).toMatch(/70 °C is not cold/);
    expect(await sentence(openJob(db, actor, opening({ temperatureC: 70, temperatureSure: true })))).toBe("taken");
  });
  it("the other sets on hand, and what every valve was left at last time", async () => {
    const other = randomUUID();
    await addFeelerSet(db, actor, { id: other, name: "Second set", system: "inch", marks: ".008 .010" });
    const first = await openJob(
      db,
      actor,
      opening({ otherSetIds: [other, setId, other] }),
      new Date(Date.now() - 1000),
    );
    expect((await loadRun(db, actor, first))?.sets.map((s) => s.name)).toEqual(["Set", "Second set"]);
    await whole(first);
    await add(first, { ...fresh(), kind: "closed" });
    const next = await findJob(db, actor.shopId, await openJob(db, actor, opening()));
    expect(next?.job.lastTime["1I"]).toEqual({ lo: 0.2, hi: 0.25 });
  });
});

describe("engine files and feeler sets", () => {
  it("name the place of a slip", async () => {
    expect(() => readEngineFile("{ not json")).toThrow(/not JSON/);
    expect(() => readEngineFile(JSON.stringify({ ...FILE, firingOrder: ["1", "1"] }))).toThrow(/fires twice/);
    expect(await sentence(changeSpec(db, actor, randomUUID(), {}))).toMatch(/no such engine/);
    expect(await sentence(changeSpec(db, actor, engineId, { lash: { intake: { nominal: 1 } } }))).toMatch(/state/);
  });
  it("come back as they went in", async () => {
    expect((await findEngine(db, actor.shopId, engineId))?.file).toEqual(FILE);
    expect((await listFeelerSets(db, actor.shopId))[0]?.leaves.map((l) => l.mmMark)).toEqual([
      "0.10",
      "0.15",
      "0.20",
      "0.25",
      "0.30",
      "0.35",
    ]);
  });
  it("lay out no leaf that is worn, and take what is read with it all the same", async () => {
    const jobId = await openJob(db, actor, opening());
    const worn = (wornMm: number[]) => changeFeelerSet(db, actor, setId, { name: "Set", retired: false, wornMm });
    const laidOut = async () => (await loadRun(db, actor, jobId))?.sets[0]?.leaves.map((l) => l.mmMark);
    expect(await sentence(worn([0.1, 0.15, 0.2, 0.25, 0.3, 0.35]))).toMatch(/^No leaf of it would be left/);
    await worn([0.1, 0.25]);
    expect((await listFeelerSets(db, actor.shopId))[0]?.leaves.map((l) => l.mmMark)).toEqual(await laidOut());
    expect(await laidOut()).toEqual(["0.15", "0.20", "0.30", "0.35"]);
    expect((await allFeelerSets(db, actor.shopId))[0]?.wornMm).toEqual([0.1, 0.25]);
    // It was in somebody's hand, or waited on a device.
    const stop = (await findJob(db, actor.shopId, jobId))?.job.route[0];
    const letter = stop?.letter ?? "";
    expect(
      await sentence(
        add(
          jobId,
          { ...fresh(), kind: "arrived", stop: letter },
          reading(stop?.valves[0]?.valve ?? "", letter, 0.2, 0.25),
        ),
      ),
    ).toBe("taken");
    // Another name leaves them as they are; found again, they are back.
    await changeFeelerSet(db, actor, setId, { name: "My set", retired: false });
    expect((await allFeelerSets(db, actor.shopId))[0]).toMatchObject({ name: "My set", wornMm: [0.1, 0.25] });
    await worn([]);
    expect(await laidOut()).toHaveLength(6);
  });
  it.each<[string, "metric" | "inch", RegExp]>([
    ["0.25/.020", "metric", /contradict each other/],
    ["0.05 0.05", "metric", /stands there twice/],
    ["0.05 x", "metric", /not the mark of a leaf/],
    ["40", "metric", /up to 3 mm/],
    ["", "metric", /Type the marks/],
    ["0.5", "inch", /up to \.12 in/],
    [".002 .010 .030", "metric", /thickest leaf is 0.03 mm\? That looks like inches/],
    ["0.05 0.10 0.11", "inch", /thickest leaf is \.11 in\? That looks like mm/],
  ])("leaves %j are refused", (marks, system, why) => expect(() => readMarks(marks, system)).toThrow(why));
  it("keep both marks of a blade, and compute with the native one", () => {
    expect(readMarks("0.25/.010", "metric")).toEqual([{ mm: 0.25, mmMark: "0.25", inchMark: ".010" }]);
    expect(readMarks(".010/0.25", "inch")[0]?.mm).toBeCloseTo(0.254, 12);
  });
});

describe("a job that was begun under wrong figures", () => {
  it("is called off by beginning it again, and what was read stands in the new one, judged anew, with whoever read it", async () => {
    const other = await colleague(owner, actor);
    const old = await openJob(db, actor, opening());
    const { job } = (await findJob(db, actor.shopId, old)) ?? {};
    const at = job?.route[0];
    const [a = "", b = "", c = ""] = at?.valves.map((v) => v.valve) ?? [];
    const stop = at?.letter ?? "";
    await record(db, actor, old, { entries: [{ ...fresh(), kind: "arrived", stop }, reading(a, stop, 0.2, 0.25)] });
    await record(db, other, old, { entries: [reading(b, stop, 0.25, 0.3)] });
    const found = reading(c, stop, 0.3, 0.35);
    const loose = { ...fresh(), kind: "set", valve: c, stop, turns: 0.1, aimMm: 0.2, locked: false } as const;
    await record(db, actor, old, { entries: [found, loose] });
    const again = opening({ again: old, carry: true });
    await expect(openJob(db, actor, again)).rejects.toThrow(/The lock of .* is loose/);
    expect(await findJob(db, actor.shopId, again.id)).toBeNull();
    const engine = await findEngine(db, actor.shopId, engineId);
    if (engine === null) throw new Error("no engine");
    // On other gear nothing of it would be carried, and so it is not offered.
    const lifters: EngineFile = { ...engine.file, adjuster: { kind: "hydraulic", at: "pushrod-end", pitch: 1 } };
    expect(await jobAgain(db, actor.shopId, { ...engine, file: lifters }, old)).toMatchObject({ readings: 0 });
    expect(await jobAgain(db, actor.shopId, engine, old)).toMatchObject({
      readings: 2,
      notYet: expect.stringMatching(/is loose/),
    });
    await record(db, actor, old, { entries: [{ ...fresh(), kind: "locked", valve: c, stop }] });
    // The figures are put right in between.
    await changeSpec(db, actor, engineId, {
      lash: { state: "cold", intake: { nominal: 0.35 }, exhaust: { nominal: 0.35 } },
    });
    expect(await openJob(db, actor, again)).toBe(again.id);
    // Sent again it is begun once.
    expect(await openJob(db, actor, again)).toBe(again.id);
    expect(await readLedger(db, actor.shopId, again.id)).toMatchObject([
      { seq: 1, kind: "carried", from: expect.stringMatching(/^the job begun/), personId: actor.person.id },
      { kind: "reading", valve: a, pass: "as-found", goes: { mm: 0.2 }, personId: actor.person.id, instrument: null },
      { kind: "reading", valve: b, pass: "as-found", personId: other.person.id, personName: other.person.name },
    ]);
    expect((await readLedger(db, actor.shopId, old)).at(-1)).toMatchObject({ kind: "called-off" });
    const { sheet } = await loadSheet(db, actor, again.id);
    expect(sheet.valves.find((v) => v.valve === a)).toMatchObject({ nominalMm: 0.35, asFound: { verdict: "tight" } });
    expect(sheet.notes[0]?.what).toMatch(/Begun again under other figures/);
    // What has ended is not begun again, nor another engine's job, and none of it is left behind.
    for (const [of, why] of [
      [old, /called off/],
      [randomUUID(), /not one of this engine/],
    ] as const) {
      const input = opening({ again: of, carry: true });
      await expect(openJob(db, actor, input)).rejects.toThrow(why);
      expect(await findJob(db, actor.shopId, input.id)).toBeNull();
    }
  });
  it("carries nothing where that was not asked, and nothing but into an empty ledger", async () => {
    const old = await openJob(db, actor, opening());
    const { job } = (await findJob(db, actor.shopId, old)) ?? {};
    const [stop, valve] = [job?.route[0]?.letter ?? "", job?.route[0]?.valves[0]?.valve ?? ""];
    await record(db, actor, old, {
      entries: [{ ...fresh(), kind: "arrived", stop }, reading(valve, stop, 0.2, 0.25)],
    });
    const id = await openJob(db, actor, opening({ again: old }));
    expect(await readLedger(db, actor.shopId, id)).toEqual([]);
    await record(db, actor, id, { entries: [{ ...fresh(), kind: "arrived", stop }] });
    const row = { ...rowOf({ ...fresh(), kind: "carried", from: "elsewhere" }), seq: 2, personId: actor.person.id };
    await expect(owner.insert(entries).values({ ...row, shopId: actor.shopId, jobId: id })).rejects.toMatchObject({
      cause: { code: "FL024" },
    });
    await expect(record(db, actor, id, { entries: [{ ...fresh(), kind: "carried", from: "x" }] })).rejects.toThrow(
      /where a job is begun again/,
    );
  });
});
