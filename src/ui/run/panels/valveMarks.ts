/** How each valve looks on the run's head map. Pure. */
import { marginAtStop } from "@/core/job/state/marginAtStop";
import type { ValveState } from "@/core/job/state/state";
import { ROLE_LETTER, valveName } from "@/core/job/words/names";
import { verdictOn } from "@/core/job/words/heights";
import { readingWords, shortReading } from "@/core/job/words/readings";
import type { ValveLook, ValveMark } from "../../drawings/HeadMap/HeadMapDrawing";
import type { RunContext, RunNow, TaskRoom } from "../model";
import { valveOf } from "../session/valveOf";
import type { TappedReading } from "../../leaves/taps";

/** `tapped` is what is being read now: the valve in hand shows it at once. */
export function valveMarks(
  { job, room }: RunContext,
  now: RunNow,
  pending: ReadonlySet<string>,
  tapped: TappedReading | null,
): Record<string, ValveMark> {
  const inHand = valveOf(now.next)?.valve.id ?? null;
  return Object.fromEntries(
    job.valves.map((valve) => {
      const v = now.state.valves.get(valve.id);
      if (v === undefined)
        return [valve.id, { look: "elsewhere" as const, text: ROLE_LETTER[valve.role], label: valve.id }];
      const free = now.state.stop !== null && marginAtStop(job, now.state.stop, valve.id).doubt === null;
      const look = lookOf(v, valve.id === inHand, free, pending);
      return [
        valve.id,
        {
          look,
          label: `${valveName(valve, job.valves)}: ${words(room, v, look, free)}`,
          ...figure(room, v, valve.id === inHand && tapped?.goes != null ? tapped : null),
        },
      ];
    }),
  );
}

/** The figure in a valve's head, and the arrows that say which way it is out. */
function figure(room: TaskRoom, v: ValveState, tapped: TappedReading | null): Pick<ValveMark, "text" | "arrows"> {
  const reading = tapped?.goes != null ? { goes: tapped.goes, value: tapped.whole?.value ?? null } : v.last;
  const verdict = tapped !== null ? tapped.verdict : SETTLED.includes(v.status) ? null : v.verdict;
  const letter = ROLE_LETTER[v.valve.role];
  const own = room.markFigure?.(v);
  return {
    text: own != null ? own || letter : reading === null ? letter : shortReading(reading),
    arrows: verdict === "loose" ? "apart" : verdict === "tight" ? "together" : null,
  };
}

/** Its last reading says nothing of it any more, or all that is to be said was done. */
const SETTLED: readonly ValveState["status"][] = ["done", "locked", "turned", "inBandUnlocked"];

function lookOf(v: ValveState, inHand: boolean, free: boolean, pending: ReadonlySet<string>): ValveLook {
  if (inHand) return "hand";
  // Left, but to be read once more: its old figure stays in it, its tick goes.
  if (v.status === "due") return free ? "here" : "elsewhere";
  if (v.left !== null) return pending.has(v.left.id) ? "sending" : v.left.reason === null ? "done" : "excused";
  if (v.skipped !== null) return "excused";
  if (v.status !== "unread") return "open";
  return free ? "here" : "elsewhere";
}

function words(room: TaskRoom, v: ValveState, look: ValveLook, free: boolean): string {
  const read = v.last === null ? "" : `${readingWords(v.last)}, ${verdictOn(v.valve, v.verdict ?? "undecided")}`;
  const reading = room.markWords?.(v) ?? read;
  if (look === "sending") return `left, not saved by the shop yet, ${reading}`;
  if (v.skipped !== null) return `left unread, ${v.skipped.reason}`;
  if (v.status === "done" && v.left !== null)
    return v.left.reason === null ? `locked, ${reading}` : `left with a reason, ${reading}`;
  const place = look === "hand" ? "in hand" : free ? "may be set here" : "not at this stop";
  switch (v.status) {
    case "due":
      return `${place}, to be read once more, was ${reading}`;
    case "slack":
      return `${place}, slack`;
    case "zeroed":
      return `${place}, at zero lash`;
    case "turned":
    case "inBandUnlocked":
      return `${place}, its lock is loose`;
    case "locked":
      return `${place}, set, to be read again`;
    default:
      return reading === "" ? place : `${place}, ${reading}`;
  }
}
