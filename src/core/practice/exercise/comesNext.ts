/** What somebody practices next, from what they have done. Pure. */
import {
  EXERCISES,
  EXERCISE_IDS,
  type ExerciseId,
  LEVELS,
  LEVEL_WORDS,
  type Level,
  exerciseNumber,
} from "./exerciseList";

interface DonePractice {
  readonly exercise: ExerciseId;
  readonly level: Level;
  /** Null where it was not ended. */
  readonly score: number | null;
}

/** From here on an exercise counts as done at its level. */
export const PASSED = 85;

export interface ComesNext {
  readonly exercise: ExerciseId;
  readonly level: Level;
  /** In a sentence. */
  readonly why: string;
}

/** The first exercise that was not passed at any level, guided; after all twelve, the first that was not yet passed alone. */
export function comesNext(done: readonly DonePractice[]): ComesNext {
  const passed = (id: ExerciseId, levels: readonly Level[]): boolean =>
    done.some((d) => d.exercise === id && levels.includes(d.level) && (d.score ?? 0) >= PASSED);
  const tried = (id: ExerciseId): boolean => done.some((d) => d.exercise === id && d.score !== null);
  for (const levels of [LEVELS, ["prompted", "alone"], ["alone"]] as const) {
    const id = EXERCISE_IDS.find((one) => !passed(one, levels));
    if (id === undefined) continue;
    const level = levels[0] ?? "alone";
    const { aim } = EXERCISES[id];
    const why = tried(id)
      ? `Exercise ${exerciseNumber(id)} once more, ${LEVEL_WORDS[level].name.toLowerCase()}: ${PASSED} marks are a pass. ${aim}`
      : `Exercise ${exerciseNumber(id)} comes next. ${aim}`;
    return { exercise: id, level, why };
  }
  return {
    exercise: "odd-one-out",
    level: "alone",
    why: "All twelve are passed without help. Another engine with something wrong keeps the eye sharp.",
  };
}
