/** What the database's own rules say: one code each, so that nobody reads a sentence to know which. */
export const SQL_STATES = {
  appendOnly: "FL001",
  jobClosed: "FL002",
  notClosedYet: "FL003",
  signedByCloser: "FL004",
  entryNotHere: "FL005",
  entryShape: "FL006",
  crankWaits: "FL007",
  leftOnOther: "FL008",
  lockLoose: "FL009",
  outOfBand: "FL010",
  closerNotRight: "FL011",
  valvesOpen: "FL012",
  coldGap: "FL013",
  lockNotLoose: "FL014",
  offsetNotHere: "FL015",
  stateReadingNotHere: "FL016",
  takesNothingBack: "FL017",
  workedOn: "FL018",
  partsFitted: "FL019",
  tooFewParts: "FL020",
  orderTold: "FL021",
  tooManyParts: "FL022",
  notProven: "FL023",
  notEmpty: "FL024",
  begunAlready: "FL025",
  notByLead: "FL026",
  lastLead: "FL027",
  nobodyHere: "FL028",
  wordMissing: "FL029",
  linkOfSomebody: "FL030",
  hereAlready: "FL031",
  countsOtherwise: "FL032",
  lineNotOpen: "FL033",
  followerLifted: "FL034",
} as const;
export type SqlState = keyof typeof SQL_STATES;

interface DatabaseError {
  readonly code?: unknown;
  readonly detail?: unknown;
  readonly constraint?: unknown;
}

/** The error of the database behind one that a query threw. */
const databaseError = (error: unknown): DatabaseError =>
  ((error as { cause?: unknown }).cause ?? error ?? {}) as DatabaseError;

/** Whether the database refused by this rule. */
export const isRefusedBy = (error: unknown, state: SqlState): boolean =>
  databaseError(error).code === SQL_STATES[state];

/** Whether something is there already that may be there once, by the name of that rule. */
export const isTaken = (error: unknown, constraint: string): boolean =>
  databaseError(error).code === "23505" && databaseError(error).constraint === constraint;

/** The detail that a rule gives with its refusal; null where it gives none. */
export const refusalDetail = (error: unknown): string | null => {
  const { detail } = databaseError(error);
  return typeof detail === "string" ? detail : null;
};
