/** A build check over the shop's own doors, and what the database refuses of it by itself. */
import { eq } from "drizzle-orm";
import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from "vitest";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import type { EngineFile } from "@/core/engine/engineFile";
import { cautionsFor } from "@/core/job/prepare";
import type { Entry } from "@/core/job/ledger/entry";
import { type Job, jobState, nextThing } from "@/core/job/run";
import { linesOf } from "@/core/job/tasks/buildCheck";
import { type Database, ofShop } from "@/db/connect";
import { testDatabase } from "@/db/freshDatabase.testing";
import { rowOf } from "@/db/queries/entryRows";
import { findJob } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import { entries as entryRows, jobResults } from "@/db/schema";
import { isRefusedBy } from "@/db/sqlStates";
import { addEngine } from "../engines/engines";
import type { Actor } from "../http/who";
import { HUNDREDTHS, colleague, newShop } from "../http/shop.testing";
import { addFeelerSet } from "../shop/feelerSets";
import { loadBench } from "./bench";
import { loadBook } from "../record/book";
import { agrees } from "../record/results";
import { asLastTime } from "./jobsBefore";
import { loadRun } from "./loadRun";
import { buildCheckCautions, buildCheckInput, openBuildCheck } from "./openBuildCheck";
import { openJob } from "./openJob";
import { openJobInput } from "./openJobInput";
import { record, recordInput } from "./record";
import { loadSheet, sheetCsv } from "./sheet";

const FILE: EngineFile = engineFile(["1", "3", "4", "2"], {
  name: "Bench four",
  cam: MILD_CAM,
  heat: { layout: "pushrod" },
  adjuster: { kind: "screw", at: "valve-end", pitch: 1 },
  lash: { state: "cold", intake: { nominal: 0.2 }, exhaust: { nominal: 0.3 } },
});

let db: Database;
let owner: Database;
let end: () => Promise<void>;
let ada: Actor;
let engineId: string;
let setId: string;
beforeAll(async () => {
  ({ db, owner, end } = await testDatabase(inject("databaseUrl")));
});
afterAll(() => end());
beforeEach(async () => {
  ada = await newShop(owner);
  db = ofShop(db, ada.shopId);
  [setId, engineId] = [randomUUID(), randomUUID()];
  await addFeelerSet(db, ada, { id: setId, name: "Set", system: "metric", marks: HUNDREDTHS });
  await addEngine(db, ada, { id: engineId, text: JSON.stringify(FILE), serial: "", runningHours: null });
});

const opening = (more: object = {}) =>
  buildCheckInput.parse({
    id: randomUUID(),
    shafts: "cylinder",
    feelerSetId: setId,
    cautions: buildCheckCautions(FILE).map((c) => c.id),
    ...more,
  });
const sentence = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => "taken",
    (e: Error) => `${(e.cause as Error | undefined)?.message ?? e.message}`,
  );
const fresh = () => ({ id: randomUUID(), supersedes: null });
const add = (jobId: string, ...drafts: object[]) =>
  record(db, ada, jobId, recordInput.parse({ entries: drafts.map((d) => ({ ...fresh(), ...d })) }));
const tick = (line: string, more: object = {}) => ({ kind: "line-ticked", line, round: 1, ...more });

/** Every line as it is told, until nothing is open. */
async function playOn(jobId: string): Promise<void> {
  const job = (await findJob(db, ada.shopId, jobId))?.job as Job;
  for (;;) {
    const state = jobState(job, await ledgerOf(db, ada.shopId, jobId));
    const next = nextThing(job, state);
    if (next.kind === "turn") await add(jobId, { kind: "arrived", stop: next.to.letter });
    else if (next.kind === "task") {
      const at = linesOf(job as never, state).find((l) => l.line.id === next.line);
      const measured = at?.line.reading?.needed === true ? { mm: 0.9, text: "0.90 mm" } : null;
      const stop = (at?.line.under.length ?? 0) > 0 ? state.stop?.letter : null;
      await add(jobId, tick(next.line ?? "", { round: (at?.ticks.length ?? 0) + 1, reading: measured, stop }));
    } else break;
  }
}

