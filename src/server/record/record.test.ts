/** The record over the demo: written with each closing, kept up, and what is due after counters are read. */
import { randomUUID } from "node:crypto";
import { eq } from "drizzle-orm";
import ICAL from "ical.js";
import Papa from "papaparse";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { type Database, ofShop } from "@/db/connect";
import { type TestDatabase, demoTestDatabase } from "@/db/freshDatabase.testing";
import { dueEngines, dueThisWeek, fleetPage } from "./fleet";
import {
  engineForecasts,
  engineGeometry,
  engineModels,
  engineUse,
  engines,
  jobResults,
  people,
  shopCauses,
  shops,
  valveResults,
} from "@/db/schema";
import type { EngineFile } from "@/core/engine/engineFile";
import { geometryWords, typedOf } from "@/core/quick/keptRocker";
import type { KeptEntry } from "@/core/job/ledger/entry";
import { resultOf } from "@/core/job/record/resultOf";
import type { FleetQuestion } from "@/core/record/fleet";
import { nextLook } from "@/core/record/study";
import type { Actor } from "../http/who";
import { addCause, changeCause, ownCauses } from "../shop/ownCauses";
import { setHabits } from "../shop/people";
import { changeSettings } from "../shop/shopSettings";
import { addEngine, changeEngine } from "../engines/engines";
import { geometryOf, keepGeometry } from "../engines/geometry";
import { heavy } from "../heavy/heavy";
import { bookCsv, loadBook } from "./book";
import { dueCalendar, dueCsv } from "./dueFiles";
import { causesAt, expectedMm, turnedInBefore } from "./forRun";
import { beginStudy, endStudy, findStudy, handsOf, ownHand, readInStudy, studyInput } from "./gauge";
import { fallsBehind, keepUpRecord } from "./keepUp";
import { engineDue } from "./deadline";
import { lifeOfEngine } from "./life";
import { agrees, dayOf, lifterVisitsOf, resultFromLedger } from "./results";
import { changeInterval, countUse } from "./use";
import { countUseCsv } from "./useCsv";
import { besideWeek, loadWeekReport, mondayOf } from "./week";

let test: TestDatabase;
let db: Database;
let lead: Actor;
beforeAll(async () => {
  test = await demoTestDatabase(inject("databaseUrl"));
  const [shop] = await test.owner.select().from(shops);
  const [person] = await test.owner.select().from(people).where(eq(people.role, "lead"));
  if (shop === undefined || person === undefined) throw new Error("the demo has no lead");
  db = ofShop(test.db, shop.id);
  lead = { shopId: shop.id, shopName: shop.name, person };
}, 120_000);
afterAll(() => test.end());

const named = async (name: string): Promise<string> => {
  const [found] = await db
    .select({ id: engines.id })
    .from(engines)
    .innerJoin(engineModels, eq(engineModels.id, engines.modelId))
    .where(eq(engineModels.name, name));
  return found?.id ?? "";
};

const fileOf = async (name: string): Promise<EngineFile> => {
  const [found] = await db.select({ file: engineModels.file }).from(engineModels).where(eq(engineModels.name, name));
  if (found === undefined) throw new Error(`no ${name}`);
  return found.file;
};

