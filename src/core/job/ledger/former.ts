/** Entries as they were written before their kinds were called what they are called now. */
import { type EntryKind } from "./kinds";

/** What kinds were called before. */
const FORMER_KINDS: Readonly<Record<string, EntryKind>> = {
  barred: "turned-over",
  warmth: "temperature",
  bled: "bled-down",
  loaded: "loaded-gap",
  tried: "closer-felt",
};

/** The same entry by today's names: one may have waited on a device since then. Anything else is given back as it is. */
export function byTodaysNames(sent: unknown): unknown {
  if (typeof sent !== "object" || sent === null || !("kind" in sent) || typeof sent.kind !== "string") return sent;
  const kind = Object.hasOwn(FORMER_KINDS, sent.kind) ? FORMER_KINDS[sent.kind] : undefined;
  if (kind !== undefined) return { ...sent, kind };
  if (sent.kind !== "fitted" || !("rings" in sent)) return sent;
  const { rings, ...rest } = sent;
  return { ...rest, collets: rings };
}
