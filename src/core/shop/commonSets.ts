/** Sets as they are sold everywhere, for whoever has not named their own. Marks as they are printed. */
import { MM_PER_INCH } from "../units/length";
import type { FeelerSet, Leaf } from "./feelerSet";

const metric = (mm: number): Leaf => ({ mm, mmMark: mm.toFixed(2), inchMark: null });
const inch = (thou: number): Leaf => ({
  mm: (thou * MM_PER_INCH) / 1000,
  mmMark: null,
  inchMark: `.${String(thou).padStart(3, "0")}`,
});
const steps = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.round((to - from) / step) + 1 }, (_, i) => Math.round((from + i * step) * 1e4) / 1e4);

export const COMMON_SETS: readonly FeelerSet[] = [
  { id: "common-metric", name: "Metric, by 0.05", system: "metric", leaves: steps(0.05, 1, 0.05).map(metric) },
  { id: "common-fine", name: "Metric, by 0.01", system: "metric", leaves: steps(0.03, 0.5, 0.01).map(metric) },
  { id: "common-inch", name: "Inch, by thou", system: "inch", leaves: steps(2, 35, 1).map(inch) },
];
