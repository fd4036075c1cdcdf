/** Turning the crank: what it does to a valve, and what thumb, straw and starter tell. */
import { advance, fold, separation } from "../../units/angle/arc";
import { random } from "../../units/random";
import { mayGoOn } from "../../preload/goesOn";
import { showLength } from "../../units/length";
import type { Slip } from "./slip";
import { type BenchState, type Done, type ValveNow, crankOf, heldOpenMm, nowOf } from "./state";
import type { VirtualEngine, VirtualValve } from "../engine/virtualEngine";

/** A backward turn under this only takes up where one went too far. */
const WRONG_WAY_OVER_DEG = 45;
/** So much in the running direction takes the slack up again (assumed). */
const SLACK_DEG = 10;

export function turn(v: VirtualEngine, state: BenchState, byDeg: number): Done {
  const slips: Slip[] = [];
  if (state.toolOn !== null)
    slips.push({
      kind: "turned-with-tool",
      valve: state.toolOn,
      why: `The wrench was still on ${state.toolOn} when the crank was turned: it is thrown, or bends what it sits on.`,
    });
  if (byDeg < -WRONG_WAY_OVER_DEG)
    slips.push({
      kind: "wrong-way",
      valve: null,
      why: "The crank was turned a long way against its running direction: chains and gears hang slack on the wrong side, and some engines jump time.",
    });
  const [from, to] = [state.turnedDeg, state.turnedDeg + byDeg];
  const met = v.valves.filter((x) => heldMeets(v, state, x, to));
  slips.push(
    ...met.map((x): Slip => ({
      kind: "not-bled",
      valve: x.id,
      why: `The lifter of ${x.id} had not bled down since it was squeezed, and held its valve open by ${showLength(heldOpenMm(state, x, nowOf(state, x.id)), x.unit)} while the crank was turned: a piston may meet it. Wait a quarter of an hour, or turn on only where its piston goes down and its lobe is away.`,
    })),
  );
  const cycles = Math.floor(to / v.engine.cycleDeg) - Math.floor(from / v.engine.cycleDeg);
  const valves = Object.fromEntries(
    Object.entries(state.valves).map(([id, now]) => [
      id,
      afterTurning(
        v,
        id,
        { ...now, tries: [], squeezed: met.some((x) => x.id === id) ? null : now.squeezed },
        Math.max(0, cycles),
      ),
    ]),
  );
  const next: BenchState = {
    ...state,
    turnedDeg: to,
    traveledDeg: state.traveledDeg + Math.abs(byDeg),
    slack: byDeg < 0 || (state.slack && byDeg < SLACK_DEG),
    toolOn: null,
    valves,
  };
  return { state: next, felt: turnWords(v, next, byDeg), slips };
}

/** A valve that is held open by less is out of everything's way (assumed). */
const HELD_OPEN_MM = 0.05;

/** Whether a lifter that has not bled down yet holds its valve where a piston or its own lobe comes, on the way to an angle. */
function heldMeets(v: VirtualEngine, state: BenchState, x: VirtualValve, toDeg: number): boolean {
  const now = nowOf(state, x.id);
  if (now.squeezed === null || heldOpenMm(state, x, now) < HELD_OPEN_MM) return false;
  const by = toDeg - now.squeezed.turnedDeg;
  if (Math.abs(by) <= STAYS_DEG) return false;
  const from = crankOf(v, now.squeezed);
  return (
    by < 0 ||
    by >= v.engine.cycleDeg ||
    !mayGoOn(x.valve, from, fold(from + by, v.engine.cycleDeg), v.engine.cycleDeg)
  );
}
/** So far about where it was squeezed is no turning (assumed). */
const STAYS_DEG = 2;

/** Seats that sink and locks that let go do so as the engine turns over, cycle by cycle. */
function afterTurning(v: VirtualEngine, id: string, now: ValveNow, cycles: number): ValveNow {
  if (cycles === 0 || v.fault?.valve !== id) return now;
  if (v.fault.fault === "sinking-seat") return { ...now, gapMm: now.gapMm - v.fault.size * cycles };
  if (v.fault.fault === "slipped-lock" && now.locked && !now.holds && now.changed)
    return { ...now, gapMm: Math.max(0, now.gapMm + v.fault.size), changed: false };
  return now;
}

function turnWords(v: VirtualEngine, state: BenchState, byDeg: number): string {
  const { thumb } = state;
  if (thumb === null) return byDeg === 0 ? "The crank stands still." : "The crank stands.";
  const cylinder = v.engine.cylinders.find((c) => c.id === thumb);
  if (cylinder === undefined) return "The crank stands.";
  const rel = fold(crankOf(v, state) - cylinder.firingDeg, v.engine.cycleDeg);
  const { pressure } = v.engine;
  const into = fold(rel - pressure.startDeg, v.engine.cycleDeg);
  if (into <= pressure.spanDeg && byDeg > 0) return `Air pushes at your thumb at cylinder ${thumb}.`;
  return `No air at your thumb at cylinder ${thumb}.`;
}

export function bump(v: VirtualEngine, state: BenchState): Done {
  if (state.toolOn !== null)
    return {
      state: {
        ...state,
        over: `The starter threw the wrench that was still on ${state.toolOn}. At an engine that breaks a hand.`,
      },
      felt: "The starter turned with a wrench on the engine.",
      slips: [
        {
          kind: "bumped",
          valve: state.toolOn,
          why: "The starter was bumped with a wrench on the engine: it is thrown, and breaks hands. Nothing is on or in the engine when the starter turns.",
        },
      ],
    };
  const byDeg = 70 + 200 * random(Math.imul(v.seed, 17) + state.step).next();
  return {
    ...turn(v, state, byDeg),
    felt: "The starter turned the crank by some way: roughly, and not where you chose.",
  };
}

/** So far off a tower a rotor still points at it (assumed: what an eye tells). */
const TOWER_DEG = 20;

/** A rotor goes round once in the four strokes: it tells which of the two tops this is. */
export function rotorWords(v: VirtualEngine, state: BenchState): string {
  const at = crankOf(v, state);
  const { cylinders, cycleDeg } = v.engine;
  const after = [...cylinders].sort(
    (a, b) => advance(a.firingDeg, at, cycleDeg) - advance(b.firingDeg, at, cycleDeg),
  );
  const near = cylinders.find((c) => separation(c.firingDeg, at, cycleDeg) <= TOWER_DEG);
  return near === undefined
    ? `The rotor stands between the towers of ${after[0]?.id ?? ""} and ${after.at(-1)?.id ?? ""}.`
    : `The rotor points at the tower of ${near.id}.`;
}

/** Within this of the top a straw does not tell (assumed). */
const STRAW_DEG = 4;

export function strawWords(v: VirtualEngine, state: BenchState, cylinder: string): string {
  const found = v.engine.cylinders.find((c) => c.id === cylinder);
  const rel = fold(crankOf(v, state) - (found?.firingDeg ?? 0), 360);
  const words =
    Math.min(rel, 360 - rel) <= STRAW_DEG
      ? "at the top of its stroke"
      : Math.abs(rel - 180) <= STRAW_DEG
        ? "at the bottom of its stroke"
        : rel < 180
          ? "on its way down"
          : "on its way up";
  return `The straw says: piston ${cylinder} is ${words}.`;
}