describe("the record", () => {
  it("names the seat that sinks, by the hours that were counted", async () => {
    const life = await lifeOfEngine(db, lead.shopId, await named("Quillan G2"));
    expect(life.unit).toBe("h");
    expect(life.valves.map((v) => v.services.length)).toEqual([7, 7, 7, 7]);
    expect(life.forecast?.first).toBe("2E");
    const rate = life.forecast?.valves.find((v) => v.id === "2E")?.rate?.mean ?? 0;
    expect(rate * 100).toBeLessThan(-0.005);
  });
  it("counts nothing that another hand had left wrong, and begins anew after new seats", async () => {
    const life = await lifeOfEngine(db, lead.shopId, await named("Marle T2"));
    expect(life.valves.find((v) => v.valve === "1I")?.visits.map((v) => v.broken)).toEqual([
      null,
      "Another person or another set last time",
      null,
      "work on head or gear",
    ]);
    // Since the new seats nothing was found: no rate, and it is said so.
    expect(life.forecast?.unknown).toEqual(["1I", "1E", "2I", "2E"]);
  });
  it("tells at the engine what was to be expected, and what it was before", async () => {
    const quillan = await named("Quillan G2");
    const at = { at: new Date(), hours: 200 + 450 * 8 };
    const moved = await expectedMm(db, lead.shopId, quillan, at);
    expect(Object.keys(moved).sort()).toEqual(["1E", "1I", "2E", "2I"]);
    // Over the 450 hours since it was left.
    expect(moved["2E"]).toBeLessThan(-0.02);
    expect(await expectedMm(db, lead.shopId, quillan, { ...at, hours: null })).toEqual({});
    expect(await expectedMm(db, lead.shopId, randomUUID(), at)).toEqual({});
    // One job's answer for all its valves is one cause, not four.
    const causes = await causesAt(db, lead.shopId, await named("Marle T2"));
    expect(causes.filter((c) => c.answer === "Another person or another set last time")).toEqual([
      { role: "exhaust", answer: "Another person or another set last time", jobs: 1 },
      { role: "intake", answer: "Another person or another set last time", jobs: 1 },
    ]);
  });
  it("is made again where it lacks, the same as it was, and for another risk", async () => {
    const all = async () => ({
      jobs: await test.owner.select().from(jobResults).orderBy(jobResults.jobId),
      valves: await test.owner.select().from(valveResults).orderBy(valveResults.jobId, valveResults.position),
    });
    const before = await all();
    expect(before.jobs.length).toBeGreaterThan(12);
    expect(await fallsBehind(test.owner)).toBe(false);
    await test.owner.delete(valveResults);
    await test.owner.delete(jobResults);
    expect(await fallsBehind(test.owner)).toBe(true);
    await keepUpRecord(test.owner);
    expect(await all()).toEqual(before);
    expect(await fallsBehind(test.owner)).toBe(false);
    const useLeft = async () =>
      (await db.select({ left: engineForecasts.useLeft }).from(engineForecasts)).map((f) => f.left);
    const usual = await useLeft();
    await changeSettings(db, lead, { riskPercent: 20 });
    expect(await fallsBehind(test.owner)).toBe(true);
    await keepUpRecord(test.owner);
    expect(await fallsBehind(test.owner)).toBe(false);
    expect(await useLeft()).not.toEqual(usual);
  });
  it("foretells an engine whose job was closed right before the server went down", async () => {
    const [engine] = await test.owner.select().from(engineForecasts).limit(1);
    if (engine === undefined) throw new Error("no forecast");
    await test.owner
      .update(engineForecasts)
      .set({ fromAt: new Date(engine.fromAt.getTime() - 60_000), useLeft: null })
      .where(eq(engineForecasts.engineId, engine.engineId));
    expect(await fallsBehind(test.owner)).toBe(true);
    await keepUpRecord(test.owner);
    expect(await fallsBehind(test.owner)).toBe(false);
    const again = await test.owner
      .select()
      .from(engineForecasts)
      .where(eq(engineForecasts.engineId, engine.engineId));
    expect(again).toEqual([engine]);
  });
  it("counts no drift that the shop's own answer lays to a hand, from when it was on the list", async () => {
    const id = await named("Marle T2");
    const [visit] = (await lifeOfEngine(db, lead.shopId, id)).valves[0]?.visits.slice(-1) ?? [];
    const told = await resultFromLedger(db, lead.shopId, visit?.visit.jobId ?? "");
    if (told === null) throw new Error("no such job");
    const { record, entries } = told;
    const reading = entries.find((e) => e.kind === "reading" && e.valve === "1E");
    const at = new Date().toISOString();
    const answered: KeptEntry = {
      ...(reading as KeptEntry),
      ...{
        id: randomUUID(),
        supersedes: null,
        kind: "answered",
        question: `odd:${reading?.id}`,
        reason: "Gasket out",
        at,
      },
    };
    const breaks = async () =>
      resultOf(record.job, "routine", [...entries, answered], await ownCauses(db, lead.shopId, "all"))?.valves.find(
        (v) => v.valve === "1E",
      )?.breaks;
    expect(await breaks()).toBeNull();
    const cause = { id: randomUUID(), text: "Gasket out", check: null, side: "either" as const, notWear: true };
    await addCause(db, lead, cause);
    await addCause(db, lead, cause);
    // It was answered before it was on the list.
    expect(await breaks()).toBeNull();
    const later = { ...answered, at: new Date(Date.now() + 60_000).toISOString() };
    expect(
      resultOf(record.job, "routine", [...entries, later], await ownCauses(db, lead.shopId, "all"))?.valves.find(
        (v) => v.valve === "1E",
      )?.breaks,
    ).toBe("Gasket out");
    await expect(addCause(db, lead, { ...cause, id: randomUUID() })).rejects.toThrow(/on the list, or was/);
    await changeCause(db, lead, cause.id, { retired: true });
    expect((await ownCauses(db, lead.shopId, "live")).map((c) => c.text)).toEqual(["Cup of the adjuster worn"]);
    await expect(changeCause(db, lead, randomUUID(), { retired: true })).rejects.toThrow(/not on the list/);
    await expect(Promise.resolve(db.update(shopCauses).set({ notWear: false }))).rejects.toThrow();
  });
  it("keeps how deep each lifter was found and left, and what it moved", async () => {
    const id = await named("Corriemoor V6");
    const [visit] = await lifterVisitsOf(db, lead.shopId, id);
    const at = (valve: string) => visit?.lifters.find((l) => l.valve === valve);
    expect([at("5I")?.foundTurns, at("3E")?.foundTurns, at("2I")?.foundTurns]).toEqual([0.5, 0.75, null]);
    expect(at("5I")?.leftTurns).toBe(0.5);
    expect(at("5I")?.leftMm).toBeGreaterThan(0.2);
    expect(await agrees(db, lead.shopId, visit?.jobId ?? "")).toBe(true);
    const { book, unit } = await loadBook(db, lead, id);
    const told = book.visits.at(-1)?.lifters.find((l) => l.valve === "3E");
    expect(told).toMatchObject({ foundTurns: 0.75, leftTurns: 0.5, movedTurns: null });
    const [head = "", ...lines] = bookCsv(book).trimEnd().split("\r\n");
    expect(head).toMatch(/found_turns,found_plunger_mm,left_turns,left_plunger_mm,moved_turns$/);
    expect(lines.some((l) => /,3E,exhaust,0.75,/.test(l))).toBe(true);
    expect((await heavy("book.pdf", { book, unit, paper: "a4" }, lead.shopId)).length).toBeGreaterThan(3000);
    const begun = await turnedInBefore(db, lead.shopId, { engineId: id, openedAt: new Date(), runningHours: null });
    expect(begun["5I"]).toEqual({ turns: 0.5, usedSince: null });
  });
  it("can't be changed or taken back by the app", async () => {
    const why = (work: PromiseLike<unknown>) =>
      Promise.resolve(work).then(
        () => "taken",
        (error: unknown) => String((error as { cause?: unknown }).cause),
      );
    expect(await why(db.update(jobResults).set({ runningHours: 1 }))).toMatch(/permission denied/);
    expect(await why(db.delete(valveResults))).toMatch(/permission denied/);
  });
});

