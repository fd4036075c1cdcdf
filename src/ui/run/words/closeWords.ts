/** What is told when a question is open, and while the job is closed. Pure. */
import { offBaseCircle, restTogetherDeg } from "@/core/stops/restingTogether";
import type { CoverEntry, Seal, TightenedPart, TimedDrive } from "@/core/engine/engineFile";
import { CLOSE_ITEM_NAMES, progressOf } from "@/core/job/closeOut/items";
import { rereadsToCome } from "@/core/job/closeOut/rereads";
import type { CloseItem, Rereads } from "@/core/job/ledger/kinds";
import type { Question } from "@/core/job/questions/question";
import type { RouteStop } from "@/core/stops/route";
import type { ValveState } from "@/core/job/state/state";
import { capital, valveName } from "@/core/job/words/names";
import { gearNow } from "@/core/job/state/gearNow";
import { directionWords, placeOf } from "@/core/signs/placeWords";
import { checkOf, proofWordsAt } from "@/core/signs/proofWords";
import { turnWords } from "@/core/stops/crankTurns";
import { advance } from "@/core/units/angle/arc";
import { withOwnCauses } from "@/core/job/questions/ownCauses";
import { approvedWords } from "./approved";
import { questionGrounds } from "./causes";
import type { CheckWords, RunContext, RunNow } from "../model";
import { READY_TO_SKIP } from "./ready";
import { type Answer, type Instruction, entering, instruction } from "./shape";

export function answerWords(context: RunContext, asked: Question, about: ValveState | null): Instruction {
  const { job } = context;
  const question = withOwnCauses(asked, context.ownCauses);
  const [first, ...others] = question.answers;
  const choice = (answer: string): Answer =>
    entering(answer, { kind: "answered", question: question.id, reason: answer });
  return instruction({
    eyebrow: about === null ? "Before anything is turned" : `Before ${valveName(about.valve, job.valves)} is touched`,
    title: question.text,
    grounds: questionGrounds(context, question, about?.valve ?? null),
    button: first === undefined ? null : choice(first),
    choices: [
      ...others.map(choice),
      ...(about === null
        ? []
        : [{ label: "Take it back, read again", action: { kind: "again" as const, valve: about.valve.id } }]),
    ],
    reasoned: {
      open: "It was something else",
      label: "What it was",
      submit: "Answer",
      ready: [],
      for: { kind: "answer", question: question.id },
    },
  });
}

export const tightenWords = (context: RunContext, now: RunNow, part: TightenedPart): Instruction =>
  instruction({
    eyebrow: "All valves set",
    title: `Now tighten the ${part.name}${part.torqueNm === undefined ? "" : ` to ${part.torqueNm} Nm`}.`,
    grounds: [
      restWords(context, now, part),
      `It shifts every valve under it: ${part.valves.join(", ")}. They are read again after two turns by hand.`,
    ],
    button: entering(`${capital(part.name)} tightened`, { kind: "tightened", part: part.name }),
  });

/** Whether every follower under a part is on its base circle here, and where that is so if not. Nothing is refused by it. */
function restWords({ engine, job }: RunContext, { state, crankDeg }: RunNow, { valves }: TightenedPart): string {
  const off = state.stop === null ? valves : offBaseCircle(engine, valves, crankDeg);
  if (off.length === 0) return "Here every follower under it is on its base circle: bolt it down now, in steps.";
  const stops = job.route.filter((s) => offBaseCircle(engine, valves, s.crankDeg).length === 0).map((s) => s.letter);
  const anyDeg = stops.length > 0 ? null : restTogetherDeg(engine, valves);
  const where =
    stops.length > 0
      ? `Turn on to ${stops.length === 1 ? `stop ${stops[0]}` : `stop ${stops.join(" or ")}`}, where all are.`
      : anyDeg === null
        ? "There is no crank position at which all are: go down evenly, a little at each bolt, and stop when one binds."
        : `All are at ${anyDeg % 360}° after the TDC mark${engine.cycleDeg === 720 ? `, ${anyDeg < 360 ? "in the turn in which" : "one turn after"} cylinder ${engine.cylinders.find((c) => c.firingDeg === 0)?.id ?? ""} fires` : ""}.`;
  return `Not here: ${off.join(", ")} ${off.length === 1 ? "is" : "are"} off the base circle. ${where}`;
}

/** Two full turns by hand; where nothing is read again after them, they only show that nothing touches. */
export function turnOverWords(context: RunContext, now: RunNow, to: RouteStop): Instruction {
  const { engine, file, rules, job } = context;
  const { check } = checkOf(engine, gearNow(rules, job, now.state), to);
  const only = `Turn ${directionWords(file)}`;
  const ends = `${now.state.stop === null ? "on" : "back"} to ${placeOf(engine, to)}${job.cycleDeg === 720 ? ", the same time round" : ""}`;
  const base = { title: `Turn the engine over two full turns by hand, ${ends}.` };
  const turned = (rereads: Rereads | null, label = `Turned over, at ${placeOf(engine, to)}`): Answer => ({
    label,
    action: { kind: "turn-over", stop: to.letter, rereads },
  });
  return rules.rereads
    ? rereadWords(context, now, { ...base, turned }, only, check)
    : notRereadWords(context, { ...base, button: turned(null) }, only, check);
}

