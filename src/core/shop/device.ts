/** Where a browser keeps the runs that it opens again without a network. */
export const RUNS_CACHE = "runs";

/** With what is sent, whose it is, where another session sends it. */
export const PASS_HEADER = "fulcrata-pass";
