/** A finished job of a week in a line. Pure. */
import type { DoneLine } from "./week";

const WORK = { lash: "lash", preload: "preload", "dry-gap": "dry gap" } as const;

/** "lash: 3 of 12 found out of band, 5 set; closed by Jory Penhale, signed by Maud Fenwick". */
export function doneWords({ work, valves, foundOut, set, closedBy, signedBy }: DoneLine): string {
  const found =
    foundOut === null ? `${valves} valves` : `${foundOut === 0 ? "none" : foundOut} of ${valves} found out of band`;
  const both = signedBy === closedBy;
  const signed = both ? "" : signedBy === null ? ", not signed yet" : `, signed by ${signedBy}`;
  return `${WORK[work]}: ${found}, ${set === 0 ? "none" : set} set; closed${both ? " and signed" : ""} by ${closedBy}${signed}`;
}