type TurnOver = Pick<Instruction, "title" | "button">;

interface Reread extends Pick<Instruction, "title"> {
  readonly turned: (rereads: Rereads, label?: string) => Answer;
}

function rereadWords(
  { job, file, locking }: RunContext,
  { state }: RunNow,
  { title, turned }: Reread,
  only: string,
  check: string,
): Instruction {
  const { valves, usual, closedForLong } = rereadsToCome(file, job, state);
  const all = valves.length === job.valves.length;
  const names =
    valves.length > 6 ? `${valves.length} valves` : valves.map((v) => valveName(v, job.valves)).join(", ");
  const again =
    usual === "all"
      ? `then all are read once more${closedForLong && !all ? ": this engine is closed up for long" : ""}`
      : valves.length === 0
        ? "nothing was set, so nothing has to be read again"
        : `then what was set is read once more: ${names}`;
  const other =
    usual === "all"
      ? turned("set", valves.length === 0 ? "Turned over: nothing again" : "Turned over: only what was set")
      : turned("all", "Turned over: all again");
  return instruction({
    title,
    button: turned(usual),
    choices: all ? [] : [other],
    eyebrow: locking.locks ? "All valves locked" : "All valves done",
    grounds: [
      `Parts settle${locking.locks ? ", and a missed lock shows" : ""}: ${again}. ${only}; anything that stops you is a valve that meets a piston.`,
      check,
    ],
    reasoned: {
      open: "Leave the re-check out",
      label: "Why there is no re-check",
      submit: "Leave it out",
      ready: READY_TO_SKIP.recheck,
      for: { kind: "skip", item: "recheck" },
    },
  });
}

function notRereadWords(context: RunContext, base: TurnOver, only: string, check: string): Instruction {
  const flat =
    context.file.follower === "flat"
      ? " On a new cam with flat followers leave it out: as few turns as possible before the first start."
      : "";
  return instruction({
    ...base,
    eyebrow: "All valves done",
    grounds: [
      `${only}, slowly: anything that stops you is a valve that meets a piston.${flat}`,
      check,
      ...approvedWords(context),
    ],
    reasoned: {
      open: "Skip the two turns",
      label: "Why it is not turned over",
      submit: "Leave them out",
      ready: READY_TO_SKIP.recheck,
      for: { kind: "skip", item: "recheck" },
    },
  });
}

export function checkWords(context: RunContext, now: RunNow, item: CloseItem): Instruction {
  const { title, grounds, done } = CHECKS[item](context, now);
  return instruction({
    eyebrow: "Before closing",
    title,
    grounds,
    button: entering(done, { kind: "checked", item, reason: null }),
    reasoned: {
      open: "Not done, with a reason",
      label: "Why not",
      submit: "Go on without",
      ready: READY_TO_SKIP[item],
      for: { kind: "skip", item },
    },
  });
}

const CHECKS: Record<CloseItem, (context: RunContext, now: RunNow) => CheckWords> = {
  recheck: () => ({ title: "Read every valve once more.", grounds: [], done: "Read" }),
  plugs: (_, { state }) => {
    const count = state.plugged?.count ?? 0;
    return {
      title: `${count} ${count === 1 ? "plug" : "plugs"} went in: count ${count} out.`,
      grounds: ["One that is missing is inside: find it before anything turns."],
      done: `${count} counted out`,
    };
  },
  locks: (context, now) => context.room.locksCheck?.(context, now) ?? wrenchCheck(context),
  cleared: ({ job }) => ({
    title: "Tool off the crank, leaves counted, nothing left inside.",
    grounds: [
      `Count leaves, rags and plugs. Plugs or injectors back${job.covers.length === 0 ? ", cover on a clean gasket" : ""}.`,
    ],
    done: "Cleared and counted",
  }),
  covers: ({ job }) => ({
    title: job.covers.length === 1 ? "Cover back on." : "Covers back on.",
    grounds: job.covers.map(coverLine),
    done: "On and torqued",
  }),
  drive: driveCheck,
  started: ({ file, state, room, locking, firstStart }) => ({
    title: firstStart.length > 0 ? "First start: prime it, start it, listen." : "Start it and listen.",
    done: "It runs quiet",
    grounds: [
      file.sector === "aircraft"
        ? "Only whoever is licensed for it runs the engine up."
        : `Everybody clear, brake or neutral. A tick at idle is a loose valve${locking.locks ? " or a lock that backed off" : ""}.`,
      ...firstStart,
      ...(room.startedGrounds?.() ?? []),
      ...(state === "cold"
        ? ["Listen once cold and once warm. If it ticks, say at which valve: the job goes back to it."]
        : ["If it ticks, say at which valve: the job goes back to it."]),
    ],
  }),
};

