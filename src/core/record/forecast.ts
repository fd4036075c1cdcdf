/** What comes: the chance that a valve is out of its band after further use, and the use until that reaches a risk. Pure. */
import type { ValveRole } from "../engine/engineFile";
import { normalBelow, normalBelowSummed } from "./distributions";
import type { Interval } from "../units/interval";
import { type Rate, type RoleRate, type Service, ownRate, roleRate, shrunkRate } from "./rates";

/** A valve as it was left, with its history. */
export interface ForecastValve {
  readonly id: string;
  readonly role: ValveRole;
  readonly lowMm: number;
  readonly highMm: number;
  readonly now: Interval;
  /**
   * How well the hand repeats that read `now`, a standard deviation: the gap may lie beyond its leaves by that. Left out: it
   * lies between them, as the open calculation has it.
   */
  readonly readSdMm?: number;
  readonly services: readonly Service[];
  /** Use since `now` was read until the moment from which use is counted: another bank was done last. Left out: none. */
  readonly usedSince?: number;
}

export interface ForecastInput {
  readonly valves: readonly ForecastValve[];
  /** Over 0, below 1: how likely it may become that any valve is out. */
  readonly risk: number;
  /** As far as it is looked, in units of use; over 0. */
  readonly horizon: number;
  /** Rates that a role has elsewhere (the same model in the shop), for roles with too little history of their own. */
  readonly known?: ReadonlyMap<ValveRole, RoleRate>;
}

export interface ValveForecast {
  readonly id: string;
  readonly role: ValveRole;
  readonly own: Rate | null;
  /** Null where nothing is known of its role. */
  readonly rate: Rate | null;
  /** The least use at which its chance reaches the risk; null beyond the horizon, or where nothing is known. */
  readonly leavesAt: number | null;
}

export interface Forecast {
  /** Null where none of the role's valves has a history, nor the model elsewhere. */
  readonly roles: ReadonlyMap<ValveRole, RoleRate | null>;
  readonly valves: readonly ValveForecast[];
  /** The least use at which the chance of any valve out reaches the risk; null beyond the horizon or while one is unknown. */
  readonly useLeft: number | null;
  /** The valve that is the likeliest out then; null while one is unknown. */
  readonly first: string | null;
  /** Of any valve out at the horizon; null while one is unknown. */
  readonly chanceAtHorizon: number | null;
  /** Valves of whose rate nothing is known. */
  readonly unknown: readonly string[];
}

/** Under this there is no scatter to speak of: dividing by it would leave nothing of a figure. */
const NO_SCATTER_MM = 1e-12;

/** The chance that a lash known to an interval, moved by so much more or less, is at most `limitMm`. */
function chanceAtMost(limitMm: number, { lo, hi }: Interval, movedMm: number, sdMm: number): number {
  const widthMm = hi - lo;
  if (sdMm < NO_SCATTER_MM) {
    const over = limitMm - movedMm - lo;
    return widthMm === 0 ? (over >= 0 ? 1 : 0) : Math.min(1, Math.max(0, over / widthMm));
  }
  const far = (limitMm - lo - movedMm) / sdMm;
  if (widthMm === 0) return normalBelow(far);
  const near = (limitMm - hi - movedMm) / sdMm;
  return Math.min(1, Math.max(0, (sdMm * (normalBelowSummed(far) - normalBelowSummed(near))) / widthMm));
}

/** Limits are in the band, to less than any leaf can tell. */
const EPS_MM = 1e-9;

/** The chance, 0 to 1, that a valve is out of its band after so much use more. */
export function chanceOut(
  { lowMm, highMm, now, readSdMm = 0, usedSince = 0 }: ForecastValve,
  { mean, variance }: Rate,
  use: number,
): number {
  const whole = usedSince + use;
  const [moved, sd] = [mean * whole, Math.hypot(Math.sqrt(variance) * whole, readSdMm)];
  const below = chanceAtMost(lowMm - EPS_MM, now, moved, sd);
  const within = chanceAtMost(highMm + EPS_MM, now, moved, sd);
  return Math.min(1, Math.max(0, below + 1 - within));
}

/** So many looks along the horizon find where a chance first reaches the risk; between two of them it is halved on. */
const LOOKS = 600;
const HALVINGS = 50;

/** The least use, up to the horizon, at which `chance` reaches the risk; null where it does not. */
function firstReaches(chance: (use: number) => number, risk: number, horizon: number): number | null {
  if (chance(0) >= risk) return 0;
  let before = 0;
  for (let i = 1; i <= LOOKS; i++) {
    const at = (horizon * i) / LOOKS;
    if (chance(at) < risk) {
      before = at;
      continue;
    }
    let [low, high] = [before, at];
    for (let k = 0; k < HALVINGS; k++) {
      const middle = (low + high) / 2;
      if (chance(middle) >= risk) high = middle;
      else low = middle;
    }
    return high;
  }
  return null;
}

/** The rate of every role that the valves have. */
export function roleRates(valves: readonly ForecastValve[]): Map<ValveRole, RoleRate | null> {
  const roles = [...new Set(valves.map((v) => v.role))];
  return new Map(
    roles.map((role) => [
      role,
      roleRate(valves.filter((v) => v.role === role).flatMap((v) => ownRate(v.services) ?? [])),
    ]),
  );
}

/** What comes of an engine as it was left. */
export function forecast({ valves, risk, horizon, known = new Map() }: ForecastInput): Forecast {
  const roles = roleRates(valves);
  for (const [role, elsewhere] of known) if (roles.has(role)) roles.set(role, elsewhere);
  const rated = valves.map((valve) => {
    const [own, role] = [ownRate(valve.services), roles.get(valve.role) ?? null];
    return { valve, own, rate: role === null ? null : shrunkRate(own, role) };
  });
  const unknown = rated.filter((r) => r.rate === null).map((r) => r.valve.id);
  const surely = rated.flatMap(({ valve, rate }) => (rate === null ? [] : [{ valve, rate }]));
  const anyOut = (use: number): number =>
    1 - surely.reduce((all, { valve, rate }) => all * (1 - chanceOut(valve, rate, use)), 1);
  const whole = unknown.length === 0 && valves.length > 0;
  const useLeft = whole ? firstReaches(anyOut, risk, horizon) : null;
  const looked = useLeft ?? horizon;
  const likeliest = surely
    .map(({ valve, rate }) => ({ id: valve.id, chance: chanceOut(valve, rate, looked) }))
    .reduce<{ id: string; chance: number } | null>((a, b) => (a === null || b.chance > a.chance ? b : a), null);
  return {
    roles,
    valves: rated.map(({ valve, own, rate }) => ({
      id: valve.id,
      role: valve.role,
      own,
      rate,
      leavesAt: rate === null ? null : firstReaches((use) => chanceOut(valve, rate, use), risk, horizon),
    })),
    useLeft,
    first: whole ? (likeliest?.id ?? null) : null,
    chanceAtHorizon: whole ? anyOut(horizon) : null,
    unknown,
  };
}
