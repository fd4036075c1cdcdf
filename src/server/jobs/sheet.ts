/** The sheet of a job, and the same as CSV. */
import Papa from "papaparse";
import type { Sheet } from "@/core/job/sheet/format";
import { answeredWords, foundWords, namesOf } from "@/core/job/sheet/lineOnSheet";
import { type ShopWays, USUAL_WAYS } from "@/core/shop/ways";
import { sheetOf } from "@/core/job/run";
import { geometryWords, standingGeometry } from "@/core/quick/keptRocker";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import type { EngineFile } from "@/core/engine/engineFile";
import type { Viewer } from "../http/who";
import { findEngine } from "../engines/engines";
import { geometryOf } from "../engines/geometry";
import { mustSee } from "../engines/viewers";
import { findFeelerSet, setsOfJob } from "../shop/feelerSets";
import { isId } from "../http/id";
import { Refused } from "../http/refused";
import { buildCheckBefore } from "./buildChecks";
import { refusedHistory } from "./refused";

export interface LoadedSheet {
  readonly sheet: Sheet;
  readonly engineId: string;
  readonly file: EngineFile;
}

/** @throws Refused when the shop has no such job */
export async function loadSheet(
  db: Database,
  viewer: Viewer & { readonly ways?: ShopWays },
  id: string,
): Promise<LoadedSheet> {
  const found = isId(id) ? await findJob(db, viewer.shopId, id) : null;
  if (found === null) throw new Refused("There is no such job. Go back to the bench.", 404);
  const { row, job } = found;
  await mustSee(db, viewer, row.engineId);
  const [entries, refused, set, others, engine] = await Promise.all([
    ledgerOf(db, viewer.shopId, id),
    refusedHistory(db, viewer.shopId, id),
    findFeelerSet(db, viewer.shopId, row.feelerSetId),
    setsOfJob(db, viewer.shopId, id),
    findEngine(db, viewer.shopId, row.engineId),
  ]);
  // What was kept after the job was closed is no part of its sheet.
  const closed = entries.find((e) => e.kind === "closed");
  const geometry = await geometryOf(
    db,
    viewer.shopId,
    row.engineId,
    closed === undefined ? undefined : new Date(closed.at),
  );
  const sheet = sheetOf({
    jobId: id,
    shop: viewer.shopName,
    serial: engine?.serial ?? null,
    runningHours: row.runningHours,
    counterUnit: engine?.counterUnit ?? "h",
    file: row.engineFile,
    job,
    state: row.state,
    temperatureC: row.temperatureC,
    temperatureUnit: (viewer.ways ?? USUAL_WAYS).temperatureUnit,
    method: row.method,
    feelerSets: [set?.name ?? "", ...others.map((s) => s.name)],
    purpose: row.purpose,
    note: row.note,
    licensed: row.licensed,
    cautions: row.cautions,
    openedBy: row.openedByName,
    openedAt: row.openedAt.toISOString(),
    geometry: standingGeometry(geometry).map(geometryWords),
    buildCheck:
      row.purpose === "first-start" && row.task !== "build-check"
        ? await buildCheckBefore(db, viewer.shopId, row.engineId, row.openedAt)
        : null,
    entries,
    refused,
  });
  return { sheet, engineId: row.engineId, file: row.engineFile };
}

/** One line per valve, lengths in mm; of a build check one per line of it. */
export function sheetCsv(sheet: Sheet): string {
  if (sheet.work === "build-check")
    return csvOf(
      sheet.lines.map((l) => ({
        line: l.title,
        answered: answeredWords(l),
        found: foundWords(l),
        by: namesOf(l),
        at: l.by.at(-1)?.at,
        reached_shop_at: l.by.at(-1)?.arrivedAt,
      })),
    );
  const rows = sheet.valves.map((v) => ({
    valve: v.valve,
    cylinder: v.cylinder,
    role: v.role,
    nominal_mm: v.nominalMm,
    low_mm: v.lowMm,
    high_mm: v.highMm,
    stop: v.stop,
    as_found_read: v.slack ? "slack" : v.asFound?.read,
    as_found_goes: v.asFound?.goes,
    as_found_no_go: v.asFound?.noGo,
    as_found_goes_mm: v.asFound?.goesMm,
    as_found_no_go_mm: v.asFound?.noGoMm,
    as_found: v.asFound?.verdict,
    times_set: v.timesSet,
    part: v.part,
    zero_lash_by: v.preload?.zeroSchool,
    turns: v.preload?.turns,
    plunger_mm: v.preload?.plungerMm,
    hot_plunger_mm: v.preload?.hotPlungerMm,
    as_left_read: v.asLeft?.read,
    as_left_goes: v.asLeft?.goes,
    as_left_no_go: v.asLeft?.noGo,
    as_left_goes_mm: v.asLeft?.goesMm,
    as_left_no_go_mm: v.asLeft?.noGoMm,
    as_left: v.asLeft?.verdict,
    instrument: v.asLeft?.instrument,
    by: v.asLeft?.by,
    at: v.asLeft?.at,
    reached_shop_at: v.asLeft?.arrivedAt,
    block_mm: v.block?.mm,
    reasons: v.reasons.join(" | "),
  }));
  return csvOf(rows);
}

/** A cell that a spreadsheet would run as a formula is quoted as text. */
const csvOf = (rows: readonly object[]): string => `${Papa.unparse([...rows], { escapeFormulae: true })}\r\n`;