describe("what is due", () => {
  it("follows the counter and the rule, and a counter that runs backwards is asked about", async () => {
    const id = await named("Quillan G2");
    const due = async () => (await dueEngines(db, lead.shopId, dayOf(new Date()))).find((e) => e.id === id);
    const hours = (await due())?.hours ?? 0;
    const back = [{ engineId: id, hours: hours - 5, sure: false }];
    await expect(countUse(db, lead, { id: randomUUID(), lines: back })).rejects.toThrow(/was its counter changed\?/);
    const on = { id: randomUUID(), lines: [{ engineId: id, hours: hours + 60, sure: false }] };
    await countUse(db, lead, on);
    await countUse(db, lead, on);
    expect((await due())?.hours).toBe(hours + 60);
    await changeInterval(db, lead, id, { hours: null, days: 1, words: "at closing time" });
    expect((await due())?.due).toMatchObject({ rule: "days", why: "every day (at closing time)" });
    expect((await engineDue(db, lead.shopId, id, new Date())).interval).toMatchObject({ days: 1 });
    await expect(changeInterval(db, lead, randomUUID(), { hours: 1, days: null, words: null })).rejects.toThrow(
      /no such engine/,
    );
  });
  it("may be the same rule for all engines of a name, and comes after the first heat by itself where it was worked on", async () => {
    const day = dayOf(new Date());
    const whys = async (name: string) =>
      (await dueEngines(db, lead.shopId, day)).filter((e) => e.name === name).map((e) => e.due?.why ?? null);
    const pellam = await named("Pellam R4");
    await changeInterval(db, lead, pellam, { hours: null, days: 700, words: "before the season", alike: true });
    const told = await whys("Pellam R4");
    expect(told.filter((w) => w === "every 700 days (before the season)").length).toBeGreaterThan(0);
    expect(await whys("Marle T2")).toEqual(["worked on last time: read again after its first heat"]);
    await expect(
      changeInterval(db, lead, randomUUID(), { hours: null, days: 1, words: null, alike: true }),
    ).rejects.toThrow(/no such engine/);
  });
  it("takes counters from its own list, changed or not, and says which line can't be right", async () => {
    const day = dayOf(new Date());
    const list = dueCsv(await dueEngines(db, lead.shopId, day));
    const looks = () => db.$count(engineUse);
    const before = await looks();
    const take = (text: string, sure = false) => countUseCsv(db, lead, { id: randomUUID(), text, sure });
    expect(await take(list)).toBeGreaterThan(40);
    expect(await looks()).toBe(before);
    const [first = ""] = list.split("\r\n").filter((l) => l.startsWith("Fen 212"));
    const [name, serial, , shown] = Papa.parse<string[]>(first).data[0] ?? [];
    const again = (count: number, unit = "h") =>
      `engine,serial,counter,counter_unit\n${name},${serial},"${String(count).replace(".", ",")}",${unit}`;
    const id = randomUUID();
    const on = { id, text: again(Number(shown) + 1.5), sure: false };
    expect([await countUseCsv(db, lead, on), await countUseCsv(db, lead, on)]).toEqual([1, 1]);
    expect(await looks()).toBe(before + 1);
    await expect(take(again(Number(shown)))).rejects.toThrow(/was its counter changed\?/);
    expect(await take(again(Number(shown)), true)).toBe(1);
    await expect(take(again(1, "km"))).rejects.toThrow("Line 2: this engine counts running hours, not kilometers.");
    await expect(take(again(1, "miles"))).rejects.toThrow(/Line 2: "miles" is no unit/);
    await expect(take("engine,counter\nFen 212,5")).rejects.toThrow(/Line 2: \d+ engines are called "Fen 212"/);
    await expect(take("engine,counter\nNobody's,5")).rejects.toThrow(/Line 2: there is no engine "Nobody's"/);
    await expect(take("serial,counter\nx,-4")).rejects.toThrow(/Line 2: the counter "-4"/);
    await expect(take("serial,counter\nx,0x10")).rejects.toThrow(/Line 2: the counter "0x10"/);
    await expect(take("serial,counter\n,4")).rejects.toThrow(/Line 2: it names no engine/);
    await expect(take(`${again(5)}\n${name},${serial},6,h`)).rejects.toThrow(/Line 3: it is the engine of line 2/);
    await expect(take("engine,hours\nx,4")).rejects.toThrow(/name the columns/);
    await expect(take("engine,counter\nx,")).rejects.toThrow(/No line says/);
  });
  it("counts as the engine's counter does, which stays so once it was looked at", async () => {
    const [id, file] = [randomUUID(), { ...(await fileOf("Marle T2")), name: "Marle, by distance" }];
    const text = JSON.stringify(file);
    await addEngine(db, lead, { id, text, serial: "distance", runningHours: null, counterUnit: "km" });
    const change = (counterUnit: "mi" | "km", runningHours: number | null) =>
      changeEngine(db, lead, id, { file, serial: "distance", runningHours, counterUnit });
    await change("mi", null);
    await change("km", 42_000);
    await changeInterval(db, lead, id, { hours: 12_000, days: null, words: null });
    const due = (await engineDue(db, lead.shopId, id, new Date())).due;
    expect(due).toMatchObject({ why: "every 12000 km", atCount: 54_000, unit: "km", countLeft: 12_000, left: 240 });
    await expect(change("mi", 42_000)).rejects.toThrow(/goes on in that unit/);
    await expect(
      countUse(db, lead, { id: randomUUID(), lines: [{ engineId: id, hours: 41_000, sure: false }] }),
    ).rejects.toThrow("showed 42000 km before");
  });
  it("is looked for, filtered and sorted a page at a time; what has no rule stands last", async () => {
    const day = dayOf(new Date());
    const usual = { text: "", kind: "", within: "all", sort: "due", down: false, page: 1 } as const;
    const page = async (asked: Partial<FleetQuestion>) => fleetPage(db, lead.shopId, day, { ...usual, ...asked });
    const all = await dueEngines(db, lead.shopId, day);
    const [first, last] = [await page({}), await page({ page: 99 })];
    expect(first).toMatchObject({ page: 1, pages: 2 });
    expect(last.page).toBe(2);
    expect([...first.rows, ...last.rows].map((r) => r.id)).toEqual(all.map((r) => r.id));
    expect(last.rows.at(-1)?.due).toBeNull();
    const left = first.rows.map((r) => r.due?.left ?? Infinity);
    expect(left).toEqual([...left].sort((a, b) => a - b));
    const names = async (asked: Partial<FleetQuestion>) =>
      (await page(asked)).rows.map((r) => `${r.name} ${r.serial ?? ""}`);
    const quillan = await names({ text: " qUILLan g2 " });
    expect(quillan.length).toBeGreaterThan(0);
    expect(quillan.every((n) => n.startsWith("Quillan G2"))).toBe(true);
    // Not so together anywhere: what has all of the words; signs that a pattern would read stand for themselves.
    expect(await names({ text: "g4 quillan" })).toEqual(["Quillan G2 G4 1907"]);
    expect(await names({ text: "%" })).toEqual([]);
    const now = (await page({ within: "now" })).rows;
    expect(now.every((r) => (r.due?.left ?? 1) <= 0)).toBe(true);
    const week = await page({ within: "week" });
    const soon = await dueThisWeek(db, lead.shopId, day, 3);
    expect(soon.count).toBe(all.filter((r) => r.due !== null && r.due.left <= 7).length);
    expect(soon.engines.map((r) => r.id)).toEqual(week.rows.slice(0, 3).map((r) => r.id));
    const kind = first.sectors[0] ?? "";
    expect((await page({ kind })).rows.length).toBeLessThan(all.length);
    const byName = await names({ sort: "engine" });
    expect((await names({ sort: "engine", down: true }))[0]).not.toBe(byName[0]);
    expect((await page({ sort: "last" })).rows[0]?.lastAt).toBeNull();
    expect((await page({ sort: "last", down: true })).rows[0]?.lastAt).not.toBeNull();
  });
  it("is made again where it was not, as after an older version", async () => {
    const id = await named("Quillan G2");
    const before = (await engineDue(db, lead.shopId, id, new Date())).due;
    await test.owner.update(engines).set({ deadline: null, deadlineStale: true }).where(eq(engines.id, id));
    expect(await fallsBehind(test.owner)).toBe(true);
    await keepUpRecord(test.owner);
    expect(await fallsBehind(test.owner)).toBe(false);
    expect((await engineDue(db, lead.shopId, id, new Date())).due?.why).toBe(before?.why);
  });
  it("is a calendar in which each engine stands once", async () => {
    const all = await dueEngines(db, lead.shopId, dayOf(new Date()));
    const text = dueCalendar(lead.shopName, all, new Date("2026-11-28T12:00:00Z"));
    const uids = [...text.matchAll(/^UID:(.+)$/gm)].map((m) => m[1]);
    expect(uids.length).toBe(all.filter((e) => e.due?.day != null).length);
    expect(new Set(uids).size).toBe(uids.length);
    expect(text).toMatch(/^BEGIN:VCALENDAR\r\n/);
    // Another's parser takes it, twice, as a calendar does: what comes again takes the place of what was there.
    const taken = new Map<string, string>();
    for (const moved of [0, 3]) {
      const now = new Date(Date.UTC(2026, 10, 28 + moved, 12));
      const events = new ICAL.Component(ICAL.parse(dueCalendar(lead.shopName, all, now)) as unknown[]);
      for (const vevent of events.getAllSubcomponents("vevent")) {
        const event = new ICAL.Event(vevent);
        expect(event.startDate.isDate).toBe(true);
        taken.set(event.uid, event.summary);
      }
    }
    expect([...taken.keys()].sort()).toEqual(uids.sort());
    expect([...taken.values()]).toContain("Quillan G2 G4 1907: valves");
  });
});

