/** What a session came to: from what is so, never from what was said of it. Pure. */
import { judgeInterval } from "../../lash/judge";
import { HINT_MM } from "../../shims/tries";
import { showLength } from "../../units/length";
import { CLAIMS, exercise } from "../exercise/exerciseList";
import { targetsOf } from "../exercise/exercises";
import type { Session } from "./frame";
import { GAPS } from "../engine/engines";
import { closerHighMm } from "../engine/gear";
import { SLIPS, type Slip, type SlipKind } from "../bench/slip";
import type { BenchState } from "../bench/state";
import type { VirtualEngine } from "../engine/virtualEngine";

/** One kind of slip with what it cost; what came out at the end stands at the last step. */
export interface MarkLine {
  readonly kind: SlipKind;
  readonly slips: readonly (Slip & { readonly step: number })[];
  readonly cost: number;
}

export interface Feel {
  /** Read over what was there, on average. */
  readonly biasMm: number;
  /** Standard deviation of the same gap read again. */
  readonly repeatMm: number;
  /** How sure of the bias: half of the interval that holds it in 95 of 100. */
  readonly biasSureMm: number;
}

export interface Marks {
  /** Of 100. */
  readonly score: number;
  readonly lines: readonly MarkLine[];
  /** Valves that are truly in their band, of those that were to be set; null where none were. */
  readonly inBand: { readonly count: number; readonly of: number } | null;
  /** Between the largest and the smallest way off the aim. */
  readonly spreadMm: number | null;
  readonly turnedDeg: number;
  readonly hints: number;
  readonly feel: Feel | null;
}

/** Whether what stands at a valve is right. */
export function isInBand(v: VirtualEngine, state: BenchState, id: string): boolean {
  const x = v.valves.find((one) => one.id === id);
  const now = state.valves[id];
  if (x === undefined || now === undefined || now.out !== null) return false;
  if (v.gear === "preload") return -now.gapMm >= v.depth.lowMm - EPS_MM && -now.gapMm <= v.depth.highMm + EPS_MM;
  const opener = now.gapMm >= x.spec.lowMm - EPS_MM && now.gapMm <= x.spec.highMm + EPS_MM;
  // A hint of drag settles: the job takes it for right as well.
  const closer = now.closerMm >= -HINT_MM - EPS_MM && now.closerMm <= closerHighMm(v) + EPS_MM;
  return opener && (v.gear !== "opener-closer" || closer);
}
const EPS_MM = 1e-9;

/** Finding the place, going round, looking again, and as much to spare; then turning is needless. */
const CYCLES_ENOUGH = { some: 5, whole: 8 };

/** What it came to, or would if it ended now. */
export function marksOf(session: Session): Marks {
  const { spec, v, state, frames } = session;
  const targets = targetsOf(spec, v);
  const { task } = exercise(spec.exercise);
  const slips = frames.flatMap((f) => f.slips.map((s) => ({ ...s, step: f.step })));
  const last = frames.length;
  const add = (kind: SlipKind, valve: string | null, why: string): void =>
    void slips.push({ kind, valve, why, step: last });
  if (task === "set") for (const id of targets) atTheEnd(session, id, slips, add);
  // What nobody asked for, and was loosened all the same.
  for (const { id } of v.valves.filter((x) => !targets.includes(x.id)))
    if (v.locks && state.valves[id]?.locked === false) add("lock-missed", id, leftLoose(id));
  if (task === "gaps")
    for (const id of targets.filter((t) => state.valves[t]?.kept == null))
      add("valve-missed", id, `Gap ${id} was not read.`);
  for (let left = CLAIMS[task] - state.claims; left > 0 && state.over === null; left--)
    add("unanswered", null, "What was asked was left unanswered.");
  const enoughDeg = CYCLES_ENOUGH[exercise(spec.exercise).cylinders === null ? "whole" : "some"] * v.engine.cycleDeg;
  if (state.traveledDeg > enoughDeg)
    add(
      "needless-turns",
      null,
      `The crank was turned ${Math.round(state.traveledDeg / 360)} times: ${enoughDeg / 360} are plenty.`,
    );
  const kinds = [...new Set(slips.map((s) => s.kind))];
  const lines = kinds.map((kind): MarkLine => {
    const own = slips.filter((s) => s.kind === kind);
    return { kind, slips: own, cost: own.length * SLIPS[kind].costs };
  });
  const off = targets.flatMap((id) => {
    const x = v.valves.find((one) => one.id === id);
    const now = state.valves[id];
    if (x === undefined || now === undefined) return [];
    return [v.gear === "preload" ? -now.gapMm - v.depth.aimMm : now.gapMm - x.spec.nominalMm];
  });
  return {
    score: Math.max(0, 100 - lines.reduce((sum, l) => sum + l.cost, 0)),
    lines: lines.sort((a, b) => b.cost - a.cost),
    inBand:
      task === "set" ? { count: targets.filter((id) => isInBand(v, state, id)).length, of: targets.length } : null,
    spreadMm: task === "set" && off.length > 1 ? Math.max(...off) - Math.min(...off) : null,
    turnedDeg: state.traveledDeg,
    hints: state.hints,
    feel: task === "gaps" ? feelOf(v, state) : null,
  };
}

