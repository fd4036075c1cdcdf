/** A plan of parts carried out: what is entered at the valves that get another part. */
import type { Pick as Chosen } from "../../../shims/assign";
import type { FittedEntry } from "../../ledger/entry";
import type { PartOut } from "./partsOut";

/** The valves of a plan that get another part. */
export const exchangedIn = (picks: readonly Chosen[]): Chosen[] => picks.filter((p) => p.source !== "own");

interface Doing {
  /** Where the crank stands, by its letter. */
  readonly stop: string;
  /** Names of micrometers by their ids. */
  readonly names: ReadonlyMap<string, string>;
  readonly idFor: (valve: string) => string;
}

/** One entry for each valve that gets another part. @param came what came out, as it was measured */
export function fittedEntries(
  changes: readonly Chosen[],
  came: readonly PartOut[],
  { stop, names, idFor }: Doing,
): FittedEntry[] {
  const out = new Map(came.map((o) => [o.valve, o]));
  return changes.map((c) => {
    const from = out.get(c.position);
    return {
      id: idFor(c.position),
      supersedes: null,
      kind: "fitted",
      valve: c.position,
      stop,
      fromMm: from === undefined || from.kind === "open-gap" ? null : from.mm,
      lengthMm: c.thicknessMm,
      partFrom: c.source === "moved" ? `valve ${c.from}` : `part ${c.from}`,
      part: null,
      collets: null,
      instrument: from === undefined ? null : (names.get(from.micrometerId ?? "") ?? null),
    };
  });
}
