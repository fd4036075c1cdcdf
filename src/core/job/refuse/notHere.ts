/** Entries that have their place in some kinds of work only, and what is said where they have none. */
import type { EntryOf } from "../ledger/entry";
import type { EntryKind } from "../ledger/kinds";

/** Kinds of entries that not every job has. */
export const TASK_ENTRY_KINDS = [
  "slack",
  "set",
  "zeroed",
  "fitted",
  "loaded-gap",
  "closer-felt",
  "plugged",
  "ordered",
  "line-ticked",
  "line-not-here",
] as const satisfies readonly EntryKind[];
export type TaskEntryKind = (typeof TASK_ENTRY_KINDS)[number];

export const NOT_HERE: { readonly [K in TaskEntryKind]: (entry: EntryOf<K>) => string } = {
  slack: () => "Only a screw or a nut can be found slack.",
  set: () => "Nothing is turned in this job.",
  zeroed: () => "Zero lash is found in a preload job only.",
  fitted: ({ part }) =>
    part === null
      ? "No part sets the gap on this engine."
      : "Only a positively closed valve has an opener and a closer.",
  "loaded-gap": () => "The loaded gap is read where valves are positively closed.",
  "closer-felt": () => "Closers are felt where valves are positively closed.",
  plugged: () => "Holes are plugged and counted in a job on positively closed valves.",
  "line-ticked": () => "Only a build check has lines to tick.",
  "line-not-here": () => "Only a build check has lines to tick.",
  ordered: () => "Parts are ordered where they set the gap.",
};
