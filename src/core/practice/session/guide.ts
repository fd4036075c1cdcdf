/**
 * The next thing, as somebody who stands beside would tell it. Whoever guides knows how the crank stands; what lies in a
 * gap they know only from what was felt.
 */
import { turnWords } from "../../stops/crankTurns";
import { judgeInterval } from "../../lash/judge";
import { marginDeg } from "../../stops/margin";
import { planMethod } from "../../stops/planMethod";
import { routeOf } from "../../stops/route";
import { sightWords } from "../../stops/sight";
import { advance, fold } from "../../units/angle/arc";
import { showLength } from "../../units/length";
import { asFraction } from "../../units/turns";
import { type Fault, faultsFor } from "../engine/fault";
import type { PracticeAction } from "../bench/action";
import { exercise } from "../exercise/exerciseList";
import { cylinderAsked, targetsOf } from "../exercise/exercises";
import { between } from "../bench/feel";
import { closerHighMm } from "../engine/gear";
import { REQUIRED_DEG } from "../bench/claims";
import type { Session } from "./frame";
import { DEFAULT_BLEED_MIN } from "../../preload/bleedDown";
import { mayGoOn } from "../../preload/goesOn";
import { type ValveNow, coolOf, crankOf, nowOf } from "../bench/state";
import type { VirtualValve } from "../engine/virtualEngine";

/** What to do next; never empty. */
export function nextWords(session: Session): string {
  const { spec } = session;
  switch (exercise(spec.exercise).task) {
    case "gaps":
      return gapWords(session);
    case "may-set":
      return `${phaseWords(session)} A rocker that is pressed down is off its base circle; one that rests, and rests for a while either way, may be set. Tap those, then say so.`;
    case "tdc":
      return tdcWords(session);
    case "fault":
      return faultWords(session);
    case "set":
      return setWords(session);
  }
}

function gapWords({ v, state, spec }: Session): string {
  const next = v.valves.find((x) => state.valves[x.id]?.kept == null);
  const now = next === undefined ? undefined : state.valves[next.id];
  if (next === undefined || now === undefined) return "All gaps are read.";
  const known = between(now.tries);
  if (known.highMm - known.lowMm <= stepAt(spec.leavesMm, known.lowMm) + 1e-6)
    return `Gap ${next.id} lies between two leaves: keep it.`;
  if (now.tries.length === 0) return `Gap ${next.id}: try a leaf from the middle of the set.`;
  if (known.lowMm === 0) return `Gap ${next.id}: it does not go. Take thinner ones until one slides freely.`;
  return known.highMm === Infinity
    ? `Gap ${next.id}: ${showLength(known.lowMm, spec.leafUnit)} goes. Take thicker ones until one no longer slides freely.`
    : `Gap ${next.id}: go halfway between the one that goes and the one that does not.`;
}

/** From a leaf to the next thicker one of the set. */
const stepAt = (leavesMm: readonly number[], mm: number): number => {
  const over = leavesMm.find((l) => l > mm + 1e-6);
  return over === undefined ? Infinity : over - mm;
};

/** By the stroke: four of a four-stroke, two of a two-stroke. */
const STROKES = {
  720: ["on its power stroke", "pushing its exhaust out", "drawing in", "pressing"],
  360: ["on its way down", "on its way up"],
} as const;

function phaseWords({ v, state }: Session): string {
  const at = crankOf(v, state);
  const { cycleDeg } = v.engine;
  const parts = v.engine.cylinders.map(
    (c) => `${c.id} is ${STROKES[cycleDeg][Math.floor(fold(at - c.firingDeg, cycleDeg) / 180)] ?? ""}`,
  );
  return `${parts.join(", ")}.`;
}

function tdcWords({ v, state }: Session): string {
  const asked = cylinderAsked(v, state.claims);
  if (state.thumb !== asked) return `Put your thumb on the plug hole of cylinder ${asked}.`;
  const firing = v.engine.cylinders.find((c) => c.id === asked)?.firingDeg ?? 0;
  const left = advance(crankOf(v, state), firing, v.engine.cycleDeg);
  if (left < 3 || left > v.engine.cycleDeg - 3)
    return state.slack
      ? "Turn back past it, and come to it again in the running direction."
      : `That is it: air pushed, and the piston is at its top. Say that cylinder ${asked} fires here.`;
  if (left <= v.engine.pressure.spanDeg)
    return `Air pushes: it is on its way up to firing. Turn on by ${Math.round(left)}° more, until the mark or the straw says top.`;
  return `No air: turn on in the running direction until it pushes at your thumb.`;
}

