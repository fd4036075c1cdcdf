/** What leaves and fingers feel at a valve, and a reading that is kept. */
import { showLength } from "../../units/length";
import type { PracticeAction } from "./action";
import { DRAG_WORDS, type RodFeel, dragOf } from "./feel";
import { type Felt, FELT_NAMES, HINT_MM } from "../../shims/tries";
import { closerHighMm } from "../engine/gear";
import type { Slip } from "./slip";
import {
  type AtValve,
  type BenchState,
  type CantBeDone,
  type Done,
  type Try,
  changed,
  coolOf,
  liftNow,
  noise,
  nowOf,
  openGapMm,
} from "./state";
import type { VirtualEngine, VirtualValve } from "../engine/virtualEngine";

/** Pressing the rocker closes what play is elsewhere, a bundle hangs its weight on the leaf, a tool on the nut tips the rocker (assumed). */
const PUSHED_MM = 0.015;
const BUNDLE_MM = 0.008;
const TOOL_MM = 0.03;

/** What a leaf really measures. */
export const trueLeafMm = ({ fault }: VirtualEngine, mm: number): number =>
  fault?.fault === "worn-leaf" && Math.abs((fault.leafMm ?? -1) - mm) < 1e-6 ? mm + fault.size : mm;

export function leaf({ v, state, x }: AtValve, action: Extract<PracticeAction, { do: "leaf" }>): Done | CantBeDone {
  if (v.gear === "preload") return { cant: "A running lifter has no lash: a leaf says nothing here." };
  const now = nowOf(state, x.id);
  if (now.out !== null) return { cant: "Its part is out: put one in first." };
  if (action.loaded && v.gear !== "opener-closer") return { cant: "There is no closing rocker here to press." };
  const thickness = action.leavesMm.reduce((sum, mm) => sum + trueLeafMm(v, mm), 0);
  const dish = v.fault?.fault === "dished-pad" && v.fault.valve === x.id ? v.fault.size : 0;
  const bends = v.fault?.fault === "bent-pushrod" && v.fault.valve === x.id ? v.fault.size * Math.sin(state.step) : 0;
  // While the screw is loose the wrench is held; left on a tight one it hangs.
  const toolOn = state.toolOn === x.id;
  const felt =
    openGapMm(v, state, x, action.loaded) -
    dish +
    bends -
    thickness -
    (action.pushed ? PUSHED_MM : 0) -
    (action.bundle ? BUNDLE_MM : 0) -
    (toolOn && now.locked ? TOOL_MM : 0) +
    v.hand.biasMm +
    v.hand.repeatMm * noise(v, state.step);
  const drag = dragOf(felt);
  const made: Try = {
    leafMm: action.leavesMm.reduce((a, b) => a + b, 0),
    drag,
    pushed: action.pushed,
    bundle: action.bundle,
    loaded: action.loaded,
    toolOn,
    liftMm: liftNow(v, state, x),
    coolC: coolOf(v, state),
  };
  const tries = [...now.tries.filter((t) => t.leafMm !== made.leafMm || t.loaded !== made.loaded), made];
  return { state: changed(state, x.id, { tries }), felt: DRAG_WORDS[drag], drag };
}

type AtRod = Required<Pick<Done, "felt">> & { readonly rod: RodFeel };

/** Spun between two fingers. */
export function spin({ v, state, x }: AtValve): AtRod {
  const bent = v.fault?.fault === "bent-pushrod" && v.fault.valve === x.id ? " It wobbles as it turns." : "";
  const feels = (rod: RodFeel, words: string): AtRod => ({ rod, felt: words + bent });
  if (liftNow(v, state, x) > 0.05) return feels("held", "It can't be spun: its valve is being opened.");
  const gap = nowOf(state, x.id).gapMm;
  if (v.gear !== "preload")
    return openGapMm(v, state, x) > 0 ? feels("free", "It spins freely.") : feels("drags", "It drags.");
  const past = -gap - x.spinLateMm;
  if (past < 0) return feels("free", "It spins freely.");
  return past < 0.08 ? feels("drags", "It just drags.") : feels("hard", "It drags hard.");
}

