/** What is checked once before a job is closed, in the order in which it is done. */
import type { CloseItem } from "../ledger/kinds";

/** What a kind of work says of closing. */
export interface CloseOutRules {
  /** What is checked before its jobs are closed, in this order. */
  readonly checks: readonly CloseItem[];
}

/** Done in this order once every valve is done, whatever the work. */
export const USUAL_CHECKS = ["locks", "cleared", "drive", "started"] as const satisfies readonly CloseItem[];

export const CLOSE_ITEM_NAMES: Record<CloseItem, string> = {
  plugs: "plugs counted out",
  recheck: "re-check after two turns by hand",
  locks: "every lock touched once more",
  cleared: "tools off, leaves counted",
  drive: "distributor or pump drive minded",
  started: "started and listened to",
};
