/** How an adjuster is locked, and what is said about it. */
import type { AdjusterEntry, AdjusterKind, LockKind } from "../engine/engineFile";
import type { Turn } from "../units/turns";

export interface Locking {
  /** False where parts are exchanged or ground: nothing is locked, all is put together. */
  readonly locks: boolean;
  readonly kind: LockKind;
  /** True when turning and locking are one movement, or nothing is locked: no reading comes between. */
  readonly inOneGo: boolean;
  /** What is turned: a screw or a nut. */
  readonly part: "screw" | "nut";
  /** How to lock it. */
  readonly how: string;
}

/**
 * The lock of an engine's adjuster; where the file does not say, a nut on a stud counts as self-locking, all else as
 * a lock nut.
 */
export function lockingOf(adjuster: AdjusterEntry | undefined): Locking {
  if (WITHOUT_LOCK.includes(adjuster?.kind)) return PUT_TOGETHER;
  const part = adjuster?.at === "stud-nut" ? "nut" : "screw";
  const kind =
    adjuster?.lock ??
    (adjuster?.at === "stud-nut" ? "self-locking" : adjuster?.at === "tappet" ? "tappet" : "lock-nut");
  const assumed = adjuster?.lock === undefined && kind === "self-locking";
  const torque = adjuster?.lockTorqueNm === undefined ? "" : ` to ${adjuster.lockTorqueNm} Nm`;
  return {
    locks: true,
    kind,
    part,
    inOneGo: kind === "poly-lock" || kind === "self-locking",
    how: assumed ? NOT_ON_FILE : HOW[kind](torque, part),
  };
}

const PUT_TOGETHER: Locking = {
  locks: false,
  kind: "self-locking",
  part: "screw",
  inOneGo: true,
  how: "Put it together, every part seated.",
};

/** Gear on which nothing is screwed. */
const WITHOUT_LOCK: readonly (AdjusterKind | undefined)[] = [
  "grind",
  "bucket",
  "bucket-shim",
  "positive-closing",
  "fixed",
];

/** A nut on a stud whose lock nobody named: what most are, and how the others are told. */
const NOT_ON_FILE =
  "How it locks is not on file. Most such nuts hold themselves; one with a set screw in it does not: run the screw home and turn both to the mark.";

const HOW: Record<LockKind, (torque: string, part: string) => string> = {
  "lock-nut": (torque, part) => `Hold the ${part} still, tighten its lock nut${torque}.`,
  "poly-lock": (torque) =>
    `Stop a sixteenth of a turn short, run the set screw home, then turn nut and set screw together to the mark${torque}.`,
  "self-locking": () => "It holds itself. If it turns by hand, it is worn: fit a new one.",
  tappet: (torque) =>
    `One wrench on the tappet's body, one on its screw: tighten the lock nut${torque} without turning the body.`,
};

/** The turn in bites, where the tool has no room to swing it in one go; null when it has. */
export function biteWords(turn: Turn, swingDeg: number | undefined): string | null {
  if (swingDeg === undefined || turn.direction === "none" || turn.screwDeg <= swingDeg) return null;
  const bites = Math.ceil(turn.screwDeg / swingDeg);
  return `With ${swingDeg}° of room: ${bites} bites of ${Math.round(turn.screwDeg / bites)}°.`;
}
