/** How each valve looks on the run's head map. Pure. */
import { marginAtStop } from "@/core/run/marginAtStop";
import { preloadWords } from "@/core/run/sheetLifter";
import type { ValveState } from "@/core/run/state";
import { ROLE_LETTER, readingWords, shortReading, valveName, verdictWords } from "@/core/run/words";
import type { ValveLook, ValveMark } from "../drawings/HeadMap/HeadMapDrawing";
import type { RunContext, RunNow } from "./model";
import type { TappedReading } from "./taps";

/** `tapped` is what is being read now: the valve in hand shows it at once. */
export function valveMarks(
  { job }: RunContext,
  now: RunNow,
  pending: ReadonlySet<string>,
  tapped: TappedReading | null,
): Record<string, ValveMark> {
  const inHand =
    "valve" in now.next
      ? now.next.valve.valve.id
      : now.next.kind === "answer"
        ? (now.next.about?.valve.id ?? null)
        : null;
  return Object.fromEntries(
    job.valves.map((valve) => {
      const v = now.state.valves.get(valve.id);
      if (v === undefined)
        return [valve.id, { look: "elsewhere" as const, text: ROLE_LETTER[valve.role], label: valve.id }];
      const free = now.state.stop !== null && marginAtStop(job, now.state.stop, valve.id).doubt === null;
      const look = lookOf(v, valve.id === inHand, free, pending);
      const reading =
        valve.id === inHand && tapped?.goes != null
          ? { goes: tapped.goes, value: tapped.whole?.value ?? null }
          : v.last;
      const verdict =
        valve.id === inHand && tapped?.goes != null
          ? tapped.verdict
          : v.status === "left" || v.status === "set" || v.status === "turned" || v.status === "ready"
            ? null
            : v.verdict;
      const out = verdict === "loose" || verdict === "tight" ? verdict : null;
      return [
        valve.id,
        {
          look,
          text:
            job.work === "preload"
              ? v.preload?.coldMm == null
                ? ROLE_LETTER[valve.role]
                : v.preload.coldMm.toFixed(2)
              : reading === null
                ? ROLE_LETTER[valve.role]
                : shortReading(reading),
          arrows: out === null ? null : out === "loose" ? ("apart" as const) : ("together" as const),
          label: `${valveName(valve, job.valves)}: ${told(v, look, free)}`,
        },
      ];
    }),
  );
}

function lookOf(v: ValveState, inHand: boolean, free: boolean, pending: ReadonlySet<string>): ValveLook {
  if (inHand) return "hand";
  // Left, but to be read once more: its old figure stays in it, its tick goes.
  if (v.status === "due") return free ? "here" : "elsewhere";
  if (v.left !== null) return pending.has(v.left.id) ? "sending" : v.left.reason === null ? "done" : "excused";
  if (v.status !== "unread") return "open";
  return free ? "here" : "elsewhere";
}

function told(v: ValveState, look: ValveLook, free: boolean): string {
  const reading =
    v.preload !== null
      ? preloadWords(v.preload)
      : v.last === null
        ? ""
        : `${readingWords(v.last)}, ${verdictWords[v.verdict ?? "undecided"]}`;
  if (look === "sending") return `left, not kept by the shop yet, ${reading}`;
  if (v.status === "left" && v.left !== null)
    return v.left.reason === null ? `locked, ${reading}` : `left with a reason, ${reading}`;
  const place = look === "hand" ? "in hand" : free ? "may be set here" : "not at this stop";
  if (v.status === "due") return `${place}, to be read once more, was ${reading}`;
  if (v.status === "zeroed") return `${place}, at zero lash`;
  if (v.status === "turned" || v.status === "ready") return `${place}, its lock is loose`;
  return v.status === "set" ? `${place}, set, to be read again` : reading === "" ? place : `${place}, ${reading}`;
}
