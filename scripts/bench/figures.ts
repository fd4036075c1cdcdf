export const quantile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? NaN;

export const median = (values: readonly number[]): number => quantile(values, 0.5);
