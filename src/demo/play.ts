/** Plays a lash job through the shop's own rules, with made-up true lash: how the demo's history comes about. */
import { randomUUID } from "node:crypto";
import { adviseLeaf, stacksOf } from "../core/lash/leaf";
import { type Entry, type LeafMark } from "../core/run/entry";
import { nextThing } from "../core/run/next";
import { passNow, runState } from "../core/run/state";
import { aimMm, isScrew, screwAdjuster, turnFor } from "../core/lash/adjuster";
import { startMm } from "../core/lash/reading";
import type { Database } from "../db/connect";
import { findJob } from "../db/queries/jobs";
import { ledgerOf } from "../db/queries/ledger";
import { type FeelerSet, leafText } from "../core/shop/feelerSet";
import type { Actor } from "../server/actor";
import { record } from "../server/record";

export interface Play {
  readonly jobId: string;
  readonly set: FeelerSet;
  /** True lash of each valve before anything is touched, in mm. */
  readonly lashMm: Readonly<Record<string, number>>;
  readonly startedAt: Date;
  /** How many entries to make before the mechanic is called away; all when left out. */
  readonly upTo?: number;
}

/** Feels the true lash with the set's single leaves, as the advice would have it. */
function feel(trueMm: number, set: FeelerSet): { goes: LeafMark; noGo: LeafMark } {
  const goes = set.leaves.findLast((l) => l.mm <= trueMm);
  const noGo = set.leaves.find((l) => l.mm > trueMm) ?? set.leaves[set.leaves.length - 1];
  if (noGo === undefined) throw new RangeError("feel: the set has no leaves");
  return {
    goes: goes === undefined ? { mm: 0, text: "no leaf" } : { mm: goes.mm, text: leafText(goes, set.system) },
    noGo: { mm: noGo.mm, text: leafText(noGo, set.system) },
  };
}

export async function play(db: Database, actor: Actor, { jobId, set, lashMm, startedAt, upTo = Infinity }: Play): Promise<void> {
  const found = await findJob(db, actor.shopId, jobId);
  if (found === null) throw new RangeError(`play: no job ${jobId}`);
  const { job, row } = found;
  const adjuster = screwAdjuster(row.engineFile.adjuster ?? {});
  const now = { ...lashMm };
  let at = startedAt;
  let made = 0;
  while (made < upTo) {
    const ledger: readonly Entry[] = await ledgerOf(db, jobId);
    const state = runState(job, ledger);
    const next = nextThing(job, state);
    if (next.kind === "closed") return;
    at = new Date(at.getTime() + 95_000);
    const base = { id: randomUUID(), supersedes: null };
    const add = (entries: Entry[]): Promise<unknown> => record(db, actor, jobId, { entries }, at);
    if (next.kind === "turn") await add([{ ...base, kind: "arrived", stop: next.to.letter }]);
    else if (next.kind === "close") await add([{ ...base, kind: "closed" }]);
    else if (next.kind === "read" || next.kind === "set") {
      const { id, spec } = next.valve.valve;
      const stop = state.stop?.letter ?? "";
      const felt = feel(now[id] ?? spec.nominalMm, set);
      const advice = adviseLeaf(stacksOf([]), { goesMm: felt.goes.mm, noGoMm: felt.noGo.mm }, spec);
      const reading: Entry = { ...base, kind: "reading", valve: id, stop, pass: passNow(ledger, id), ...felt, reason: null };
      if (advice.decided && advice.verdict === "in") {
        await add([reading, { id: randomUUID(), supersedes: null, kind: "left", valve: id, reading: reading.id, reason: null }]);
      } else {
        const from = startMm({ goesMm: felt.goes.mm, noGoMm: felt.noGo.mm });
        const turn = from === null || !isScrew(adjuster) ? null : turnFor(from, aimMm(spec.nominalMm, 0), adjuster);
        const turns = turn === null ? null : turn.direction === "out" ? -turn.turns : turn.turns;
        await add([reading, { id: randomUUID(), supersedes: null, kind: "set", valve: id, stop, turns }]);
        now[id] = spec.nominalMm + 0.004;
      }
    }
    made += 1;
  }
}
