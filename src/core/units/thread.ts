/** The pitch of a thread, given as a length a turn, as threads per inch, or by its name. */
import { MM_PER_INCH, parseLength, pitchFromTpi, toMm } from "./length";

export type ThreadProblem = { readonly field: "pitch" | "tpi"; readonly why: string };

/** Pitch in mm, or which figure is missing or too many. */
export function threadPitch({
  pitch,
  tpi,
}: {
  readonly pitch?: number | string;
  readonly tpi?: number;
}): number | ThreadProblem {
  if (pitch !== undefined && tpi !== undefined)
    return { field: "tpi", why: "Give the pitch or the threads per inch, not both." };
  if (tpi !== undefined) return pitchFromTpi(tpi);
  return pitch === undefined
    ? { field: "pitch", why: "Give the thread: its pitch, or its threads per inch." }
    : toMm(pitch);
}

export type TypedThread = { readonly pitch: string } | { readonly tpi: number } | { readonly why: string };

/** Pitches and counts of adjusters, wide: they are far from meeting, so that a bare figure is one or the other. */
const PITCH_MM = { least: 0.2, most: 4 };
const TPI = { least: 6, most: 100 };

const HOW = 'Write it like "3/8-24", "M10x1.5", "24 tpi" or "1.25 mm".';

const read = (text: string): number => Number(text.replace(",", "."));

/**
 * A thread as people say it: "3/8-24", "7/16-20 UNF", "M10x1.5", "24 tpi", "1 mm", or a bare figure: from 6 up it
 * counts threads per inch, from 4 mm down it is a pitch.
 */
export function parseThread(text: string): TypedThread {
  const said = text.trim().replace(/\s+/g, " ");
  const metric = /^m ?\d+(?:[.,]\d+)? ?[x×*-] ?(\d+(?:[.,]\d+)?|[.,]\d+)(?: ?mm)?$/i.exec(said);
  if (metric !== null) return pitchOf(`${(metric[1] ?? "").replace(",", ".")} mm`);
  if (/^m ?\d+(?:[.,]\d+)?$/i.test(said)) return { why: `${said} comes in several pitches: which? ${HOW}` };
  const inch = /^(?:#?\d+|\d+ ?\/ ?\d+|(?:\d+)?[.,]\d+)(?: ?(?:in|"))? ?[-x×] ?(\d+)(?: ?[a-z]{2,4})?$/i.exec(said);
  if (inch !== null) return tpiOf(Number(inch[1]));
  if (/^\d+ ?\/ ?\d+(?: ?(?:in|"))?$/i.test(said))
    return { why: `${said} comes with several threads: which? ${HOW}` };
  const counted = /^(\d+(?:[.,]\d+)?) ?(?:tpi|threads(?: per inch| an inch)?)$/i.exec(said);
  if (counted !== null) return tpiOf(read(counted[1] ?? ""));
  const bare = /^(?:\d+(?:[.,]\d+)?|[.,]\d+)$/.test(said) ? read(said) : null;
  if (bare !== null && bare >= TPI.least) return tpiOf(bare);
  if (bare !== null && bare < PITCH_MM.least) return { why: `${said} is no thread that is known here. ${HOW}` };
  return pitchOf(bare === null ? said : `${bare} mm`);
}

const tpiOf = (tpi: number): TypedThread =>
  tpi >= TPI.least && tpi <= TPI.most
    ? { tpi }
    : { why: `${tpi} threads per inch can't be right: from ${TPI.least} to ${TPI.most}. ${HOW}` };

function pitchOf(text: string): TypedThread {
  const pitch = parseLength(text);
  if (pitch === null) return { why: `"${text}" is no thread. ${HOW}` };
  return pitch.mm >= PITCH_MM.least - 1e-9 && pitch.mm <= PITCH_MM.most + 1e-9
    ? { pitch: text }
    : { why: `A pitch of ${text} can't be right: from ${PITCH_MM.least} to ${PITCH_MM.most} mm a turn. ${HOW}` };
}

/** What a thread amounts to, so that a slip shows: "24 threads per inch, 1.058 mm a turn". */
export function threadWords(thread: TypedThread): string {
  if ("why" in thread) return thread.why;
  if ("tpi" in thread) return `${thread.tpi} threads per inch, ${pitchFromTpi(thread.tpi).toFixed(3)} mm a turn`;
  const mm = toMm(thread.pitch);
  return `${mm.toFixed(3).replace(/\.?0+$/, "")} mm a turn, ${(MM_PER_INCH / mm).toFixed(1)} threads per inch`;
}