/** A wrench to every lock; `more` is said before it. */
export const wrenchCheck = ({ locking }: RunContext, more: readonly string[] = []): CheckWords => ({
  title: "Put a wrench to every lock once more.",
  done: "Every locknut checked",
  grounds: [
    ...more,
    locking.kind === "self-locking"
      ? "A nut that turns by hand is worn: fit a new one and set the valve again."
      : "Touch each one, in the order of the drawing: the one that was missed is the one that backs off.",
  ],
});

/** "Front cover: a new gasket, 9 Nm." */
function coverLine({ name, seal, torqueNm }: CoverEntry): string {
  const how = [seal === undefined ? null : SEAL_WORDS[seal], torqueNm === undefined ? null : `${torqueNm} Nm`];
  const said = how.filter((h) => h !== null);
  return `${capital(name)}: ${said.length === 0 ? "seal and torque by the book" : said.join(", ")}${torqueNm === undefined && seal !== undefined ? ", torque by the book" : ""}.`;
}

const SEAL_WORDS: Record<Seal, string> = {
  gasket: "a clean gasket",
  "o-ring": "its O-ring seated, not pinched",
  sealant: "sealant on clean faces",
};

const DRIVE_WORDS: Record<Exclude<TimedDrive, "none">, string> = {
  distributor: "the distributor",
  "injection-pump": "the injection pump",
  magneto: "a magneto",
};

/** The word on what is driven in time, before anyone puts it back: it goes in at the first cylinder's firing TDC. */
function driveCheck({ engine, job, file, rules }: RunContext, { state }: RunNow): CheckWords {
  const { stop } = state;
  const first = engine.cylinders.find((c) => c.firingDeg === 0)?.id ?? "1";
  const what = job.drive === null || job.drive === "none" ? "a distributor or pump" : DRIVE_WORDS[job.drive];
  const turnDeg = stop === null ? null : advance(stop.crankDeg, 0, job.cycleDeg);
  const { check, oneTurnOut } = proofWordsAt(engine, gearNow(rules, job, state), 0);
  const there = turnDeg === 0 || turnDeg === null;
  return {
    title: there
      ? `If ${what} came off: cylinder ${first} must fire where it goes back.`
      : `If ${what} came off: turn the crank ${turnWords(Math.round(turnDeg * 10) / 10)} on, to cylinder ${first} firing.`,
    grounds: [
      `${check}${oneTurnOut === null ? "" : ` ${oneTurnOut}`}`,
      `A drive is timed at cylinder ${first} firing; with ${first} rocking it goes in half a turn out. Where nothing came off, the crank stays as it is.`,
      ...(there ? [] : [`Turn ${directionWords(file)}.`]),
    ],
    done: "In time, or nothing came off",
  };
}

export function closeWords({ job, rules, room }: RunContext, { state }: RunNow): Instruction {
  const { done, of } = progressOf(rules, job, state);
  const excused = [...state.valves.values()].filter((v) => v.left?.reason != null).map((v) => v.valve.id);
  const unread = [...state.valves.values()].filter((v) => v.skipped !== null).map((v) => v.valve.id);
  const skipped = [...state.checked.values()].flatMap((c) =>
    c.reason === null ? [] : [`${CLOSE_ITEM_NAMES[c.item]} (${c.reason})`],
  );
  return instruction({
    eyebrow: `${done} of ${of} ${rules.progress === undefined ? "valves" : room.doneWord}`,
    title:
      room.closeTitle !== undefined
        ? room.closeTitle
        : unread.length === 0
          ? "Every valve has a final reading. Close the job."
          : "All but what stays unread has a final reading. Close the job.",
    grounds: [
      ...(unread.length > 0 ? [`Left unread: ${unread.join(", ")}.`] : []),
      ...(excused.length > 0 ? [`Left outside the band, with a reason: ${excused.join(", ")}.`] : []),
      ...(skipped.length > 0 ? [`Not done: ${skipped.join("; ")}.`] : []),
      "After this the sheet is final, and a second person can sign it.",
    ],
    button: entering("Close the job", { kind: "closed" }),
  });
}

export const closedWords = ({ state, allKept }: RunNow): Instruction =>
  !allKept
    ? instruction({
        eyebrow: state.calledOff === null ? "Closing" : "Calling off",
        title: "It is on this device, and the shop doesn't have it yet.",
        grounds: ["It is sent as soon as the shop answers."],
      })
    : state.calledOff !== null
      ? instruction({
          eyebrow: "Called off",
          title: "This job was called off. It is saved, and counts for nothing.",
          grounds: [`${state.calledOff.reason}.`],
        })
      : instruction({
          eyebrow: "Finished",
          title: state.signed
            ? "This job is closed and signed. The sheet is final."
            : "This job is closed. The sheet is final.",
          grounds: state.signed ? [] : ["A second person looks it over and signs on the sheet."],
        });
