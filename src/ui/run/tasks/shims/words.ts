/** What is told where parts set the lash of the whole engine. Pure. */
import type { RouteStop } from "@/core/stops/route";
import type { ValveState } from "@/core/job/state/state";
import { capital, valveName } from "@/core/job/words/names";
import { readingWords } from "@/core/job/words/readings";
import { DRAWER_PART_NAMES } from "@/core/parts/part";
import { directionWords, placeOf } from "@/core/signs/placeWords";
import { checkOf } from "@/core/signs/proofWords";
import type { ShimsTask } from "@/core/job/tasks/shims/plan";
import type { RunContext } from "../../model";
import { type Instruction, LEAVE_SO, instruction } from "../../words/shape";

/** `alone` is a valve that was touched: it may be left as it is, with a reason. */
export function partsWords(
  { job, file }: RunContext<ShimsTask>,
  out: readonly ValveState[],
  alone = false,
): Instruction {
  const kind = DRAWER_PART_NAMES[job.task.plan.kind];
  const cams = (file.camshafts ?? []).filter((c) => out.some((v) => c.valves.includes(v.valve.id)));
  return instruction({
    eyebrow: "All valves are read",
    title: `${out.length === 1 ? `${capital(valveName(out[0]?.valve ?? { id: "", cylinder: "", role: "intake" }, job.valves))} is` : `${out.length} valves are`} out: take the parts out and work out which goes where.`,
    grounds: [
      out.map((v) => `${v.valve.id} ${v.last === null ? "" : readingWords(v.last)}`).join(", "),
      ...cams.map(
        (c) =>
          `${capital(c.name)} off${c.caps === undefined ? "" : `: ${c.caps}`}${c.torqueNm === undefined ? "" : `; back on with ${c.torqueNm} Nm`}.`,
      ),
      `Measure each ${kind} that comes out: a mark only says what it was when new. Keep caps and buckets in their own places.`,
    ],
    button: { label: "Work out the parts", action: { kind: "open", path: "shims" } },
    ...(alone ? { reasoned: LEAVE_SO } : {}),
  });
}

export function seatWords({ engine, job, file }: RunContext, to: RouteStop): Instruction {
  const cams = (file.camshafts ?? []).map(
    (c) =>
      `${capital(c.name)}: ${c.caps ?? "caps in their own places"}${c.torqueNm === undefined ? "" : `, ${c.torqueNm} Nm`}.`,
  );
  return instruction({
    eyebrow: "Parts are in",
    title: `Cams on, marks checked; then turn it over two full turns by hand, to ${placeOf(engine, to)}${job.cycleDeg === 720 ? ", the same time round" : ""}.`,
    grounds: [
      ...cams,
      `That seats the parts: what is read before means nothing. Turn ${directionWords(file)}; anything that stops you is a valve that meets a piston.`,
      checkOf(engine, {}, to).check,
      `Then all ${job.valves.length} are read once more.`,
    ],
    button: {
      label: `Turned over, at ${placeOf(engine, to)}`,
      action: { kind: "turn-over", stop: to.letter, rereads: null },
    },
  });
}
