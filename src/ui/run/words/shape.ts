/** The shape of what is told: a sentence, its grounds, and what can be answered. */
import type { Draft } from "@/core/job/ledger/entry";
import type { CloseItem, Rereads } from "@/core/job/ledger/kinds";
import type { Tap } from "../../leaves/taps";
import { READY_TO_LEAVE } from "./ready";

/** Entries that are made together. */
export interface EnterAction {
  readonly kind: "enter";
  readonly drafts: readonly Draft[];
  /** The valve stays in hand. */
  readonly stay?: boolean;
  /** The valve is done by what is entered: its as-left is the last of them. */
  readonly leave?: boolean;
  /** What is chosen at the valve from then on. */
  readonly choose?: Chosen;
}

export type Action =
  | EnterAction
  | { readonly kind: "arrive"; readonly stop: string }
  | { readonly kind: "tap"; readonly key: string; readonly tap: Tap }
  /**
   * The reading stands as it is, and the valve is set in its turn; `stay`: it is still in hand. `answer`: what was found
   * of the question that it raises, kept with it.
   */
  | { readonly kind: "note"; readonly stay?: boolean; readonly answer?: string }
  | { readonly kind: "leave"; readonly reason?: string }
  | {
      readonly kind: "set";
      readonly turns: number | null;
      readonly aimMm: number | null;
      readonly locked: boolean;
    }
  | { readonly kind: "lock" }
  /** Takes back what was last done at a valve, or at a line by its id. */
  | { readonly kind: "again"; readonly valve: string }
  | { readonly kind: "turn-over"; readonly stop: string; readonly rereads: Rereads | null }
  /** Something is chosen at the valve in hand before it is entered. */
  | { readonly kind: "choose"; readonly choice: Chosen }
  /** A page of its own, below the job's. */
  | { readonly kind: "open"; readonly path: string }
  | { readonly kind: "locate" }
  | { readonly kind: "back" }
  /** The answer to whether others' work goes back too. */
  | { readonly kind: "take-back"; readonly sure: boolean };

/** What is chosen by hand at the valve in hand, before it is entered: each kind of work knows what. */
export type Chosen = Readonly<Record<string, unknown>>;

export interface Answer {
  readonly label: string;
  readonly action: Action;
}

/** Something that wants a few words: the button that opens it, and what the words are for. */
export interface Reasoned {
  readonly open: string;
  readonly label: string;
  readonly submit: string;
  /** What is mostly said: a tap each. */
  readonly ready: readonly string[];
  readonly for:
    | { readonly kind: "leave" }
    | { readonly kind: "bled" }
    | { readonly kind: "answer"; readonly question: string }
    | { readonly kind: "skip"; readonly item: CloseItem };
}

export interface Instruction {
  readonly eyebrow: string;
  readonly title: string;
  readonly grounds: readonly string[];
  readonly button: Answer | null;
  /** What is awaited where there is no button yet. */
  readonly awaits: string;
  /** The other answers, in the order in which the second key goes through them. */
  readonly choices: readonly Answer[];
  readonly reasoned: Reasoned | null;
  /** The blade to try next, by key. */
  readonly tryKey: string | null;
}

/** An instruction with what is left out filled in. */
export const instruction = (given: Pick<Instruction, "eyebrow" | "title"> & Partial<Instruction>): Instruction => ({
  grounds: [],
  button: null,
  awaits: "Tap the leaves",
  choices: [],
  reasoned: null,
  tryKey: null,
  ...given,
});

/** An answer that just enters something. */
export const entering = (label: string, ...drafts: readonly Draft[]): Answer => ({
  label,
  action: { kind: "enter", drafts },
});

export const LEAVE_SO: Reasoned = {
  open: "Leave it so, with a reason",
  label: "Why it is left so",
  submit: "Leave it",
  ready: READY_TO_LEAVE,
  for: { kind: "leave" },
};
