/** The shape of what is told: a sentence, its grounds, and what can be answered. */
import type { CloseItem } from "@/core/run/entry";
import type { Felt } from "@/core/shims/tries";
import type { ZeroSchool } from "@/core/preload/zeroLash";
import type { Tap } from "./taps";

export type Action =
  | { readonly kind: "arrive"; readonly stop: string }
  | { readonly kind: "tap"; readonly key: string; readonly said: Tap }
  /** The reading stands as it is, and the valve is set in its turn. */
  | { readonly kind: "note" }
  | { readonly kind: "leave" }
  | { readonly kind: "set"; readonly turns: number | null; readonly aimMm: number | null; readonly locked: boolean }
  | { readonly kind: "lock" }
  | { readonly kind: "zero"; readonly school: ZeroSchool }
  /** A lifter goes back to zero lash, whatever was counted. */
  | { readonly kind: "from-zero" }
  /** Turned in past zero lash; `look` stays at the valve, `leave` is done with it. */
  | { readonly kind: "turn-in"; readonly turns: number; readonly then: "leave" | "look" }
  | { readonly kind: "fit"; readonly lengthMm: number; readonly fromMm: number }
  | { readonly kind: "order"; readonly list: string; readonly pause: boolean }
  | { readonly kind: "answer"; readonly question: string; readonly answer: string }
  /** Takes the last reading of a valve back. */
  | { readonly kind: "again"; readonly valve: string }
  | { readonly kind: "tighten"; readonly part: string }
  | { readonly kind: "bar"; readonly stop: string }
  | { readonly kind: "check"; readonly item: CloseItem }
  | { readonly kind: "plug"; readonly count: number; readonly gear: string }
  | { readonly kind: "bridge"; readonly turned: boolean }
  /** What was felt over a closer's base circle. */
  | { readonly kind: "feel"; readonly felt: Felt }
  /** Which part goes where, and what a pair wants, is worked out on pages of their own. */
  | { readonly kind: "parts" }
  | { readonly kind: "pair" }
  | { readonly kind: "locate" }
  | { readonly kind: "back" }
  | { readonly kind: "close" };

export interface Choice {
  readonly label: string;
  readonly action: Action;
}

/** Something that wants a few words: the button that opens it, and what the words are for. */
export interface Reasoned {
  readonly open: string;
  readonly label: string;
  readonly submit: string;
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
  readonly button: Choice | null;
  /** The other answers, in the order in which the second key goes through them. */
  readonly choices: readonly Choice[];
  readonly reasoned: Reasoned | null;
  /** The blade to try next, by key. */
  readonly tryKey: string | null;
}

export const told = (given: Pick<Instruction, "eyebrow" | "title"> & Partial<Instruction>): Instruction => ({
  grounds: [],
  button: null,
  choices: [],
  reasoned: null,
  tryKey: null,
  ...given,
});
