/** The middle of a list, or the mean of its two middles. @throws RangeError on an empty list. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  const upper = sorted[half];
  if (upper === undefined) throw new RangeError("median: of nothing");
  return sorted.length % 2 === 1 ? upper : ((sorted[half - 1] ?? upper) + upper) / 2;
}

/** Median absolute deviation, scaled to a standard deviation of a normal spread. */
export function robustSpread(values: readonly number[]): number {
  const middle = median(values);
  return 1.4826 * median(values.map((v) => Math.abs(v - middle)));
}