/** What is looked at for each fault, cheapest first. */
const LOOK: Readonly<Record<Fault, string>> = {
  cooling: "Look at the thermometer.",
  "compression-release": "Turn the crank twice and watch the exhaust rockers where they should rest.",
  "worn-lobe": "Watch how far each valve opens, and put the indicator on one that opens little.",
  "bent-pushrod": "Spin each pushrod between two fingers.",
  "slipped-lock": "Try each lock with the wrench.",
  "worn-leaf": "Measure the leaf that you judge by.",
  "mark-out": "Put a straw in the plug hole of the first cylinder and hold its top against the mark.",
  "dished-pad": "Read a lash with the leaf and with the indicator: do they agree?",
  "sinking-seat": "Read a valve, turn the crank over twice, and read it again.",
  "part-on-dirt": "Take a part out and wipe it.",
};
const LOOK_ORDER = Object.keys(LOOK) as Fault[];

/** Whether what would show a fault was looked at. */
function wasLookedAt({ v, state, frames }: Session, fault: Fault): boolean {
  const did = (is: PracticeAction["do"]): boolean => frames.some((f) => f.action.do === is);
  const everywhere = (is: PracticeAction["do"]): boolean =>
    v.valves.every((x) => frames.some((f) => f.action.do === is && "valve" in f.action && f.action.valve === x.id));
  const indicated = (of: "lash" | "lift"): boolean =>
    frames.some((f) => f.action.do === "indicator" && f.action.of === of);
  switch (fault) {
    case "cooling":
      return did("thermometer");
    case "compression-release":
      return state.traveledDeg >= v.engine.cycleDeg;
    case "worn-lobe":
      return indicated("lift");
    case "bent-pushrod":
      return everywhere("spin");
    case "slipped-lock":
      return everywhere("try-lock");
    case "worn-leaf":
      return did("measure-leaf");
    case "mark-out":
      return did("straw");
    case "dished-pad":
      return indicated("lash") && did("leaf");
    case "sinking-seat":
      return state.traveledDeg >= 2 * v.engine.cycleDeg && did("leaf");
    case "part-on-dirt":
      return did("wipe");
  }
}

function faultWords(session: Session): string {
  const { v } = session;
  const looks = faultsFor(v.gear, v.pushrods).filter((f) => f !== "cooling" || v.state === "hot");
  const next = LOOK_ORDER.find((f) => looks.includes(f) && !wasLookedAt(session, f));
  return next === undefined
    ? "You have looked at everything: name what you found, or say that nothing is wrong."
    : `${LOOK[next]} What else is there to find, the list below has.`;
}

function setWords(session: Session): string {
  const { v, state, spec } = session;
  const targets = targetsOf(spec, v);
  const open = targets.filter((id) => state.valves[id]?.kept == null);
  if (coolOf(v, state) > 1)
    return state.covered
      ? "It has cooled under where it counts as hot: warm it again before you read on."
      : state.toolOn === null
        ? "It has cooled under where it counts as hot: put the covers on, to warm it again."
        : `Take the wrench off ${state.toolOn}: it has cooled, and is to be warmed again.`;
  if (state.covered && open.length > 0) return "Take the covers off.";
  const loose = v.valves.find((x) => v.locks && state.valves[x.id]?.locked === false && !targets.includes(x.id));
  if (loose !== undefined) return `${loose.id} was loosened and is not asked for here: lock it again.`;
  if (open.length === 0)
    return state.toolOn === null
      ? "All are read: say that you are done."
      : "Take the wrench off, then say that you are done.";
  const here = open.find((id) => rests(session, id));
  // What is begun is finished before another is gone to.
  const begun = open.find((id) => isBegun(session, id) && rests(session, id));
  const id = begun ?? here;
  if (id === undefined) return wayWords(session, open);
  const x = v.valves.find((one) => one.id === id);
  const now = state.valves[id];
  return x === undefined || now === undefined
    ? ""
    : v.gear === "preload"
      ? lifterWords(session, x, now)
      : lashWords(session, x, now);
}

const isBegun = ({ v, state }: Session, id: string): boolean => {
  const now = state.valves[id];
  return (
    now !== undefined && (now.tries.length > 0 || now.out !== null || (v.locks && !now.locked) || state.toolOn === id)
  );
};

