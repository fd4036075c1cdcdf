/** The life of an engine from its visits: what each valve did between them, and what comes of it. Pure. */
import type { EngineState, ValveRole } from "../engine/engineFile";
import type { Interval } from "../units/interval";
import type { CounterUnit } from "./counter";
import { type Hand, type Hands, NO_HANDS, unbiased } from "./hands";
import { type Forecast, type ForecastValve, forecast } from "./forecast";
import { type Rate, type RoleRate, type Service, driftOf, ownRate, roleRate, DEFAULT_REPEAT_MM } from "./rates";
import { ANOTHER_ENGINE, type ValveResult } from "./results";

/** A closed job on a gap, with what it found and left. */
export interface Visit {
  readonly jobId: string;
  /** ISO 8601. */
  readonly at: string;
  /** The same in days from a fixed one. */
  readonly day: number;
  /** The engine's count of use then; null where nobody said. */
  readonly use: number | null;
  readonly state: EngineState;
  readonly specState: EngineState;
  readonly valves: readonly ValveResult[];
}

/** In what use is counted: as the engine's counter counts, or days where nobody looks at one. */
export type UseUnit = CounterUnit | "days";

/** A valve at a visit, with what it did since the one before. */
export interface ValveVisit {
  readonly visit: Visit;
  readonly result: ValveResult;
  /** Since the visit before; null where there is nothing to compare with. */
  readonly drift: Rate | null;
  /** What the engine did in between. */
  readonly use: number | null;
  /** Read in the other state than the visit before, and compared through the heat offset. */
  readonly throughOffset: boolean;
  /** Why the drift says nothing of wear: it is shown, and not counted; null where it counts. */
  readonly broken: string | null;
}

export interface ValveLife {
  readonly valve: string;
  readonly role: ValveRole;
  /** The oldest first. */
  readonly visits: readonly ValveVisit[];
  /** What counts in its rate. */
  readonly services: readonly Service[];
}

/** As the counter counts where every visit has a count, else days. */
export const unitOfUse = (visits: readonly Visit[], counter: CounterUnit = "h"): UseUnit =>
  visits.length > 0 && visits.every((v) => v.use !== null) ? counter : "days";

const useBetween = (before: Visit, now: Visit, unit: UseUnit): number =>
  unit === "days" ? now.day - before.day : (now.use ?? 0) - (before.use ?? 0);

/** In the spec's own state, where readings of both states compare. */
const asSpec = ({ lo, hi }: Interval, { offsetMm }: ValveResult): Interval => ({
  lo: lo - offsetMm,
  hi: hi - offsetMm,
});

/** A valve over the visits, the oldest first. What studied hands add is taken off what they read. */
export function lifeOf(
  valve: string,
  visits: readonly Visit[],
  unit: UseUnit,
  hands: Hands = NO_HANDS,
): ValveLife | null {
  const at = visits.flatMap((visit) => {
    const result = visit.valves.find((v) => v.valve === valve);
    return result === undefined ? [] : [{ visit, result }];
  });
  const [first] = at;
  if (first === undefined) return null;
  const services: Service[] = [];
  let last: (typeof at)[number] | null = null;
  const lived = at.map((now): ValveVisit => {
    const before = last;
    if (now.result.left !== null) last = now;
    const bare = { visit: now.visit, result: now.result, drift: null, use: null, throughOffset: false, broken: null };
    if (before === null || before.result.left === null || now.result.found === null)
      return { ...bare, broken: now.result.breaks };
    const use = useBetween(before.visit, now.visit, unit);
    const throughOffset = before.visit.state !== now.visit.state;
    // Two specs, one for each state, and no offset between them: nothing compares.
    if (before.visit.specState !== now.visit.specState)
      return { ...bare, use, throughOffset, broken: "another spec's state" };
    const [leftBy, foundBy] = [handOf(hands, before.result.leftBy), handOf(hands, now.result.foundBy)];
    const service = {
      use,
      left: unbiased(asSpec(before.result.left, before.result), leftBy),
      found: unbiased(asSpec(now.result.found, now.result), foundBy),
      repeatMm: Math.sqrt((repeatOf(leftBy) ** 2 + repeatOf(foundBy) ** 2) / 2),
    };
    const broken = now.result.breaks ?? (use > 0 ? null : "no use between the visits");
    if (broken === null) services.push(service);
    // What broke the line begins it anew: what was before tells nothing of what is there now.
    else if (now.result.breaks !== null && isAnotherEngine(now.result.breaks)) services.length = 0;
    return { visit: now.visit, result: now.result, drift: driftOf(service), use, throughOffset, broken };
  });
  return { valve, role: first.result.role, visits: lived, services };
}