describe("the geometry of an engine's rockers", () => {
  const typed = { lift: "14 mm", radius: "8 mm", arm: "42 mm", ratio: "1.5", fitted: "200 mm", pivot: "-5 mm" };
  const built = async (): Promise<string> =>
    (await db.select({ id: engines.id }).from(engines).where(eq(engines.serial, "No. 15, built afresh")))[0]?.id ??
    "";
  it("is kept revision by revision, and stands in its book", async () => {
    const id = await built();
    const [demo] = await geometryOf(db, lead.shopId, id);
    expect(geometryWords(demo ?? { role: "both", typed: typedOf({}) })).toBe(
      "Intake: pushrod 8.000 in: sweep .032 in; with 7.800 in it was .062 in",
    );
    const command = { id: randomUUID(), role: "exhaust" as const, typed };
    await keepGeometry(db, lead, id, command);
    await keepGeometry(db, lead, id, command);
    await keepGeometry(db, lead, id, { id: randomUUID(), role: "exhaust", typed: { ...typed, pivot: "-4 mm" } });
    const kept = await geometryOf(db, lead.shopId, id);
    expect(kept.map((k) => k.role)).toEqual(["exhaust", "exhaust", "intake"]);
    expect((await geometryOf(db, lead.shopId, id, new Date(Date.now() - 86_400_000))).length).toBe(1);
    const { book, unit } = await loadBook(db, lead, id);
    expect(book.geometry.map((g) => g.stands)).toEqual([true, false, true]);
    expect((await heavy("book.pdf", { book, unit, paper: "letter" }, lead.shopId)).length).toBeGreaterThan(3000);
    await expect(Promise.resolve(test.owner.update(engineGeometry).set({ role: "both" }))).rejects.toThrow();
  });
  it("is refused where it is not complete, can't be, or has no engine", async () => {
    const id = await built();
    const keep = (engine: string, part: object) =>
      keepGeometry(db, lead, engine, { id: randomUUID(), role: "both", typed: { ...typed, ...part } });
    await expect(keep(id, { lift: "" })).rejects.toThrow(/Type on/);
    await expect(keep(id, { arm: "9 mm" })).rejects.toThrow(/does not reach/);
    await expect(keep(id, { lift: "much" })).rejects.toThrow(/no length/);
    await expect(keep(randomUUID(), {})).rejects.toThrow(/no such engine/);
  });
});