/** Lifted and dropped. */
export function liftDrop({ v, state, x }: AtValve): AtRod {
  if (liftNow(v, state, x) > 0.05)
    return { rod: "held", felt: "It does not move up and down: its valve is being opened." };
  const play = nowOf(state, x.id).gapMm + 0.004 * noise(v, state.step);
  if (play > 0.05) return { rod: "free", felt: "It lifts and drops: there is play." };
  return play > 0.01
    ? { rod: "drags", felt: "There is hardly any play left." }
    : { rod: "hard", felt: "There is no play." };
}

/** What is felt while the camshaft is turned to and fro over a closer, the valve at rest. */
export function closerWords({ v, state, x }: AtValve): string {
  const now = nowOf(state, x.id);
  if (now.out !== null) return "Its part is out: there is nothing to feel.";
  if (liftNow(v, state, x) > 0) return "Its opener is on it: turn on until it rests, and feel then.";
  const felt: Felt =
    now.closerMm < -HINT_MM
      ? "drag"
      : now.closerMm < 0
        ? "hint"
        : now.closerMm > closerHighMm(v)
          ? "movement"
          : "free";
  return `${FELT_NAMES[felt].name}.`;
}

export const offBase = (
  kind: "off-base" | "set-off-base",
  v: VirtualEngine,
  state: BenchState,
  x: VirtualValve,
): Slip => ({
  kind,
  valve: x.id,
  why: `${x.id} was ${kind === "off-base" ? "read" : "set"} on its lobe, which ${x.under ? "added" : "took"} ${showLength(liftNow(v, state, x), x.unit)}: the crank has to be turned until it rests on the base circle.`,
});

/** Beyond this over what a hand scatters a reading is wrong (assumed). */
const MISREAD_MM = 0.02;

export function keep(
  { v, state, x }: AtValve,
  { lowMm, highMm }: Extract<PracticeAction, { do: "keep" }>,
): Done | CantBeDone {
  const now = nowOf(state, x.id);
  const kept = changed(state, x.id, { kept: { lowMm, highMm } });
  const felt = `Kept for ${x.id}.`;
  if (v.gear === "preload") return { state: kept, felt };
  if (lowMm === null && highMm === null) return { cant: "Say which leaf goes, and which does not." };
  const plain = now.tries.filter((t) => !t.loaded);
  if (plain.length === 0) return { cant: `Nothing was felt at ${x.id} since the crank was turned or it was set.` };
  const slips: Slip[] = [];
  const slip = (kind: Slip["kind"], why: string): number => slips.push({ kind, valve: x.id, why });
  // Those that it rests on: the leaves at its two ends, or all where none is meant.
  const meant = plain.filter((t) => t.leafMm === lowMm || t.leafMm === highMm);
  const on = meant.length > 0 ? meant : plain;
  if (on.some((t) => t.liftMm > 0)) slips.push(offBase("off-base", v, state, x));
  if (on.some((t) => t.toolOn))
    slip(
      "tool-left-on",
      `The wrench was on ${x.id} while it was read: its weight tips the rocker, and the gap reads tighter.`,
    );
  if (on.some((t) => t.pushed))
    slip("pushed", `The rocker of ${x.id} was pressed while the leaf was in: that is no drag of the leaf's own.`);
  if (on.some((t) => t.bundle))
    slip("bundle", `The whole set hung on the leaf at ${x.id}: it drags by its weight, and the gap reads tighter.`);
  if (on.some((t) => t.coolC > 1))
    slip(
      "cold",
      `${x.id} was read ${Math.round(Math.max(...on.map((t) => t.coolC)))} °C under where this engine counts as hot.`,
    );
  if (state.slack)
    slip(
      "wrong-way",
      `${x.id} was read after turning back: come to the place in the running direction, so that chains and gears lie on.`,
    );
  const gap = openGapMm(v, state, x);
  const off = Math.max((lowMm ?? 0) - gap, gap - (highMm ?? Infinity));
  if (slips.length === 0 && v.fault === null && off > MISREAD_MM)
    slip("misread", `${x.id} was noted ${showLength(off, x.unit)} beside what is there: ${showLength(gap, x.unit)}.`);
  return { state: kept, felt, slips };
}
