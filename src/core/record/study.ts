/** A gauge study as it is set up and read: blind, everybody in an order of their own. Pure. */
import { type Random, random } from "../units/random";

export interface StudyPlan {
  /** 1 to 5. */
  readonly people: readonly string[];
  /** At least 2: valves, or known gaps, by the names that they are called. */
  readonly valves: readonly string[];
  /** How often everybody reads each, at least 2. */
  readonly times: number;
  /** The order follows from it. */
  readonly seed: number;
}

/** One reading that is to be made. */
export interface Look {
  readonly valve: string;
  /** The first is 1. */
  readonly time: number;
}

/** In what order a person reads: all of them once, then all of them again, and none twice in a row. */
export function studyOrder({ people, valves, times, seed }: StudyPlan, person: string): readonly Look[] {
  const place = people.indexOf(person);
  if (place < 0) return [];
  const r = random(seed * people.length + place);
  const looks: Look[] = [];
  for (let time = 1; time <= times; time++) {
    const round = shuffled(valves, r);
    const [first, second] = round;
    if (first !== undefined && second !== undefined && looks.at(-1)?.valve === first)
      round.splice(0, 2, second, first);
    looks.push(...round.map((valve) => ({ valve, time })));
  }
  return looks;
}

function shuffled<T>(all: readonly T[], r: Random): T[] {
  const left = [...all];
  return all.flatMap(() => left.splice(r.int(0, left.length - 1), 1));
}

/** What a person reads next after so many readings; null when they are through. */
export const nextLook = (plan: StudyPlan, person: string, made: number): Look | null =>
  studyOrder(plan, person)[made] ?? null;

/** How many readings everybody makes. */
export const looksEach = ({ valves, times }: Pick<StudyPlan, "valves" | "times">): number => valves.length * times;