describe("the week", () => {
  it("tells what was done in it; what waits and what is due of the one that is", async () => {
    const now = new Date();
    const report = await loadWeekReport(db, lead, mondayOf(undefined, now), now);
    expect(report.now?.waiting.length).toBeGreaterThan(5);
    expect(report.now?.due.length).toBe(report.now?.dueCount);
    // Day by day, every job that was ever closed stands in one week.
    const closed = await db.select({ id: jobResults.jobId, at: jobResults.closedAt }).from(jobResults);
    const mondays = new Set(closed.map(({ at }) => mondayOf(at.toISOString().slice(0, 10), now).getTime()));
    const beside = [...mondays].flatMap((m) => [m, m - 7 * 86_400_000, m + 7 * 86_400_000]);
    const done = await Promise.all(
      [...new Set(beside)].map(async (at) => (await loadWeekReport(db, lead, new Date(at), now)).done),
    );
    expect(
      done
        .flat()
        .map((d) => d.jobId)
        .sort(),
    ).toEqual(closed.map((c) => c.id).sort());
    const marle = done.flat().filter((d) => d.engine === "Marle T2");
    expect(marle.map((d) => d.foundOut).sort()).toEqual([0, 0, 2, 4]);
    expect(marle.every((d) => d.signedBy === null || d.signedBy !== "")).toBe(true);
    const past = await loadWeekReport(db, lead, new Date(Math.min(...mondays)), now);
    expect(past.now).toBeNull();
    expect((await heavy("week.pdf", { report, paper: "a4" }, lead.shopId)).subarray(0, 5)).toEqual(
      new TextEncoder().encode("%PDF-"),
    );
    expect(mondayOf("9999-12-31", now)).toEqual(mondayOf(undefined, now));
    expect(mondayOf("no day", now)).toEqual(mondayOf(undefined, now));
    expect(besideWeek(new Date(2026, 10, 23))).toEqual({ before: "2026-11-16", after: "2026-11-30" });
  });
});

