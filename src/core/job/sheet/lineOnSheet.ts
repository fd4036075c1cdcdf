/** A line of a build check as a sheet tells it: the same on the screen, on paper and in a table. */
import type { SheetBuildCheck, SheetLine } from "./format";

/** "ticked twice", "not here: solid pushrods", "open". */
export function answeredWords({ rounds, by, notHere }: SheetLine): string {
  if (notHere !== null) return `not here: ${notHere}`;
  if (by.length === 0) return "open";
  return by.length < rounds ? "first round only" : rounds === 2 ? "ticked, both rounds" : "ticked";
}

/** What was measured and found there; empty where nothing was. */
export const foundWords = ({ reading, found }: SheetLine): string =>
  [reading, ...found].filter((x) => x !== null).join("; ");

/** Whoever answered it, each once: "Mara Finch, Jory Pell". */
export const namesOf = ({ by }: SheetLine): string => [...new Set(by.map((b) => b.by))].join(", ");

/** A whole check in a line: "17 lines, 1 not here; checked by Mara Finch, signed by Jory Pell". */
export function buildCheckWords({ lines, closedBy, signedBy }: SheetBuildCheck): string {
  const without = lines.filter((l) => l.notHere !== null).length;
  return `${lines.length} lines${without === 0 ? "" : `, ${without} not here`}; checked by ${closedBy}${signedBy === null ? ", not signed" : `, signed by ${signedBy}`}`;
}
