/** What changes the lash: wrenches, parts, a grinder. */
import { fineLength } from "../../units/length";
import type { PracticeAction } from "./action";
import { offBase } from "./leaves";
import {
  type AtValve,
  type CantBeDone,
  type Done,
  type Squeeze,
  changed,
  heldOpenMm,
  liftNow,
  noise,
  nowOf,
} from "./state";

/** A screw that is not held turns with its nut by about this (assumed). */
const NOT_HELD_MM = 0.03;

export function withWrench(
  { v, state, x }: AtValve,
  action: Extract<PracticeAction, { do: "loosen" | "screw" | "lock" }>,
): Done | CantBeDone {
  if (v.gear !== "screw" && v.gear !== "preload") return { cant: "Nothing is turned to set this gear." };
  const now = nowOf(state, x.id);
  const on = { ...state, toolOn: x.id };
  if (action.do === "loosen")
    return !v.locks
      ? { cant: "It holds itself: there is no lock to loosen." }
      : { state: changed(on, x.id, { locked: false }), felt: "The lock is loose. The wrench is on it." };
  if (action.do === "lock") {
    if (!v.locks) return { cant: "It holds itself: there is no lock to tighten." };
    if (now.locked) return { state: on, felt: "It was tight already. The wrench is on it." };
    const shift =
      v.lockShiftMm +
      v.lockSpreadMm * noise(v, state.step) -
      (action.held ? 0 : NOT_HELD_MM * (1 + Math.abs(noise(v, state.step, 1)) / 2));
    return {
      state: changed(on, x.id, { locked: true, gapMm: now.gapMm + (x.under ? -shift : shift) }),
      felt: action.held
        ? "Locked, the screw held. The wrench is on it."
        : "Locked; the screw turned a little with it. The wrench is on it.",
    };
  }
  if (now.locked) return { cant: "The lock is tight: loosen it first." };
  const travelMm = (action.byDeg / 360) * x.perTurnMm;
  const gapMm = now.gapMm + (x.under ? travelMm : -travelMm);
  const lift = liftNow(v, state, x);
  const squeezed = squeezeOf({ v, state, x }, gapMm);
  const yields = squeezed === null ? "" : x.bleedS > 0 ? " The lifter resists." : " The plunger gives way easily.";
  return {
    state: changed(on, x.id, { gapMm, ...(v.gear === "preload" ? { squeezed } : {}) }),
    felt: `Turned ${Math.abs(action.byDeg)}° ${action.byDeg > 0 ? "in" : "out"}.${yields} The wrench is on it.`,
    slips: lift > 0 ? [offBase("set-off-base", v, state, x)] : [],
  };
}

/** What is left of the squeezes at a lifter, with this one; null where its plunger is at its top, or was let out again. */
function squeezeOf({ v, state, x }: AtValve, gapMm: number): Squeeze | null {
  if (v.gear !== "preload") return null;
  const now = nowOf(state, x.id);
  const mm = heldOpenMm(state, x, now) + Math.min(0, now.gapMm) - Math.min(0, gapMm);
  return mm <= 0 ? null : { mm, atS: state.seconds, turnedDeg: state.turnedDeg };
}

export function withPart(
  { v, state, x }: AtValve,
  action: Extract<PracticeAction, { do: "part-out" | "measure-part" | "wipe" | "part-in" }>,
): Done | CantBeDone {
  const now = nowOf(state, x.id);
  if (v.gear !== "parts" && v.gear !== "opener-closer") return { cant: "There is no part to exchange here." };
  if (action.do === "part-out") {
    if (now.out !== null) return { cant: "It is out already." };
    if (action.which === "closer" && v.gear !== "opener-closer") return { cant: "There is no closer here." };
    if (liftNow(v, state, x) > 0)
      return { cant: "Its lobe is on it and the spring's force with it: it can't be taken out at this crank angle." };
    return { state: changed(state, x.id, { out: action.which }), felt: "It is out, and in your hand." };
  }
  if (now.out === null) return { cant: "Take it out first." };
  if (action.do === "measure-part") {
    const mm =
      (now.out === "opener" ? now.partMm : now.closerPartMm) +
      0.001 * Math.max(-1, Math.min(1, noise(v, state.step)));
    return { state, felt: `The micrometer measures ${fineLength(mm, x.unit)}.` };
  }
  if (action.do === "wipe")
    return now.dirty
      ? {
          state: changed(state, x.id, { dirty: false, gapMm: now.gapMm + (v.fault?.size ?? 0) }),
          felt: "There is grit under it. You wipe it clean, both faces and the seat.",
        }
      : { state, felt: "It is clean, and so is its seat." };
  const opener = now.out === "opener";
  const thinner = (opener ? now.partMm : now.closerPartMm) - action.thicknessMm;
  return {
    state: changed(
      state,
      x.id,
      opener
        ? { out: null, partMm: action.thicknessMm, gapMm: now.gapMm + thinner * v.partLever }
        : { out: null, closerPartMm: action.thicknessMm, closerMm: now.closerMm + thinner },
    ),
    felt: `${fineLength(action.thicknessMm, x.unit)} is in.`,
  };
}

export function grind({ v, state, x }: AtValve, byMm: number): Done | CantBeDone {
  if (v.gear !== "grind") return { cant: "Nothing is ground on this gear." };
  const now = nowOf(state, x.id);
  return {
    state: changed(state, x.id, { gapMm: now.gapMm + byMm }),
    felt: `${fineLength(byMm, x.unit)} is off its tip.`,
  };
}
