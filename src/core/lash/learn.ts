/**
 * What a job teaches about its own adjusters: how far locking shifts the lash, and how much lash a
 * turn really makes. Both are medians over what was read, shown with their evidence.
 */
import { median } from "../units/median";

/** A reading before and one after something was done to a valve, in mm of lash (the middle of each reading). */
export interface BeforeAfter {
  readonly valve: string;
  readonly beforeMm: number;
  readonly afterMm: number;
}

/** A known turn of an adjuster between two readings; positive = in. */
export interface KnownTurn extends BeforeAfter {
  readonly turns: number;
  /** How far both readings together may be off, in mm. */
  readonly unsureMm: number;
}

/** Fewer than this may be a slip of the hand (assumed). */
const MIN_SHIFTS = 2;
const MIN_TURNS = 3;

/** Readings before locking are asked for until this many pairs are known (assumed: a median of three bears one slip). */
export const PAIRS_WANTED = 3;

/**
 * The change that locking makes, in mm (negative = tighter): the median over pairs of this job and of
 * `earlierMm` (this person's on this engine); null while there are too few.
 */
export function lockShift(pairs: readonly BeforeAfter[], earlierMm: readonly number[] = []): number | null {
  const shifts = [...pairs.map((p) => p.afterMm - p.beforeMm), ...earlierMm];
  return shifts.length < MIN_SHIFTS ? null : median(shifts);
}

export interface LearnedK {
  /** Lash change per unit of screw travel, as it was found. */
  readonly k: number;
  readonly from: number;
  /** Against the computed one: 0.25 = a quarter more. */
  readonly off: number;
  /** Over 20 per cent off: worth a look at the figures of the adjuster. */
  readonly disagrees: boolean;
}

const DISAGREES = 0.2;

/**
 * k from turns made, against the computed one; null while fewer than three turns say anything. A turn
 * says something when the lash moved by more than its two readings can be off.
 */
export function learnK(
  turns: readonly KnownTurn[],
  { pitchMm, k }: { readonly pitchMm: number; readonly k: number },
): LearnedK | null {
  const telling = turns.filter(
    (t) => Math.abs(t.beforeMm - t.afterMm) > t.unsureMm && Math.sign(t.beforeMm - t.afterMm) === Math.sign(t.turns),
  );
  if (telling.length < MIN_TURNS) return null;
  const learned = median(telling.map((t) => (t.beforeMm - t.afterMm) / (t.turns * pitchMm)));
  const off = learned / k - 1;
  return { k: learned, from: telling.length, off, disagrees: Math.abs(off) > DISAGREES };
}
