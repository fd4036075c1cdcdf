/** What the ledger of a job shows about its own locks and adjusters: the evidence for learning. */
import type { BeforeAfter, KnownTurn } from "../../lash/learn";
import type { JobOf } from "../job";
import { type LedgerEntry, type LedgerValveEntry, isValveEntry, liveEntries } from "./entry";
import { halfWidthOf, middleOf } from "./readings";

const workByValve = (entries: readonly LedgerEntry[]): Map<string, LedgerValveEntry[]> => {
  const byValve = new Map<string, LedgerValveEntry[]>();
  for (const e of liveEntries(entries))
    if (isValveEntry(e)) byValve.set(e.valve, [...(byValve.get(e.valve) ?? []), e]);
  return byValve;
};

/** What was done at valves: an injector or a pump has a screw of its own, and teaches nothing of theirs. */
export function ofValves<E extends LedgerEntry>(
  { valves }: Pick<JobOf, "valves">,
  entries: readonly E[],
): readonly E[] {
  const others = new Set(valves.flatMap((v) => (v.role === "injector" ? [v.id] : [])));
  return others.size === 0 ? entries : entries.filter((e) => !isValveEntry(e) || !others.has(e.valve));
}

/** Readings right before and right after locking, made by this person; by anybody when left out. */
export function lockShifts(entries: readonly LedgerEntry[], personId?: string | null): BeforeAfter[] {
  return [...workByValve(entries)].flatMap(([valve, work]) =>
    work.flatMap((e, i) => {
      const [before, after] = [work[i - 1], work[i + 1]];
      // One that the shop has not kept yet is by whoever holds this device.
      const mine = personId === undefined || e.personId === undefined || e.personId === personId;
      if (
        e.kind !== "locked" ||
        !mine ||
        before?.kind !== "reading" ||
        before.pass !== "set" ||
        after?.kind !== "reading"
      )
        return [];
      return [{ valve, beforeMm: middleOf(before), afterMm: middleOf(after) }];
    }),
  );
}

/** Turns made between two readings. Where it was locked in the same go, `shiftMm` of locking is taken off. */
export function knownTurns(entries: readonly LedgerEntry[], shiftMm: number): KnownTurn[] {
  return [...workByValve(entries)].flatMap(([valve, work]) =>
    work.flatMap((e, i) => {
      const [before, after] = [work[i - 1], work[i + 1]];
      if (
        e.kind !== "set" ||
        e.turns === null ||
        e.turns === 0 ||
        before?.kind !== "reading" ||
        after?.kind !== "reading" ||
        before.goes.mm === 0
      )
        return [];
      const afterMm = middleOf(after) - (e.locked ? shiftMm : 0);
      return [
        {
          valve,
          turns: e.turns,
          beforeMm: middleOf(before),
          afterMm,
          unsureMm: halfWidthOf(before) + halfWidthOf(after),
        },
      ];
    }),
  );
}
