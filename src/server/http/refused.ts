/** An outcome that the person can do something about: a sentence, and the field it is about. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly status: 400 | 401 | 403 | 404 | 408 | 409 | 413 | 422 | 429 = 422,
    readonly path = "",
  ) {
    super(message);
    this.name = "Refused";
  }
}

/** What the database says of what it was given, by the class of its code: never that it can't be reached. */
const BY_STATE: readonly (readonly [RegExp, 409 | 422, string])[] = [
  [
    /^22|^23514$|^23502$/,
    422,
    "Something of this can't be saved as it is: a figure out of its range, or a text that is none.",
  ],
  [/^23505$/, 409, "This id is used for something else already. Make it again."],
  [/^23503$/, 409, "What this belongs to is not there, or not in this shop. Look at the list again."],
  [
    /^FL/,
    409,
    "The record does not allow this as things stand now. Look at where the job is, and do it again from there.",
  ],
];

/** The refusal behind an error that a query threw; null where the database did not refuse, but fail. */
export function refusedByDatabase(error: unknown): Refused | null {
  const { code } = ((error as { cause?: unknown } | null)?.cause ?? error ?? {}) as { code?: unknown };
  if (typeof code !== "string") return null;
  const found = BY_STATE.find(([state]) => state.test(code));
  return found === undefined ? null : new Refused(found[2], found[1]);
}
