/** Ready reasons: what is mostly said where a reason is asked, so that greasy hands need not type. Plain data. */
import type { CloseItem } from "@/core/job/ledger/kinds";

export const READY_TO_LEAVE = ["Out of reach", "Seized or broken", "No part to hand", "Owner informed: later"];
export const READY_TO_READ_HERE = ["Crank can't be turned on", "Another cam is fitted", "Only to compare"];
export const READY_TO_LOOK_AGAIN = ["Ticks after start", "Was misread", "Lock may be loose", "To compare"];
export const READY_BLED_DOWN = ["Bled down with the tool", "Stood overnight, lifters were soft", "New, dry lifters"];

const NO_TIME = "No time: owner informed";
export const READY_TO_LEAVE_UNREAD = ["Out of reach", "Broken: owner informed", "Taken out", "Not asked for"];
export const READY_TO_CALL_OFF = ["Begun by mistake", "Wrong engine", "Wrong figures", "Owner took it back"];

/** Why something before closing is not done. */
export const READY_TO_SKIP: Record<CloseItem, readonly string[]> = {
  recheck: ["Done again after the first heat", "Crank can't be turned now", NO_TIME],
  plugs: ["None were fitted", "Counted by a colleague"],
  locks: ["Tried by a colleague", "Nothing was turned"],
  cleared: ["Cover stays off for now", NO_TIME],
  covers: ["Cover stays off for now", NO_TIME],
  drive: ["Drive comes later", NO_TIME],
  started: ["On the stand: not started", "Started later by the owner", NO_TIME],
};