describe("the engine's book", () => {
  it("has every visit with what it found, left and moved, as JSON, as a table and on paper", async () => {
    const id = await named("Marle T2");
    const { book, unit } = await loadBook(db, lead, id);
    expect(book).toMatchObject({ format: "fulcrata-book/1", engine: { name: "Marle T2", serial: "0558" } });
    expect(book.visits.map((v) => v.counter)).toEqual([1180, 860, 520, 180]);
    const second = book.visits[2]?.valves.find((v) => v.valve === "1I");
    expect(second).toMatchObject({ notWear: "Another person or another set last time", leftBy: "Jory Penhale" });
    expect(second?.driftMm).toBeLessThan(-0.03);
    const lines = bookCsv(book).trimEnd().split("\r\n");
    expect(lines[0]).toMatch(/^job,closed_at,counter,counter_unit,state,valve,role,low_mm,/);
    expect(lines).toHaveLength(1 + 4 * 4);
    const pdf = await heavy("book.pdf", { book, unit, paper: "a4" }, lead.shopId);
    expect(new TextDecoder().decode(pdf.slice(0, 5))).toBe("%PDF-");
    await expect(loadBook(db, lead, randomUUID())).rejects.toThrow(/no such engine/);
    // An engine on which nothing was done yet has a book too.
    const empty = await loadBook(db, lead, await named("Tamblin 3.5"));
    expect(empty.book.visits).toEqual([]);
    expect(bookCsv(empty.book)).toBe("\r\n");
  });
});

