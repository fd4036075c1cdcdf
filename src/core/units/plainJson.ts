/** What can be kept at all of what somebody sends: text that is text, and no deeper than anything here is. */

/** Nothing that is sent here goes a third as deep. */
const DEEPEST = 40;

/** Controls other than tab and line ends, and halves of a character: a database keeps neither. */
const NO_TEXT = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/;
const HALF = /\p{Surrogate}/u;

export interface JsonProblem {
  readonly path: readonly (string | number)[];
  readonly message: string;
}

/** The first thing in parsed JSON that can't be kept; null where all can. */
export function jsonProblem(value: unknown, path: readonly (string | number)[] = []): JsonProblem | null {
  if (typeof value === "string") return textProblem(value, path);
  if (typeof value !== "object" || value === null) return null;
  if (path.length >= DEEPEST) return { path, message: `Nothing here is more than ${DEEPEST} deep.` };
  const parts: Iterable<[string | number, unknown]> = Array.isArray(value) ? value.entries() : Object.entries(value);
  for (const [key, part] of parts) {
    const problem = (typeof key === "string" ? textProblem(key, path) : null) ?? jsonProblem(part, [...path, key]);
    if (problem !== null) return problem;
  }
  return null;
}

function textProblem(text: string, path: readonly (string | number)[]): JsonProblem | null {
  if (NO_TEXT.test(text)) return { path, message: "Leave out control characters: they can't be saved." };
  return HALF.test(text) ? { path, message: "Half of a character stands here: type it again." } : null;
}

/**
 * Names by which things are looked up can't be those that every object has.
 * @returns whether a name is free to be given
 */
export const isFreeName = (name: string): boolean => !(name in Object.prototype);
