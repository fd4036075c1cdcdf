/** The hands of every kind of work: kept whole by its type. */
import type { GearTaskKind } from "../../job/tasks";
import type { Hand } from "../madeUpEngine";
import { DRY_GAP_HAND } from "./dryGap";
import { GRINDING_HAND } from "./grinding";
import { OPENER_CLOSER_HAND } from "./openerCloser";
import { PRELOAD_HAND } from "./preload";
import { SCREW_HAND } from "./screw";
import { SHIMS_HAND } from "./shims";

export const HANDS: { readonly [K in GearTaskKind]: Hand } = {
  screw: SCREW_HAND,
  grinding: GRINDING_HAND,
  preload: PRELOAD_HAND,
  "dry-gap": DRY_GAP_HAND,
  shims: SHIMS_HAND,
  "opener-closer": OPENER_CLOSER_HAND,
};