describe("a gauge study", () => {
  it("is read blind, in everybody's own order, and ends with the last reading", async () => {
    const staff = await db.select().from(people).orderBy(people.name);
    const [ada, bob] = staff;
    if (ada === undefined || bob === undefined) throw new Error("the demo has nobody");
    const as = (person: typeof ada): Actor => ({ ...lead, person });
    const id = randomUUID();
    const input = {
      id,
      name: "Two gaps",
      band: "0.10 mm",
      people: [ada.id, bob.id],
      valves: [
        { name: "A", known: "0.20 mm" },
        { name: "B", known: "0.30 mm" },
      ],
      times: 2,
    };
    await beginStudy(db, lead, input);
    await beginStudy(db, lead, input);
    const read = async (person: typeof ada, value: string, at?: string) => {
      const study = await findStudy(db, lead.shopId, id);
      if (study === null) throw new Error("no study");
      const look = nextLook(study, person.id, study.made[study.people.indexOf(person.id)] ?? 0);
      const asked = { valve: at ?? look?.valve ?? "A", time: look?.time ?? 1 };
      await readInStudy(db, as(person), id, { id: randomUUID(), ...asked, value });
      return findStudy(db, lead.shopId, id);
    };
    const first = nextLook({ ...input, valves: ["A", "B"], seed: Number.parseInt(id.slice(0, 7), 16) }, ada.id, 0);
    await expect(read(ada, "0.20 mm", first?.valve === "A" ? "B" : "A")).rejects.toThrow(/that you read now/);
    for (let i = 0; i < 3; i++) expect((await read(ada, "0.21 mm"))?.readings).toEqual([]);
    await read(ada, "0.21 mm");
    await expect(read(ada, "0.20 mm")).rejects.toThrow(/nothing is left to read/);
    const third = staff.find((p) => p !== ada && p !== bob) ?? lead.person;
    await expect(
      readInStudy(db, as(third as typeof ada), id, { id: randomUUID(), valve: "A", time: 1, value: "0.2 mm" }),
    ).rejects.toThrow(/not among the people/);
    for (let i = 0; i < 3; i++) await read(bob, "0.25 mm");
    const done = await read(bob, "0.25 mm");
    expect(done?.endedAt).not.toBeNull();
    expect(done?.readings).toHaveLength(8);
    expect((await handsOf(db, lead.shopId)).get(bob.id)).toMatchObject({ against: "known", biasMm: 0 });
    // Whoever does not want it used is told of it all the same.
    await setHabits(db, as(bob), { handCounts: false });
    expect((await handsOf(db, lead.shopId)).has(bob.id)).toBe(false);
    expect(await ownHand(db, lead.shopId, bob.id)).toMatchObject({ counts: false, hand: { biasMm: 0 } });
    expect(await fallsBehind(test.owner)).toBe(true);
  });
  it("is not there yet: gaps read on the screen are told, and used where that is wished", async () => {
    const [tamsin] = await db.select().from(people).where(eq(people.name, "Tamsin Oake"));
    if (tamsin === undefined) throw new Error("the demo has no apprentice");
    const as: Actor = { ...lead, person: tamsin };
    const own = await ownHand(db, lead.shopId, tamsin.id);
    expect(own).toMatchObject({ counts: false, hand: { against: "screen" } });
    expect(own?.hand.repeatMm).toBeGreaterThanOrEqual(0.002);
    expect((await handsOf(db, lead.shopId)).has(tamsin.id)).toBe(false);
    await setHabits(db, as, { screenCounts: true });
    expect((await handsOf(db, lead.shopId)).get(tamsin.id)).toEqual(own?.hand);
    await setHabits(db, as, { screenCounts: false });
    expect((await handsOf(db, lead.shopId)).has(tamsin.id)).toBe(false);
  });
  it("counts whoever was through when it is ended before", async () => {
    const id = randomUUID();
    const valves = ["A", "B"].map((name) => ({ name, known: null }));
    await beginStudy(db, lead, { id, name: "Alone", band: "0.1 mm", people: [lead.person.id], valves, times: 2 });
    await endStudy(db, lead, id);
    await endStudy(db, lead, id);
    expect(await findStudy(db, lead.shopId, id)).toMatchObject({ readings: [], made: [0] });
    const late = { id: randomUUID(), valve: "A", time: 1, value: "0.2 mm" };
    await expect(readInStudy(db, lead, id, late)).rejects.toThrow(/was ended/);
    await expect(endStudy(db, lead, randomUUID())).rejects.toThrow(/no such study/);
    const odd = { id, name: "x", band: "0.1 mm", people: [lead.person.id], times: 2 };
    const same = [valves[0], valves[0]];
    expect(studyInput.safeParse({ ...odd, valves: same }).error?.issues[0]?.message).toBe(
      "Two valves have the same name.",
    );
    const half = [valves[0], { name: "B", known: "0.2 mm" }];
    expect(studyInput.safeParse({ ...odd, valves: half }).error?.issues[0]?.message).toMatch(
      /of every valve, or of none/,
    );
  });
});