describe("a build check", () => {
  it("is opened once, with its cautions, shafts that the engine can have, and a set of the shop", async () => {
    const check = opening();
    expect(await openBuildCheck(db, ada, engineId, check)).toBe(check.id);
    expect(await openBuildCheck(db, ada, engineId, check)).toBe(check.id);
    const refused = (more: object) => sentence(openBuildCheck(db, ada, engineId, opening(more)));
    expect(await refused({ shafts: "file" })).toMatch(/names no such shaft/);
    expect(await refused({ cautions: [] })).toMatch(/Read and tick every caution/);
    expect(await refused({ feelerSetId: randomUUID() })).toMatch(/feeler set of this shop/);
    expect(await sentence(openBuildCheck(db, ada, randomUUID(), opening()))).toMatch(/not in the shop any more/);
    expect(buildCheckInput.safeParse({ ...opening(), shafts: "two" }).success).toBe(false);
    // It proposes nothing for the next job on the valves.
    expect(await asLastTime(db, ada.shopId, engineId)).toBeNull();
    const [job] = (await loadBench(db, ada.shopId)).jobs;
    expect(job).toMatchObject({ stands: "Build check: scrub every part and blow it through", valves: [] });
    expect(job?.progress.done).toBe(0);
  });
  it("is played to a signed sheet, keeps no results, and stands on the sheet of the first setting after it", async () => {
    const id = await openBuildCheck(db, ada, engineId, opening({ note: "New shafts" }));
    await add(id, { kind: "line-not-here", line: "pushrods-open", reason: "Solid, as it should be" });
    await playOn(id);
    await add(id, { kind: "checked", item: "cleared", reason: null }, { kind: "closed" });
    expect(await sentence(add(id, { kind: "signed" }))).toMatch(/a second person/);
    const bo = await colleague(owner, ada);
    await record(db, bo, id, recordInput.parse({ entries: [{ ...fresh(), kind: "signed" }] }));
    expect(await db.select().from(jobResults).where(eq(jobResults.jobId, id))).toEqual([]);
    expect(await agrees(db, ada.shopId, id)).toBe(true);
    const { sheet } = await loadSheet(db, ada, id);
    expect(sheet.signedBy).toBe(bo.person.name);
    expect(sheet.lines.every((l) => l.notHere !== null || l.by.length === l.rounds)).toBe(true);
    expect(sheetCsv(sheet)).toMatch(/Look through every pushrod\.,"not here: Solid, as it should be"/);
    expect(sheetCsv(sheet)).toMatch(/Room left at full lift 0\.90 mm/);
    const { book } = await loadBook(db, ada, engineId);
    expect(book.buildChecks).toEqual([
      expect.objectContaining({
        jobId: id,
        words: `${sheet.lines.length} lines, 1 not here; checked by ${ada.person.name}, signed by ${bo.person.name}`,
      }),
    ]);
    const setting = (purpose: string) =>
      openJob(
        db,
        ada,
        openJobInput.parse({
          id: randomUUID(),
          engineId,
          purpose,
          state: "cold",
          temperatureC: 18,
          feelerSetId: setId,
          method: "two-stop",
          cautions: cautionsFor(FILE, "cold").map((c) => c.id),
        }),
      );
    const first = await setting("first-start");
    expect((await loadSheet(db, ada, first)).sheet.buildCheck).toMatchObject({
      job: id,
      signedBy: bo.person.name,
      lines: sheet.lines,
    });
    expect((await loadRun(db, ada, first))?.firstStart.join(" ")).toMatch(/Prime it.*become due by themselves/);
    const service = await setting("routine");
    expect((await loadSheet(db, ada, service)).sheet.buildCheck).toBeNull();
    expect((await loadRun(db, ada, service))?.firstStart).toEqual([]);
    // A first start years and services later follows no old check.
    expect((await loadSheet(db, ada, await setting("first-start"))).sheet.buildCheck).toBeNull();
  });
  it("is refused by the database itself what would crack a shaft, skip a round, or close it open", async () => {
    const id = await openBuildCheck(db, ada, engineId, opening());
    const job = (await findJob(db, ada.shopId, id))?.job as Job;
    const straight = async (draft: object): Promise<string> => {
      const kept = await ledgerOf(db, ada.shopId, id);
      const row = { ...rowOf({ ...fresh(), ...draft } as Entry), shopId: ada.shopId, jobId: id };
      try {
        await db.insert(entryRows).values({ ...row, seq: kept.length + 1, personId: ada.person.id });
        return "taken";
      } catch (error) {
        const state = (["lineNotOpen", "followerLifted", "valvesOpen"] as const).find((s) => isRefusedBy(error, s));
        return state ?? "?";
      }
    };
    const whole = { stop: null, reading: null, found: null };
    expect(await straight(tick("nothing", whole))).toBe("lineNotOpen");
    expect(await straight(tick("clean", { ...whole, round: 2 }))).toBe("lineNotOpen");
    expect(await straight(tick("coil-bind", whole))).toBe("lineNotOpen");
    expect(await straight(tick("shaft-1", whole))).toBe("lineNotOpen");
    await add(id, tick("head-torqued"), tick("head-torqued", { round: 2 }));
    expect(await straight(tick("head-torqued", { ...whole, round: 2 }))).toBe("lineNotOpen");
    // Nobody said where the crank stands, and then it stands where one under it is lifted.
    expect(await straight(tick("shaft-1", whole))).toBe("followerLifted");
    const under = linesOf(job as never, { live: [] }).find((l) => l.line.id === "shaft-1")?.line;
    const wrong = job.route.find((s) => under?.under.some((v) => (s.margins[v] ?? 0) < 0));
    await add(id, { kind: "arrived", stop: wrong?.letter });
    expect(await straight(tick("shaft-1", whole))).toBe("followerLifted");
    await add(id, { kind: "arrived", stop: under?.stop });
    expect(await straight(tick("shaft-1", { ...whole, stop: under?.stop }))).toBe("taken");
    expect(await straight({ kind: "line-not-here", line: "shaft-1", reason: "None" })).toBe("lineNotOpen");
    expect(await straight({ kind: "line-not-here", line: "oiled", reason: "Wet" })).toBe("taken");
    expect(await straight(tick("oiled", whole))).toBe("lineNotOpen");
    expect(await straight({ kind: "closed" })).toBe("valvesOpen");
  });
});
