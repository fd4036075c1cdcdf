/** What is asked where a gap is read and then set: shared by every kind of work on lash. */
import type { Mover } from "../../engine/mover";
import { showFigure, showLength } from "../../units/length";
import { APART_MM } from "../../shims/oneValve";
import type { AnyTask, JobOf, JobValve } from "../job";
import type { LedgerEntry } from "../ledger/entry";
import { intervalOf } from "../ledger/readings";
import { predictedLash } from "../ledger/predictedLash";
import { capital, valveName } from "../words/names";
import { readingWords, readIn } from "../words/readings";
import { NOTHING_FOUND, type Question } from "./question";
import type { TaskQuestions } from "./questions";

/** The least spread between siblings of common feeler sets (record rule of the trade). */
export const SPREAD_FLOOR_MM = 0.015;

const AT_TIGHT = {
  checks: [
    "Is the crank at this stop, the follower on its base circle? On a lobe every valve reads tight.",
    "Seat sinking, valve stretched or burnt: check compression or leak-down.",
  ],
  answers: [NOTHING_FOUND, "Seat or valve: to be watched", "Set wrong last time"],
} as const;

/** What makes a gap wider where a part of some thickness lies: nothing is locked there. */
export const PART_LOOSE: Pick<Question, "checks" | "answers"> = {
  checks: [
    "Dirt under it, or a part not seated: turn the cam once more.",
    "Lobe, or what runs on it, worn: look at them.",
  ],
  answers: [NOTHING_FOUND, "Seated anew, it reads so now", "Lobe: to be watched"],
};

/** What makes a gap wider than the others, by what moves there. */
const AT_LOOSE: Record<Mover["name"], Pick<Question, "checks" | "answers">> = {
  rocker: {
    checks: [
      "Lock slipped, or a part not seated: move the rocker by hand.",
      "Pushrod bent: spin it. Lobe, roller or tip worn: look at them.",
    ],
    answers: [NOTHING_FOUND, "Lock had slipped", "Pushrod, lobe or tip: to be watched"],
  },
  follower: {
    checks: [
      "Lock slipped, or a part not seated: move the follower by hand.",
      "Lobe, follower or tip worn: look at them.",
    ],
    answers: [NOTHING_FOUND, "Lock had slipped", "Lobe or follower: to be watched"],
  },
  bucket: PART_LOOSE,
  tappet: {
    checks: [
      "Lock slipped, or a part not seated: move the tappet by hand.",
      "Lobe, tappet or stem worn: look at them.",
    ],
    answers: [NOTHING_FOUND, "Lock had slipped", "Lobe or tappet: to be watched"],
  },
};

/** What moved, likeliest first: what holds the setting, then what was read. */
const movedBy = (check: string, answer: string): TaskQuestions["moved"] => ({
  checks: [check, "Another valve read, now or then, or the crank not at this stop."],
  answers: [answer, "Wrong valve or stop was read before", NOTHING_FOUND],
});

/** Where nothing is locked: a part that lies otherwise than it did. */
export const PART_MOVED = movedBy(
  "Dirt between, or a part not seated: turn the cam once more.",
  "Seated anew, it reads so now",
);

export const LASH_QUESTIONS: TaskQuestions = {
  spreadFloorMm: () => SPREAD_FLOOR_MM,
  moved: movedBy("Lock not tight: try it.", "Lock was not tight"),
  odd: (side, { mover }) => (side === "tight" ? AT_TIGHT : AT_LOOSE[mover]),
  alike: ({ state }: JobOf<AnyTask>, count: number, way: string) => ({
    text: `All ${count} valves read so far are alike: ${way}. Is the engine really ${state}?`,
    checks: [
      state === "cold"
        ? "Has the engine run today? Hot, it reads otherwise than cold."
        : "Is it still hot through? It cools while you work.",
      "Is it the right feeler set, read in the right unit?",
      "Did another person, with another hand, set it last time?",
    ],
    answers: [`It is ${state}: checked by hand or thermometer`, "Another person or another set last time"],
  }),
};

/** The same for work on which something else makes a gap wide than where a screw sets it: nothing is locked there. */
export const lashQuestionsWith = (loose: Pick<Question, "checks" | "answers">): TaskQuestions => ({
  ...LASH_QUESTIONS,
  moved: PART_MOVED,
  odd: (side) => (side === "tight" ? AT_TIGHT : loose),
});

/** A part was fitted and leaves another lash than the sum said: a wrong reading, dirt, or a part not seated. */
export function unlikePredicted(job: JobOf, valve: JobValve, work: readonly LedgerEntry[]): Question[] {
  return predictedLash(work).flatMap(({ achieved, predictedMm }) => {
    const now = intervalOf(achieved);
    const apartMm = Math.max(now.lo - predictedMm.hi, predictedMm.lo - now.hi);
    if (apartMm <= APART_MM + 1e-9) return [];
    return [
      {
        id: `part:${achieved.id}`,
        valve: valve.id,
        side: null,
        text: `${capital(valveName(valve, job.valves))} reads ${readingWords(achieved)}, and its part should leave ${showFigure(predictedMm.lo, readIn(achieved))}–${showLength(predictedMm.hi, readIn(achieved))}. What is wrong?`,
        checks: [
          "Dirt under it, or a part not seated: turn the cam once more.",
          "The part measured wrong, or put at another valve.",
          "The first reading was wrong.",
        ],
        answers: [
          "Seated anew, it reads so now",
          "The part was measured wrong",
          "The first reading was wrong",
          NOTHING_FOUND,
        ],
      },
    ];
  });
}