const leftLoose = (id: string): string => `${id} was left unlocked: it runs out of its lash within minutes.`;

type Add = (kind: SlipKind, valve: string | null, why: string) => void;

/** What is found at a valve once nobody works at it any more. A wrong lash whose reason was named already costs once. */
function atTheEnd({ spec, v, state }: Session, id: string, slips: readonly Slip[], add: Add): void {
  const now = state.valves[id];
  if (now === undefined) return;
  if (v.locks && !now.locked) return add("lock-missed", id, leftLoose(id));
  if (now.out !== null) return add("valve-missed", id, `The part of ${id} was left out.`);
  if (now.kept === null)
    return add("valve-missed", id, `${id} was not read again at the end: nobody knows what it was left at.`);
  const { lowMm, highMm } = now.kept;
  const x = v.valves.find((one) => one.id === id);
  const low = lowMm ?? 0;
  const high = highMm ?? Infinity;
  const next = spec.leavesMm.find((mm) => mm > low + 1e-6) ?? Infinity;
  // Where the set tells no finer, nothing more could be known.
  const known =
    v.gear === "preload" ||
    high <= next + 1e-6 ||
    (x !== undefined && judgeInterval(low, high, x.spec) !== "undecided");
  const named = slips.some((s) => s.valve === id && s.kind !== "hint");
  if (named) return;
  if (!known)
    return add(
      "undecided",
      id,
      `${id} was kept without knowing whether it is in its band: its leaves lie too far apart.`,
    );
  if (isInBand(v, state, id)) return;
  const is = v.gear === "preload" ? -now.gapMm : now.gapMm;
  add("out-of-band", id, `${id} was left at ${showLength(is, x?.unit ?? v.unit)}, out of its band.`);
}

/** Mean and scatter of a hand over the gaps that it read; null until every gap was read. */
function feelOf(v: VirtualEngine, state: BenchState): Feel | null {
  const errors = v.valves.flatMap((x) => {
    const kept = state.valves[x.id]?.kept;
    return kept?.lowMm == null || kept.highMm === null
      ? []
      : [{ gap: x.gapMm, offMm: (kept.lowMm + kept.highMm) / 2 - x.gapMm }];
  });
  if (errors.length < 2 * GAPS) return null;
  const biasMm = errors.reduce((s, e) => s + e.offMm, 0) / errors.length;
  const pairs = errors.flatMap((e, i) =>
    errors
      .slice(i + 1)
      .filter((o) => o.gap === e.gap)
      .map((o) => (e.offMm - o.offMm) ** 2 / 2),
  );
  const spread = Math.sqrt(errors.reduce((s, e) => s + (e.offMm - biasMm) ** 2, 0) / (errors.length - 1));
  return {
    biasMm,
    repeatMm: Math.sqrt(pairs.reduce((a, b) => a + b, 0) / Math.max(1, pairs.length)),
    biasSureMm: (T_95_OF_9 * spread) / Math.sqrt(errors.length),
  };
}
/** Student's t for ten figures, two-sided 95 of 100 (tables). */
const T_95_OF_9 = 2.262;
