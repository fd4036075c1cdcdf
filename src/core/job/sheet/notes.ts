/** What stands on the sheet beside reading and setting, a line for each entry that says something of its own. */
import { CLOSE_ITEM_NAMES } from "../closeOut/items";
import { type TemperatureUnit, temperatureWords } from "../../units/temperature";
import type { JobOf } from "../job";
import type { EntryOf, KeptEntry } from "../ledger/entry";
import type { EntryKind } from "../ledger/kinds";
import type { Dealt, DealtWith, RefusedBatch } from "../ledger/refused";
import { questionsOf } from "../questions/questions";
import { entryWords } from "./entryWords";
import { type SheetNote, madeBy } from "./format";
import { foldLedger } from "../state/fold";
import type { JobState } from "../state/state";
import type { SheetRules } from "./rules";

/** The ledger up to an entry, for notes that tell what was known then. */
interface Before {
  readonly rules: SheetRules;
  readonly job: JobOf;
  readonly live: readonly KeptEntry[];
  readonly temperatureUnit: TemperatureUnit;
}

const CHECKED = "Before closing: ";

/** One for every kind, so that a new one can't vanish from the sheet unnoticed; null where the sheet tells it elsewhere. */
const NOTES: { readonly [K in EntryKind]: ((entry: EntryOf<K>, before: Before) => string | null) | null } = {
  arrived: null,
  "crank-found": (e, { rules, job, live }) => crankFoundNote(e, foldLedger(rules, job, live)),
  reading: null,
  slack: null,
  set: null,
  locked: null,
  left: null,
  fitted: null,
  "loaded-gap": null,
  "closer-felt": null,
  withdrawn: null,
  skipped: null,
  closed: null,
  signed: null,
  "line-ticked": null,
  "line-not-here": null,
  paused: (e) => `Paused: ${e.reason}`,
  // Asked as it stood when it was answered: later readings may have changed what is unlike the others.
  answered: (e, { rules, job, live }) =>
    `${questionsOf(rules, job, live).find((q) => q.id === e.question)?.text ?? "A question."} ${e.reason}.`,
  zeroed: (e, { rules, job }) => rules.zeroNote?.(job, e) ?? null,
  plugged: (e) => `${e.count} holes plugged; all felt with ${e.gear}`,
  bridged: (e) => `${e.valve}: bridge ${e.turned ? "set" : "looked at"}, both valves touching`,
  ordered: (e) => `Parts wanted: ${e.list}`,
  "bled-down": (e) => `Went on before the wait for bled-down lifters was over: ${e.reason}`,
  temperature: (e, { temperatureUnit }) => `Engine at ${temperatureWords(e.celsius, temperatureUnit)}`,
  tightened: (e) => `Tightened: ${e.part}`,
  "turned-over": ({ rereads }) =>
    `Turned over two full turns by hand${rereads === null ? "" : rereads === "all" ? ", all to be read once more" : ", what was set to be read once more"}`,
  "called-off": (e) => `Called off: ${e.reason}. What stands here counts for nothing.`,
  carried: (e) => `Begun again under other figures: what was read in ${e.from} is carried over, and judged anew`,
  reopened: (e) => `${e.valve} looked at again: ${e.reason}`,
  checked: (e) => `${CHECKED}${CLOSE_ITEM_NAMES[e.item]}${e.reason === null ? "" : ` (not done: ${e.reason})`}`,
};

/** Where it was found, and what is done again because of it. */
function crankFoundNote({ stop, deg, stoodThere }: EntryOf<"crank-found">, before: JobState): string {
  const again = stoodThere === "no" ? [] : before.workedSinceProof;
  return `Crank found at ${stop === null ? `${deg}°` : `stop ${stop}`}, not where it was thought${again.length === 0 ? "" : `: ${again.join(", ")} done again`}`;
}

/** The notes of a ledger; `live` are its entries that stand, in order. */
export function notesOf(
  rules: SheetRules,
  job: JobOf,
  live: readonly KeptEntry[],
  temperatureUnit: TemperatureUnit,
): SheetNote[] {
  return live
    .flatMap((entry, i): SheetNote[] => {
      const note = NOTES[entry.kind] as ((entry: KeptEntry, before: Before) => string | null) | null;
      const what = note?.(entry, { rules, job, live: live.slice(0, i), temperatureUnit }) ?? null;
      return what === null ? [] : [{ ...madeBy(entry), what }];
    })
    .reduce<SheetNote[]>(joined, []);
}

/** What was made and not taken, and what became of it. */
export const refusedNote = (
  { person, madeAt, why, entries }: RefusedBatch,
  dealt: Dealt | null,
  temperatureUnit: TemperatureUnit,
): SheetNote => {
  const said = entries.map((e) => entryWords(e, temperatureUnit)).join("; ");
  const became =
    dealt === null
      ? "Nobody has dealt with it yet."
      : `${DEALT_WORDS[dealt.how]} by ${dealt.person}${dealt.reason === null ? "." : `: ${dealt.reason}.`}`;
  return { by: person, at: madeAt, arrivedAt: null, what: `Not taken: ${said}. ${why} ${became}` };
};

const DEALT_WORDS: Readonly<Record<DealtWith, string>> = {
  note: "Saved as a note",
  again: "Looked at again",
  dropped: "Dropped",
};

/** What one person checked before closing stands on one line. */
function joined(notes: SheetNote[], note: SheetNote): SheetNote[] {
  const last = notes.at(-1);
  const together = last?.by === note.by && last.what.startsWith(CHECKED) && note.what.startsWith(CHECKED);
  return together
    ? [...notes.slice(0, -1), { ...last, what: `${last.what}; ${note.what.slice(CHECKED.length)}` }]
    : [...notes, note];
}
