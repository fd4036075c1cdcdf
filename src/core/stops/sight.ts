/** Moments that a person sees at the engine, and where on the crank they lie. */
import type { ValveRole } from "../engine/engineFile";
import type { Mover } from "../engine/mover";
import type { Engine } from "../engine/resolve";
import { DEFAULT_STOP_SETTINGS, EYED_RANGE, type StopSettings } from "./settings";

/** `away`: its lobe points away from its follower; `low`: its pushrod is all the way down. */
export const MOMENTS = [
  "opening",
  "closing",
  "full",
  "full-then-on",
  "full-then-half-on",
  "rocking",
  "away",
  "low",
] as const;

/** What is watched to find a stop. */
export interface Sight {
  readonly cylinder: string;
  readonly moment: (typeof MOMENTS)[number];
  /** Whose rocker is watched; null for a whole cylinder. */
  readonly role: ValveRole | null;
  /** How far it has opened, or come back, as a share of the way in angle; left out where that is the usual. */
  readonly share?: number;
}

/** A crank angle (not folded) with what is watched there, and how far people really spread around it. */
export interface Moment {
  readonly deg: number;
  readonly sight: Sight;
  readonly rangeDeg: readonly [number, number] | null;
}

const firingDegOf = (engine: Engine, cylinder: string): number =>
  engine.cylinders.find((c) => c.id === cylinder)?.firingDeg ?? 0;

/** The rocker just starts to open; null when the role's lobe is not known. */
export function openingMoment(
  engine: Engine,
  cylinder: string,
  role: ValveRole,
  settings: StopSettings,
): Moment | null {
  const shape = engine.roleArcs[role]?.shape;
  if (shape === undefined) return null;
  const f = firingDegOf(engine, cylinder);
  const at = (share: number): number => f + shape.opensDeg + share * (shape.fullLiftDeg - shape.opensDeg);
  return {
    deg: at(settings.openingShare),
    sight: { cylinder, moment: "opening", role, ...unusual(settings.openingShare, "openingShare") },
    rangeDeg: spread(at, EYED_RANGE.opening, settings.openingShare),
  };
}

/** The rocker has started to close. */
export function closingMoment(
  engine: Engine,
  cylinder: string,
  role: ValveRole,
  settings: StopSettings,
): Moment | null {
  const shape = engine.roleArcs[role]?.shape;
  if (shape === undefined) return null;
  const f = firingDegOf(engine, cylinder);
  const at = (share: number): number => f + shape.fullLiftDeg + share * (shape.closesDeg - shape.fullLiftDeg);
  return {
    deg: at(settings.closingShare),
    sight: { cylinder, moment: "closing", role, ...unusual(settings.closingShare, "closingShare") },
    rangeDeg: spread(at, EYED_RANGE.closing, settings.closingShare),
  };
}

const unusual = (share: number, of: "openingShare" | "closingShare"): { share?: number } =>
  share === DEFAULT_STOP_SETTINGS[of] ? {} : { share };

/** The usual spread, and never less than the moment that was chosen. */
const spread = (
  at: (share: number) => number,
  [lo, hi]: readonly [number, number],
  chosen: number,
): readonly [number, number] => [at(Math.min(lo, chosen)), at(Math.max(hi, chosen))];

/** The valve is fully open. */
export function fullMoment(engine: Engine, cylinder: string, role: ValveRole): Moment | null {
  const shape = engine.roleArcs[role]?.shape;
  if (shape === undefined) return null;
  return {
    deg: firingDegOf(engine, cylinder) + shape.fullLiftDeg,
    sight: { cylinder, moment: "full", role },
    rangeDeg: null,
  };
}

/** "Just starts to" is said up to these shares of the way: further on the moment is told by what is open. */
const JUST = { opening: 0.25, closing: 0.4 } as const;

/** How much of its lift is open at a share of the way to it (a smooth lobe), in words: "about a quarter of its lift". */
const openWords = (share: number): string =>
  `about ${Math.round(50 * (1 - Math.cos(Math.PI * share)))} per cent of its lift`;

/** What to look for at a stop, as clauses; lobes and pushrods of several valves together. */
export function sightsWords(sights: readonly Sight[], mover: Mover): string {
  const named = (moment: "away" | "low"): string[] =>
    sights.filter((s) => s.moment === moment).map((s) => `${s.cylinder} ${s.role ?? ""}`);
  const [away, low] = [named("away"), named("low")];
  const clauses = [
    ...sights.filter((s) => s.moment !== "away" && s.moment !== "low").map((s) => sightWords(s, mover)),
    ...(away.length === 0
      ? []
      : [
          away.length === 1
            ? `the lobe of ${away[0]} points away from its ${mover.name}`
            : `the lobes of ${listed(away)} point away from their ${mover.name}s`,
        ]),
    ...(low.length === 0
      ? []
      : [
          `the pushrod${low.length === 1 ? "" : "s"} of ${listed(low)} ${low.length === 1 ? "is" : "are"} all the way down`,
        ]),
  ];
  return clauses.join(", and ");
}

const listed = (names: readonly string[]): string =>
  names.length < 2 ? names.join("") : `${names.slice(0, -1).join(", ")} and ${names.at(-1)}`;

/** What to look for, as a clause: "the exhaust rocker of cylinder 3 just starts to open". */
export function sightWords({ cylinder, moment, role, share }: Sight, { name, opens }: Mover): string {
  const it = `the ${role ?? ""} ${name} of cylinder ${cylinder}`;
  const back = opens === "down" ? "up" : "down";
  switch (moment) {
    case "opening":
      if (share !== undefined && share > JUST.opening) return `${it} has gone ${opens} by ${openWords(share)}`;
      return `${it} just starts to open`;
    case "closing":
      if (share !== undefined && share > JUST.closing)
        return `${it} has come back ${back}, until ${openWords(1 - share)} is left`;
      return `${it} has gone ${opens} and just starts to come back ${back}`;
    case "full":
      return `${it} is all the way ${opens}: fully open`;
    case "full-then-on":
      return `${it} is all the way ${opens}, and then one full turn on`;
    case "full-then-half-on":
      return `${it} is all the way ${opens}, and then half a turn on`;
    case "away":
      return `the lobe of ${cylinder} ${role ?? ""} points away from its ${name}`;
    case "low":
      return `the pushrod of ${cylinder} ${role ?? ""} is all the way down`;
    case "rocking":
      return `cylinder ${cylinder} rocks: its exhaust is closing, its intake opening`;
  }
}