function rests({ v, state }: Session, id: string): boolean {
  const x = v.valves.find((one) => one.id === id);
  const margin = x === undefined ? null : marginDeg(x.valve, crankOf(v, state), v.engine.cycleDeg);
  return margin !== null && margin >= REQUIRED_DEG;
}

/** How the crank comes to where the next valve may be set, by the exercise's own method. */
/** The trade waits so long for any lifter that was squeezed: nobody sees which had bled down. */
const BLEED_S = DEFAULT_BLEED_MIN * 60;

/** Why the crank may not go there yet; null where it may. */
function waitWords({ v, state }: Session, toDeg: number): string | null {
  const held = v.valves.flatMap((x) => {
    const { squeezed } = nowOf(state, x.id);
    if (squeezed === null || state.seconds - squeezed.atS >= BLEED_S) return [];
    return mayGoOn(x.valve, crankOf(v, squeezed), toDeg, v.engine.cycleDeg) ? [] : [{ x, atS: squeezed.atS }];
  });
  const last = held.reduce((latest, h) => Math.max(latest, h.atS), 0);
  const minutes = Math.ceil((last + BLEED_S - state.seconds) / 60);
  return held.length === 0
    ? null
    : `Wait ${minutes} ${minutes === 1 ? "minute" : "minutes"} before you turn the crank: until ${held.map((h) => h.x.id).join(" and ")} ${held.length === 1 ? "has" : "have"} bled down, a lifter may hold its valve open, and a piston may meet it.`;
}

function wayWords(session: Session, open: readonly string[]): string {
  const { v, state, spec } = session;
  const { method } = exercise(spec.exercise);
  const plan = planMethod(method, v.engine, undefined, v.file.marksDeg ?? [0]);
  const route = routeOf(
    v.engine,
    plan.unserved.length === 0 ? plan : planMethod("fewest", v.engine, undefined, v.file.marksDeg ?? [0]),
  );
  const at = crankOf(v, state);
  const stops = route.map((stop) => ({
    stop,
    turn: advance(at, stop.crankDeg, v.engine.cycleDeg),
    serves: stop.valves.filter((s) => open.includes(s.valve)),
  }));
  const next = stops.filter((s) => s.serves.length > 0).sort((a, b) => a.turn - b.turn)[0];
  if (next === undefined) return "Turn on until another valve rests.";
  const wait = waitWords(session, next.stop.crankDeg);
  if (wait !== null) return wait;
  const names = next.serves.map((s) => s.valve).join(" and ");
  const sight = next.stop.sights?.[0];
  const fires = v.engine.cylinders.find((c) => Math.abs(c.firingDeg - next.stop.crankDeg) < 0.01);
  const seen =
    sight !== undefined
      ? `, until ${sightWords(sight, v.engine.mover)}`
      : fires !== undefined
        ? `, until cylinder ${fires.id} fires: both its valves rest, and the piston is at its top`
        : "";
  return `Turn on by ${turnWords(next.turn)}${seen}. Then ${names} may be set.`;
}

function lashWords(session: Session, x: VirtualValve, now: ValveNow): string {
  const { v, state, spec } = session;
  const {
    unit,
    spec: { nominalMm, lowMm, highMm },
  } = x;
  if (now.out !== null) return partWords(session, x, now);
  const known = between(now.tries);
  const tool = state.toolOn === x.id;
  const settled = known.highMm - known.lowMm <= stepAt(spec.leavesMm, known.lowMm) + 1e-6;
  const isIn =
    judgeInterval(known.lowMm, known.highMm, x.spec) === "in" ||
    // Where the set tells no finer, the aim between its two leaves is what can be had.
    (settled && known.lowMm <= nominalMm + 1e-6 && nominalMm < known.highMm - 1e-6);
  if (isIn && now.locked === v.locks) {
    if (tool) return `Take the wrench off ${x.id}, and read it once more without.`;
    return v.gear === "opener-closer" ? closerWords(session, x, now) : `${x.id} is in its band: keep it.`;
  }
  if (tool && now.locked && v.locks) return `Take the wrench off ${x.id} before you read it.`;
  if (now.tries.length === 0 && now.locked === v.locks)
    return `Read ${x.id}: its lash is to be ${showLength(nominalMm, unit)}, from ${showLength(lowMm, unit)} to ${showLength(highMm, unit)}. Slide in the leaf of ${showLength(nearest(spec.leavesMm, nominalMm), spec.leafUnit)}.`;
  const decided = known.highMm <= lowMm + 1e-6 || known.lowMm > highMm + 1e-6;
  if (!decided && now.locked === v.locks && !isIn && !settled)
    return known.highMm === Infinity
      ? `${x.id}: it goes. Try the next thicker leaf.`
      : `${x.id}: it does not. Try the next thinner leaf.`;
  if (v.gear === "screw") return screwWords(session, x, now);
  if (v.gear === "grind")
    return known.highMm <= lowMm + 1e-6
      ? `${x.id} is tight: grind a little off its tip, and read again.`
      : `${x.id} is loose: grinding can't mend that.`;
  return `${x.id} is out of its band: take its part out and measure it.`;
}

