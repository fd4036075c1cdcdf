/** Steps back: what is taken back for one, whose work that touches, and what can be brought back. Pure. */
import { type Entry, type LedgerEntry, isValveEntry, takenBackBy } from "@/core/job/ledger/entry";

export interface StepBack {
  /** What is taken back, latest first; never empty. */
  readonly entries: readonly LedgerEntry[];
  /** The others whose work goes back with it, by name: it is asked about first. */
  readonly others: readonly string[];
}

/** What waits on this device is its person's own. */
const isOwn = ({ personId }: LedgerEntry, who: string | null): boolean => personId === undefined || personId === who;

/**
 * The last step that this person made, with whatever of others rests on it; the last one at all where none is theirs.
 * A reading goes back with what was done about it, an arrival with the turns that led to it. Null where nothing can
 * be taken back.
 */
export function stepBack(live: readonly LedgerEntry[], personId: string | null): StepBack | null {
  const end = live.at(-1);
  if (end === undefined || end.kind === "closed" || end.kind === "called-off" || end.kind === "signed") return null;
  const own = live.findLastIndex((e) => isOwn(e, personId));
  const at = own === -1 ? live.length - 1 : own;
  const last = live[at];
  if (last === undefined) return null;
  const resting = live
    .slice(at + 1)
    .filter((e) => restsOn(e, last))
    .reverse();
  return stepOf([...resting, ...withItsReading(live, at)], personId);
}

/** These as a step back, with whose they are. */
function stepOf(entries: readonly LedgerEntry[], personId: string | null): StepBack {
  const others = new Set(entries.flatMap((e) => (isOwn(e, personId) ? [] : [e.personName ?? "somebody else"])));
  return { entries, others: [...others] };
}

/** Work at the same valve or line rests on what was done there before; all that was done since rests on the crank's being there, and on what was tightened. */
const restsOn = (later: LedgerEntry, earlier: LedgerEntry): boolean =>
  isValveEntry(earlier)
    ? isValveEntry(later) && later.valve === earlier.valve
    : "line" in earlier
      ? "line" in later && later.line === earlier.line
      : ["arrived", "crank-found", "turned-over", "tightened"].includes(earlier.kind);

function withItsReading(live: readonly LedgerEntry[], at: number): LedgerEntry[] {
  const [last, before] = [live[at], live[at - 1]];
  if (last === undefined) return [];
  const afterReading =
    (last.kind === "left" || last.kind === "set" || last.kind === "locked") &&
    before?.kind === "reading" &&
    before.valve === last.valve;
  const turnedOver = last.kind === "arrived" && before?.kind === "turned-over";
  return before !== undefined && (afterReading || turnedOver) ? [last, before] : [last];
}

/** What this person took back last, with nothing entered since, in the order in which it had been made. */
export function takenBack(entries: readonly LedgerEntry[], personId: string | null): LedgerEntry[] {
  const since = entries.findLastIndex((e) => e.kind !== "withdrawn" || !isOwn(e, personId));
  const gone = new Set(entries.slice(since + 1).map(takenBackBy));
  return entries.filter((e) => gone.has(e.id));
}

/** The same once more, as entries of their own. */
export function madeAgain(entries: readonly LedgerEntry[]): Entry[] {
  const ids = new Map(entries.map((e) => [e.id, crypto.randomUUID()]));
  return entries.map((entry): Entry => {
    const { seq: _s, personId: _p, personName: _n, wordByName: _w, at: _a, madeAt: _m, ...plain } = entry;
    const again = { ...plain, id: ids.get(entry.id) ?? crypto.randomUUID() };
    return again.kind === "left" ? { ...again, reading: ids.get(again.reading) ?? again.reading } : again;
  });
}

/** The last thing that was done at a valve or a line; null where nothing was. */
export function lastAt(live: readonly LedgerEntry[], about: string, personId: string | null): StepBack | null {
  const last = live.findLast((e) => (isValveEntry(e) ? e.valve : "line" in e ? e.line : null) === about);
  return last === undefined ? null : stepOf([last], personId);
}