const handOf = (hands: Hands, person: string | null): Hand | undefined =>
  person === null ? undefined : hands.get(person);
const repeatOf = (hand: Hand | undefined): number => hand?.repeatMm ?? DEFAULT_REPEAT_MM;

/** Parts were changed or cut: a new line. What a hand had left wrong spoils one service alone. */
const isAnotherEngine = (breaks: string): boolean => (Object.values(ANOTHER_ENGINE) as string[]).includes(breaks);

/** What the model does elsewhere counts where the engine has fewer services of a role than this. */
export const FEW_SERVICES = 3;
/** As far as is looked ahead. */
export const HORIZON: Readonly<Record<UseUnit, number>> = {
  h: 20_000,
  km: 1_000_000,
  mi: 600_000,
  starts: 50_000,
  days: 7300,
};

export interface Life {
  readonly unit: UseUnit;
  readonly valves: readonly ValveLife[];
  /** Null before the first visit that left something. */
  readonly forecast: Forecast | null;
  /** The newest visit: use left counts from it. */
  readonly last: Visit | null;
  /** Studied hands that read here, and are counted in. */
  readonly hands: readonly Hand[];
}

/** Own rates of valves on other engines of the model, by role and in the same unit. */
export type Elsewhere = Readonly<Partial<Record<ValveRole, readonly Rate[]>>>;

/** All of an engine: its valves, and what comes. */
export function engineLife(
  visits: readonly Visit[],
  risk: number,
  elsewhere: Elsewhere = {},
  hands: Hands = NO_HANDS,
  counter: CounterUnit = "h",
): Life {
  const unit = unitOfUse(visits, counter);
  const last = visits.at(-1) ?? null;
  const ids = [...new Set(visits.flatMap((v) => v.valves.map((r) => r.valve)))];
  const valves = ids.flatMap((id) => lifeOf(id, visits, unit, hands) ?? []);
  const standing = valves.flatMap((life): ForecastValve[] => {
    const at = life.visits.findLast((v) => v.result.left !== null);
    const left = at?.result;
    if (at === undefined || left === undefined || left.left === null || last === null) return [];
    return [
      {
        id: life.valve,
        role: life.role,
        lowMm: left.lowMm - left.offsetMm,
        highMm: left.highMm - left.offsetMm,
        now: unbiased(asSpec(left.left, left), handOf(hands, left.leftBy)),
        readSdMm: repeatOf(handOf(hands, left.leftBy)),
        services: life.services,
        usedSince: Math.max(0, useBetween(at.visit, last, unit)),
      },
    ];
  });
  return {
    unit,
    valves,
    last,
    hands: handsIn(visits, hands),
    forecast:
      standing.length === 0
        ? null
        : forecast({ valves: standing, risk, horizon: HORIZON[unit], known: knownElsewhere(standing, elsewhere) }),
  };
}

function handsIn(visits: readonly Visit[], hands: Hands): Hand[] {
  const read = new Set(visits.flatMap((v) => v.valves.flatMap((r) => [r.foundBy, r.leftBy])));
  return [...hands.values()].filter((h) => read.has(h.person));
}

function knownElsewhere(valves: readonly ForecastValve[], elsewhere: Elsewhere): Map<ValveRole, RoleRate> {
  const known = new Map<ValveRole, RoleRate>();
  for (const role of new Set(valves.map((v) => v.role))) {
    const own = valves.filter((v) => v.role === role);
    if (own.reduce((n, v) => n + v.services.length, 0) >= FEW_SERVICES) continue;
    const pooled = roleRate([...own.flatMap((v) => ownRate(v.services) ?? []), ...(elsewhere[role] ?? [])]);
    if (pooled !== null) known.set(role, pooled);
  }
  return known;
}
