/** A reading is tied to what was in hand: its words say its figures, and its leaves are of a set that lies ready. */
import { MAX_STACK } from "../../lash/leaf";
import type { FeelerSet } from "../../shop/feelerSet";
import { parseLength } from "../../units/length";
import type { Entry } from "../ledger/entry";
import type { LeafMark } from "../ledger/fields";

/** As no leaf is written, and as it is kept. */
const NO_LEAF = "no leaf";

/** Half of the last place that is written is what a figure may be off. */
function writtenMm(text: string): { readonly mm: number; readonly withinMm: number } | null {
  const unit = /(mm|in|thou)$/.exec(text)?.[1] ?? "mm";
  let [mm, withinMm] = [0, 1e-6];
  for (const part of text.replace(/\s*(mm|in|thou)$/, "").split("+")) {
    const figure = parseLength(`${part.trim()} ${unit}`);
    if (figure === null) return null;
    const places = /[.,](\d*)/.exec(part)?.[1]?.length ?? 0;
    mm += figure.mm;
    withinMm += (parseLength(`1 ${unit}`)?.mm ?? 1) * 0.5 * 10 ** -places;
  }
  return { mm, withinMm };
}

/** Whether the words of a leaf say its figure: "0.45 mm" is not 0.20. */
export function saysItsFigure({ mm, text }: LeafMark): boolean {
  if (text === NO_LEAF) return mm === 0;
  const written = writtenMm(text.trim());
  return written !== null && Math.abs(written.mm - mm) <= written.withinMm;
}

/** The leaves that an entry tells of; a gauge's and a drag's ends are reckoned, and no leaves. */
function leavesOf(entry: Entry): { readonly marks: readonly LeafMark[]; readonly held: readonly LeafMark[] } {
  if (entry.kind === "loaded-gap") return { marks: [entry.goes, entry.noGo], held: [entry.goes, entry.noGo] };
  if (entry.kind !== "reading") return { marks: [], held: [] };
  const { goes, noGo, value, school } = entry;
  const marks = [goes, noGo, ...(value === null ? [] : [value])];
  if (school === "wire" || school === "gauge") return { marks, held: [] };
  return { marks, held: value === null ? [goes, noGo] : [value] };
}

/** Null where the words of an entry say its figures, else a sentence. */
export function wordsRefusal(entry: Entry): string | null {
  const off = leavesOf(entry).marks.find((m) => !saysItsFigure(m));
  return off === undefined ? null : `"${off.text}" is not ${off.mm} mm: take the reading again.`;
}

const OF_GAUGE = /^Bench gauge/;

/** Null where the leaves of an entry are of a set that lies ready, the job's own first, else a sentence. */
export function inHandRefusal(entry: Entry, sets: readonly FeelerSet[]): string | null {
  const instrument = entry.kind === "reading" ? entry.instrument : null;
  const school = entry.kind === "reading" ? entry.school : null;
  if (school === "gauge")
    return instrument !== null && OF_GAUGE.test(instrument)
      ? null
      : "Say which gauge held it: take the reading again.";
  if (school === "wire") return null;
  const ready =
    entry.kind === "loaded-gap"
      ? sets
      : instrument === null
        ? sets.slice(0, 1)
        : sets.filter((s) => s.name === instrument);
  if (ready.length === 0) return `No ${instrument ?? "set"} lies ready in this job: take a leaf of one that does.`;
  const strange = leavesOf(entry).held.find((m) => m.mm > 0 && !ready.some((s) => makes(s, m.mm)));
  return strange === undefined
    ? null
    : `${strange.text} is no leaf of ${ready.map((s) => s.name).join(" or ")}, and no stack of three: take the reading again.`;
}

const SAME_MM = 1e-4;

/** Whether a leaf or a stack of the set is so thick. */
function makes({ leaves }: FeelerSet, mm: number): boolean {
  const fits = (from: number, left: number, missingMm: number): boolean =>
    leaves.some(
      (leaf, i) =>
        i >= from &&
        (Math.abs(missingMm - leaf.mm) < SAME_MM ||
          (left > 1 && missingMm > leaf.mm && fits(i + 1, left - 1, missingMm - leaf.mm))),
    );
  return fits(0, MAX_STACK, mm);
}
