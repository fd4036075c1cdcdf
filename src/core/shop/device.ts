/** Where a browser keeps the runs that it opens again without a network. */
export const RUNS_CACHE = "runs";
