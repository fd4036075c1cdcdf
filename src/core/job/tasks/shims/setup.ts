/** A job on parts of graded thickness: all are read before any is fitted, and what was fitted before is remembered. */
import type { TaskSetup } from "../setupRules";
import { lastFittedMm } from "../dryGap/plan";
import { LASH_SETUP } from "../lashSetup";
import { type ShimsTask, planShims } from "./plan";

export const SHIMS_SETUP: TaskSetup<ShimsTask> = {
  ...LASH_SETUP,
  gear: ["bucket-shim", "bucket"],
  readsAllFirst: true,
  remembersParts: true,
  plan: (file, { fittedBefore }) => ({ plan: { kind: "shims", plan: planShims(file, lastFittedMm(fittedBefore)) } }),
  tools: () => ["Micrometer and its check piece, magnet, a tray with a place for every part"],
};