/** What more goes with the closing rocker pressed home than without is the closer gap. */
function closerWords({ v, spec }: Session, x: VirtualValve, now: ValveNow): string {
  const loaded = between(now.tries, true);
  const settled = loaded.highMm - loaded.lowMm <= stepAt(spec.leavesMm, loaded.lowMm) + 1e-6;
  if (!settled)
    return `${x.id}: its opener gap is in its band. Press the closing rocker home and slide in leaves from there up, until one does not go: what more goes is the closer gap.`;
  const gapMm = loaded.lowMm - between(now.tries).lowMm;
  const most = closerHighMm(v);
  return gapMm > most
    ? `${x.id}: its closer gap is about ${showLength(gapMm, x.unit)}, and at most ${showLength(most, x.unit)} is right: take its closer out.`
    : `${x.id}: both its gaps are right: keep it.`;
}

const nearest = (leavesMm: readonly number[], mm: number): number =>
  leavesMm.reduce((best, l) => (Math.abs(l - mm) < Math.abs(best - mm) ? l : best), leavesMm[0] ?? mm);
/** A turn that a leaf's drag asks for, mm of lash. */
const NUDGE_MM = 0.015;

/** First by what was read, then by the drag of the leaf of the aim, as one does with the leaf held in. */
function screwWords({ v, spec }: Session, x: VirtualValve, now: ValveNow): string {
  if (v.locks && now.locked) return `${x.id} is out of its band: loosen its lock.`;
  const aimLeafMm = nearest(spec.leavesMm, x.spec.nominalMm);
  const turnWordsFor = (mm: number): string =>
    `${x.id}: turn the screw ${mm > 0 !== x.under ? "in" : "out"} by ${asFraction(Math.abs(mm) / x.perTurnMm)}, about ${Math.max(1, Math.round((Math.abs(mm) / x.perTurnMm) * 360))}°, and feel again.`;
  const { lowMm, highMm } = between(now.tries);
  const far = (lowMm + highMm) / 2 - x.spec.nominalMm;
  if (
    Number.isFinite(highMm) &&
    highMm - lowMm <= stepAt(spec.leavesMm, lowMm) + 1e-6 &&
    Math.abs(far) > 2 * NUDGE_MM
  )
    return turnWordsFor(far);
  const drag = now.tries.find((t) => t.leafMm === aimLeafMm)?.drag;
  if (drag === undefined)
    return `Slide the leaf of ${showLength(aimLeafMm, spec.leafUnit)} into ${x.id}. The screw is right where it slides with a light drag.`;
  if (drag !== "light") return turnWordsFor(drag === "none" ? NUDGE_MM : -NUDGE_MM);
  return v.locks
    ? `${x.id} drags lightly: hold the screw, and lock.`
    : `${x.id} drags lightly: take the wrench off and read.`;
}

function partWords({ v }: Session, x: VirtualValve, now: ValveNow): string {
  const change = `${now.out === "opener" ? "lash" : "closer gap"} − aim${now.out === "opener" ? ` (${showLength(x.spec.nominalMm, x.unit)})` : ""}`;
  const sum = v.partLever === 1 ? change : `(${change}) ÷ ${v.partLever}`;
  return `Measure what came out of ${x.id}, wipe it and its seat, and work the sum: new = fitted + ${sum}. Fit the nearest size.`;
}

function lifterWords({ v, state }: Session, x: VirtualValve, now: ValveNow): string {
  const turns = v.depth.aimMm / x.perTurnMm;
  if (now.gapMm > 0.05)
    return `${x.id}: turn the nut in while you lift and drop its pushrod, until the play has just gone. Spin it too, and see that spinning says so later.`;
  const done = -now.gapMm / x.perTurnMm;
  if (done < turns - 0.06)
    return `${x.id} is at zero lash: from there turn the nut in by ${asFraction(turns)}, and no further.`;
  return state.toolOn === x.id ? `Take the wrench off ${x.id}.` : `${x.id} is set: keep it.`;
}
