/** Answers of the shop's own to what readings ask: what else it finds, and how it looks for it. Pure. */
import type { Question } from "./question";

/** At which readings it may be what was found. */
export const CAUSE_SIDES = ["tight", "loose", "either"] as const;

export interface OwnCause {
  /** The answer, as it stands in the ledger. */
  readonly text: string;
  /** What to look at; null where the answer says enough. */
  readonly check: string | null;
  readonly side: (typeof CAUSE_SIDES)[number];
  /** It lays what was found to hands, locks or parts: it tells nothing of wear. */
  readonly notWear: boolean;
  /** Since when it is one of the shop's, ISO 8601: what was written before that says of wear what it said then. */
  readonly addedAt: string;
}

/** The question with the shop's own checks and answers after the usual ones; where no side is known, those of either. */
export function withOwnCauses(question: Question, causes: readonly OwnCause[]): Question {
  const fits = causes.filter(
    (c) => (c.side === "either" || c.side === question.side) && !question.answers.includes(c.text),
  );
  if (fits.length === 0) return question;
  return {
    ...question,
    checks: [...question.checks, ...fits.flatMap((c) => c.check ?? [])],
    answers: [...question.answers, ...fits.map((c) => c.text)],
  };
}

/** Whether an answer that reached the shop then (ISO 8601, UTC) says nothing of wear by the shop's own list. */
export const saysNoWear = (causes: readonly OwnCause[], answer: string, at: string): boolean =>
  causes.some((c) => c.notWear && c.text === answer && c.addedAt <= at);
