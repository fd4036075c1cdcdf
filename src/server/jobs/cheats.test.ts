/**
 * Ways to cheat a ledger, one list: each is tried through the server's own door, and some at the database itself. None is
 * taken, none leaves anything behind, and the sheet says afterwards what it said before.
 */
import { randomUUID } from "node:crypto";
import { sql } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import { PLAIN_CHECKS } from "@/core/job/jobs.testing";
import { mark, readBy } from "@/core/job/jobs.testing";
import { cautionsFor } from "@/core/job/prepare";
import type { KeptEntry } from "@/core/job/ledger/entry";
import { type Database, ofShop } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { findJob } from "@/db/queries/jobs";
import { addEngine } from "../engines/engines";
import type { Actor } from "../http/who";
import { colleague, newShop } from "../http/shop.testing";
import { addFeelerSet } from "../shop/feelerSets";
import { openJob } from "./openJob";
import { openJobInput } from "./openJobInput";
import { readLedger, record, recordInput } from "./record";
import { loadSheet } from "./sheet";

const FIGURES = { nominal: "0.20 mm", low: "0.15 mm", high: "0.25 mm" };
const FILE = engineFile(["1", "2"], {
  cam: MILD_CAM,
  lash: { state: "cold", intake: FIGURES, exhaust: FIGURES },
  adjuster: { kind: "screw", at: "valve-end", pitch: 1 },
});

let db: Database;
let end: () => Promise<void>;
let ada: Actor;
let bo: Actor;
let stranger: Actor;
/** A job in the middle of its first stop, and one that Ada closed. */
const at = { open: "", closed: "", stop: "", valve: "", other: "", notHere: "", notHereStop: "" };
let openLedger: KeptEntry[];
let closedLedger: KeptEntry[];

const fresh = () => ({ id: randomUUID(), supersedes: null });
const reading = (more: object = {}) => readBy({ id: randomUUID(), valve: at.other, stop: at.stop, ...more });
const send = (who: Actor, job: string, ...entries: object[]) => record(db, who, job, recordInput.parse({ entries }));

beforeAll(async () => {
  let owner: Database;
  ({ db, owner, end } = await testDatabase(inject("databaseUrl")));
  ada = await newShop(owner);
  db = ofShop(db, ada.shopId);
  bo = await colleague(owner, ada);
  stranger = await newShop(owner);
  const [engineId, setId] = [randomUUID(), randomUUID()];
  await addEngine(db, ada, { id: engineId, text: JSON.stringify(FILE), serial: "", runningHours: null });
  await addFeelerSet(db, ada, { id: setId, name: "Set", system: "metric", marks: "0.10 0.15 0.20 0.25 0.30 0.35" });
  const open = () =>
    openJob(
      db,
      ada,
      openJobInput.parse({
        id: randomUUID(),
        engineId,
        state: "cold",
        temperatureC: 18,
        feelerSetId: setId,
        method: "firing-order",
        cautions: cautionsFor(FILE, "cold").map((c) => c.id),
      }),
    );
  at.open = await open();
  at.closed = await open();
  const route = (await findJob(db, ada.shopId, at.open))?.job.route ?? [];
  const [first, last] = [route[0], route.at(-1)];
  at.stop = first?.letter ?? "";
  [at.valve = "", at.other = ""] = first?.valves.map((v) => v.valve) ?? [];
  at.notHere = last?.valves[0]?.valve ?? "";
  at.notHereStop = last?.letter ?? "";
  const found = reading({ valve: at.valve });
  await send(ada, at.open, { ...fresh(), kind: "arrived", stop: at.stop }, found);
  for (const stop of route) {
    await send(ada, at.closed, { ...fresh(), kind: "arrived", stop: stop.letter });
    for (const { valve } of stop.valves) {
      const r = reading({ valve, stop: stop.letter });
      await send(ada, at.closed, r, { ...fresh(), kind: "left", valve, reading: r.id, reason: null });
    }
  }
  for (const item of ["recheck", ...PLAIN_CHECKS])
    await send(ada, at.closed, { ...fresh(), kind: "checked", item, reason: item === "recheck" ? "told so" : null });
  await send(ada, at.closed, { ...fresh(), kind: "closed" });
  openLedger = await readLedger(db, ada.shopId, at.open);
  closedLedger = await readLedger(db, ada.shopId, at.closed);
});
afterAll(() => end());

