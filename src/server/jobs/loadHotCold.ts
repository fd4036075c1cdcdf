/** Everything the screen of measured pairs needs. */
import { expectedGrowthMm } from "@/core/heat/growthSources";
import { asLeft } from "@/core/job/state/state";
import { jobState, rulesOf } from "@/core/job/run";
import { middleOf } from "@/core/job/ledger/readings";
import type { HotColdPageData } from "@/core/job/pages/hotCold";
import { readingWords } from "@/core/job/words/readings";
import { specUnit } from "@/core/job/words/specs";
import type { Database } from "@/db/connect";
import { findJob } from "@/db/queries/jobs";
import { ledgerOf } from "@/db/queries/ledger";
import { otherBand } from "@/core/heat/otherBand";
import { isId } from "../http/id";
import { setOfJob } from "../shop/feelerSets";
import { changedSince, stateReadingsOf } from "./hotColdReadings";

/** Null when the shop has no such job, or none in which lash was left. */
export async function loadHotCold(db: Database, shopId: string, jobId: string): Promise<HotColdPageData | null> {
  const found = isId(jobId) ? await findJob(db, shopId, jobId) : null;
  if (found === null || rulesOf(found.job).judgedIn !== "either-state") return null;
  const { row, job } = found;
  const state = jobState(job, await ledgerOf(db, shopId, jobId));
  if (state.calledOff !== null) return null;
  const kept = new Map((await stateReadingsOf(db, shopId, jobId)).map((r) => [r.valve, r]));
  const valves = [...state.valves.values()].flatMap((v) => {
    const left = asLeft(v);
    const { role, spec } = v.valve;
    const last = kept.get(v.valve.id);
    const read = last === undefined || changedSince(v, last.at) ? null : last;
    const expectedMm = expectedGrowthMm(row.engineFile, role);
    return left === null
      ? []
      : [
          {
            id: v.valve.id,
            role,
            left: readingWords(left),
            leftMm: middleOf(left),
            leftHalfMm: (left.noGo.mm - left.goes.mm) / 2,
            read: read && { valve: read.valve, goes: read.goes, noGo: read.noGo },
            outReason: read?.outReason ?? null,
            expectedMm,
            band: otherBand(spec, role, job.state, { offset: job.offset, usualGrowthMm: expectedMm }),
          },
        ];
  });
  const role = valves[0]?.role ?? "intake";
  return {
    jobId,
    engineId: row.engineId,
    engine: row.engineFile.name,
    state: job.state,
    inHand: state.closed === null,
    set: await setOfJob(db, shopId, row),
    unit: specUnit(row.engineFile.lash?.[role]) === "mm" ? "mm" : "in",
    valves,
  };
}
