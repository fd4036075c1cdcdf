/**
 * What the loaded gap overstates the closer gap by, under one person's hand at one engine: learned from closers that
 * were found right.
 */
import { median } from "../../../units/median";
import { type KeptEntry, isValveEntry, liveEntries } from "../../ledger/entry";
import type { EntryKind } from "../../ledger/kinds";
import { isRight, tooThickMm } from "../../../shims/tries";
import { closerGapMm } from "./openerCloser";
import type { OpenerCloserPlan } from "./plan";

/** Fewer than this teach nothing (assumed, as with locks). */
const ENOUGH = 2;

/** The kinds of entries from which it is learned. */
export const BIAS_KINDS = ["reading", "loaded-gap", "fitted", "closer-felt"] as const satisfies readonly EntryKind[];

/**
 * One for every valve whose closer was changed by its loaded gap and then found right: what the whole formula asked
 * for, less what was right.
 */
export function closerBiases(
  plan: OpenerCloserPlan,
  entries: readonly KeptEntry[],
  personId: string | null = null,
): number[] {
  const byValve = new Map<string, KeptEntry[]>();
  for (const e of liveEntries(entries))
    if (isValveEntry(e)) byValve.set(e.valve, [...(byValve.get(e.valve) ?? []), e]);
  return [...byValve.values()].flatMap((work) =>
    biasOf(plan, personId === null ? work : work.filter((e) => e.personId === personId)),
  );
}

function biasOf({ closerAimMm }: OpenerCloserPlan, work: readonly KeptEntry[]): number[] {
  const loadedAt = work.findIndex((e) => e.kind === "loaded-gap");
  const loaded = work[loadedAt];
  const read = work.slice(0, Math.max(0, loadedAt)).findLast((e) => e.kind === "reading");
  const first = work.slice(loadedAt + 1).find((e) => e.kind === "fitted" && e.part === "closer");
  const rightAt = work.findLastIndex((e) => e.kind === "closer-felt" && isRight(e.felt));
  const right = work.slice(0, Math.max(0, rightAt)).findLast((e) => e.kind === "fitted" && e.part === "closer");
  const felt = work[rightAt];
  if (
    loaded?.kind !== "loaded-gap" ||
    read?.kind !== "reading" ||
    first?.kind !== "fitted" ||
    first.fromMm === null ||
    right?.kind !== "fitted" ||
    felt?.kind !== "closer-felt"
  )
    return [];
  // One with a hint of drag is a hint thicker than one that is free.
  return [first.fromMm + closerGapMm(read, loaded) - closerAimMm - (right.lengthMm - (tooThickMm(felt.felt) ?? 0))];
}

/** The middle of what is known; 0 while too little is. */
export const learnedBiasMm = (biasesMm: readonly number[]): number =>
  biasesMm.length < ENOUGH ? 0 : (median(biasesMm) ?? 0);