const last = (ledger: readonly KeptEntry[], kind: string): string =>
  ledger.findLast((e) => e.kind === kind)?.id ?? "";

/** What is sent, to which job and by whom; built late, since ids are known only then. */
type Cheat = () => readonly [who: Actor, job: string, ...entries: object[]];

const CHEATS: Readonly<Record<string, Cheat>> = {
  // Striking out.
  "a signature that strikes out an as-left": () => [
    bo,
    at.closed,
    { ...fresh(), kind: "signed", supersedes: last(closedLedger, "left") },
  ],
  "a signature that strikes out the closing": () => [
    bo,
    at.closed,
    { ...fresh(), kind: "signed", supersedes: last(closedLedger, "closed") },
  ],
  "a pause that strikes out a reading": () => [
    ada,
    at.open,
    { ...fresh(), kind: "paused", reason: "x", supersedes: last(openLedger, "reading") },
  ],
  "a reading that strikes out another": () => [
    ada,
    at.open,
    { ...reading(), supersedes: last(openLedger, "reading") },
  ],
  "taking back in a closed job": () => [
    ada,
    at.closed,
    { ...fresh(), kind: "withdrawn", supersedes: last(closedLedger, "left") },
  ],
  "taking back the closing": () => [
    ada,
    at.closed,
    { ...fresh(), kind: "withdrawn", supersedes: last(closedLedger, "closed") },
  ],
  "taking back what is in another job": () => [
    ada,
    at.open,
    { ...fresh(), kind: "withdrawn", supersedes: last(closedLedger, "left") },
  ],
  "taking back what is nowhere": () => [ada, at.open, { ...fresh(), kind: "withdrawn", supersedes: randomUUID() }],
  "taking back nothing": () => [ada, at.open, { ...fresh(), kind: "withdrawn" }],
  "taking back the crank under work": () => [
    ada,
    at.open,
    { ...fresh(), kind: "withdrawn", supersedes: last(openLedger, "arrived") },
  ],
  // After the end.
  "a reading in a closed job": () => [ada, at.closed, reading({ stop: at.stop, valve: at.valve })],
  "opening a valve again in a closed job": () => [
    ada,
    at.closed,
    { ...fresh(), kind: "reopened", valve: at.valve, reason: "again" },
  ],
  "closing twice": () => [ada, at.closed, { ...fresh(), kind: "closed" }],
  "signing one's own work": () => [ada, at.closed, { ...fresh(), kind: "signed" }],
  "signing what is not closed": () => [bo, at.open, { ...fresh(), kind: "signed" }],
  "closing with valves open": () => [ada, at.open, { ...fresh(), kind: "closed" }],
  // Somebody else's.
  "another shop's job": () => [stranger, at.open, reading()],
  "another shop's job, closed": () => [stranger, at.closed, { ...fresh(), kind: "signed" }],
  "the id of an entry for another": () => [ada, at.open, { ...reading(), id: last(openLedger, "reading") }],
  "the id of an entry of another job": () => [
    ada,
    at.open,
    { ...fresh(), kind: "paused", reason: "x", id: last(closedLedger, "left") },
  ],
  "one id twice in a batch": () => {
    const id = randomUUID();
    return [ada, at.open, reading({ id }), { ...fresh(), kind: "paused", reason: "x", id }];
  },
  // What the sender may not say.
  "a time of one's own": () => [ada, at.open, { ...reading(), at: "2001-01-01T00:00:00Z" }],
  "a place of one's own": () => [ada, at.open, { ...reading(), seq: 1 }],
  "a name of one's own": () => [ada, at.open, { ...reading(), personName: "Bo" }],
  "a person of one's own": () => [ada, at.open, { ...reading(), personId: randomUUID() }],
  // What was not in hand.
  "a text that says another figure": () => [ada, at.open, reading({ goes: mark(0.2, "0.10 mm") })],
  "a leaf of no set": () => [ada, at.open, reading({ goes: mark(0.213) })],
  "a set that is not here": () => [ada, at.open, reading({ instrument: "Moon set" })],
  "a gauge that holds nothing": () => [ada, at.open, reading({ school: "gauge", value: null })],
  "wires at a valve without a plunger": () => [ada, at.open, reading({ school: "wire", instrument: "wires" })],
  "a leaf thinner than nothing": () => [ada, at.open, reading({ goes: mark(-0.05) })],
  "the leaf that goes thicker than the one that does not": () => [
    ada,
    at.open,
    reading({ goes: mark(0.3), noGo: mark(0.25) }),
  ],
  "the same leaf goes and does not": () => [ada, at.open, reading({ goes: mark(0.2), noGo: mark(0.2) })],
  // What the engine does not allow.
  "a stop that is none": () => [ada, at.open, { ...fresh(), kind: "arrived", stop: "Nowhere" }],
  "a reading at a stop where the crank is not": () => [
    ada,
    at.open,
    reading({ valve: at.notHere, stop: at.notHereStop }),
  ],
  "a valve that this stop does not serve": () => [ada, at.open, reading({ valve: at.notHere })],
  "a valve of another engine": () => [ada, at.open, reading({ valve: "9X" })],
  "a reading as left of what nobody found": () => [ada, at.open, reading({ pass: "as-left" })],
  "a re-check before anything was left": () => [ada, at.open, reading({ valve: at.valve, pass: "re-check" })],
  "left on no reading": () => [
    ada,
    at.open,
    { ...fresh(), kind: "left", valve: at.other, reading: randomUUID(), reason: null },
  ],
  "left on another valve's reading": () => [
    ada,
    at.open,
    { ...fresh(), kind: "left", valve: at.other, reading: last(openLedger, "reading"), reason: null },
  ],
  "left out of spec without a reason": () => {
    const r = reading({ goes: mark(0.3), noGo: mark(0.35) });
    return [ada, at.open, r, { ...fresh(), kind: "left", valve: at.other, reading: r.id, reason: null }];
  },
  "left with its lock loose": () => {
    const r = reading();
    return [
      ada,
      at.open,
      r,
      { ...fresh(), kind: "set", valve: at.other, stop: at.stop, turns: 0.1, aimMm: null, locked: false },
      { ...fresh(), kind: "left", valve: at.other, reading: r.id, reason: "so" },
    ];
  },
  "a lock tightened that was not loose": () => [
    ada,
    at.open,
    { ...fresh(), kind: "locked", valve: at.valve, stop: at.stop },
  ],
  "a turn before it was read": () => [
    ada,
    at.open,
    { ...fresh(), kind: "set", valve: at.other, stop: at.stop, turns: 0.1, aimMm: null, locked: true },
  ],
  "a turn of more than any screw has": () => [
    ada,
    at.open,
    { ...fresh(), kind: "set", valve: at.valve, stop: at.stop, turns: 51, aimMm: null, locked: true },
  ],
  "zero lash where there is no lifter": () => [
    ada,
    at.open,
    { ...fresh(), kind: "zeroed", valve: at.valve, stop: at.stop, school: "spin" },
  ],
  "a part where a screw sets the gap": () => [
    ada,
    at.open,
    { ...fresh(), kind: "fitted", valve: at.valve, stop: at.stop, fromMm: 2.5, lengthMm: 2.6 },
  ],
  "a part with a place in stock that nobody took it from": () => [
    ada,
    at.open,
    { ...fresh(), kind: "fitted", valve: at.valve, stop: at.stop, fromMm: 2.5, lengthMm: 2.6, partFrom: "part x" },
  ],
  "a bridge where there is none": () => [
    ada,
    at.open,
    { ...fresh(), kind: "bridged", valve: at.valve, stop: at.stop, turned: true },
  ],
  "a part tightened that is not there": () => [ada, at.open, { ...fresh(), kind: "tightened", part: "girdle" }],
  "an answer to what nobody asked": () => [
    ada,
    at.open,
    { ...fresh(), kind: "answered", question: "alike", reason: "x" },
  ],
  "a valve left unread that was read": () => [
    ada,
    at.open,
    { ...fresh(), kind: "skipped", valve: at.valve, reason: "Out of reach" },
  ],
  "calling off what is closed": () => [
    ada,
    at.closed,
    { ...fresh(), kind: "called-off", reason: "Begun by mistake" },
  ],
  "calling off without a reason": () => [ada, at.open, { ...fresh(), kind: "called-off", reason: " " }],
  // A good entry that carries a bad one.
  "a reading with a cheat behind it": () => [ada, at.open, reading(), { ...fresh(), kind: "signed" }],
};

