import type { AdjusterEntry } from "../../engine/engineFile";
import { lockingOf } from "../../lash/locking";

const LOCKS = {
  "lock-nut": "Wrench for the lock nuts, driver for the screws",
  "poly-lock": "Hex key for the set screws, wrench for the poly locks",
  "self-locking": "Socket for the nuts",
  tappet: "Three thin wrenches for tappet body, screw and lock nut",
} as const;

/** What its lock is worked with. */
export const lockTool = (adjuster: AdjusterEntry | undefined): string => LOCKS[lockingOf(adjuster).kind];