describe("no cheat is taken", () => {
  it("of forty and more", () => expect(Object.keys(CHEATS).length).toBeGreaterThanOrEqual(40));

  it.each(Object.keys(CHEATS))("%s", async (name) => {
    const [who, job, ...entries] = (CHEATS[name] as Cheat)();
    const outcome = await Promise.resolve()
      .then(() => send(who, job, ...entries))
      .then(
        () => "taken",
        (error: Error & { status?: number }) => error.status ?? error.name,
      );
    expect([403, 404, 409, 422, "ZodError"]).toContain(outcome);
    expect(await readLedger(db, ada.shopId, at.open)).toEqual(openLedger);
    expect(await readLedger(db, ada.shopId, at.closed)).toEqual(closedLedger);
  });

  it("at the database, as the app signs in", async () => {
    const before = (await loadSheet(db, ada, at.closed)).sheet;
    const id = last(closedLedger, "left");
    for (const statement of [
      sql`update entries set reason = 'x' where id = ${id}`,
      sql`delete from entries where id = ${id}`,
      sql`truncate entries`,
      sql`update jobs set opened_by_name = 'Bo' where id = ${at.closed}`,
      sql`update job_valves set low_mm = 0 where job_id = ${at.closed}`,
      sql`delete from jobs where id = ${at.closed}`,
      sql`update people set name = 'Bo' where id = ${ada.person.id}`,
      sql`insert into people (id, shop_id, name, role) values (gen_random_uuid(), ${ada.shopId}, 'Eve', 'lead')`,
      sql`insert into shops (id, name) values (gen_random_uuid(), 'Eve')`,
      sql`alter table entries disable trigger all`,
      sql`drop trigger entries_takes_back on entries`,
      sql`set role none; update entries set reason = 'x'`,
      sql`set session_replication_role = replica`,
      sql`insert into entries (id, shop_id, job_id, seq, person_id, kind, supersedes) values (gen_random_uuid(), ${ada.shopId}, ${at.closed}, 999, ${bo.person.id}, 'signed', ${id})`,
      sql`insert into entries (id, shop_id, job_id, seq, person_id, kind) values (gen_random_uuid(), ${ada.shopId}, ${at.closed}, 999, ${ada.person.id}, 'signed')`,
      sql`insert into entries (id, shop_id, job_id, seq, person_id, kind, subject) values (gen_random_uuid(), ${stranger.shopId}, ${at.open}, 999, ${stranger.person.id}, 'ordered', 'x')`,
    ])
      await expect(db.execute(statement)).rejects.toThrow();
    expect(await readLedger(db, ada.shopId, at.closed)).toEqual(closedLedger);
    expect((await loadSheet(db, ada, at.closed)).sheet).toEqual(before);
  });
});
