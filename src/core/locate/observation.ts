/**
 * What a person sees or feels at the engine, as arcs of the cycle in crank degrees.
 *
 * `possible` arcs surely hold the crank once it is seen; in `sure` arcs it is surely seen. Between the two lie ramps,
 * lash that is taken up, a cam that differs from the file's by up to {@link CAM_OFF_DEG} at each event, and the eye.
 */
import type { Engine, RoleArcs, Valve } from "../engine/resolve";
import type { LobeShape } from "../engine/lobes";
import { type Arc, arcBetween, complement, union } from "../units/angle/arc";

/** Of one valve, as it is found where the crank stands. */
export const VALVE_SIGHTS = ["pressed", "loose", "opening", "closing"] as const;
/** Of one valve, over a swing in the running direction that ends where the crank stands. */
export const SWING_SIGHTS = ["moves", "still"] as const;
/** Of one cylinder; `away`: all its lobes point away from their followers. */
export const CYLINDER_SIGHTS = ["rocking", "away"] as const;

interface Looked {
  /** It was looked for, and is surely not so. */
  readonly no?: boolean | undefined;
  /** How far the crank was turned on since, in crank degrees. */
  readonly turnedOnDeg?: number | undefined;
}

export type Observation = Sighting & Looked;

type Sighting =
  | { readonly kind: "mark"; readonly markDeg: number; readonly withinDeg?: number | undefined }
  | { readonly kind: "rotor"; readonly cylinder: string; readonly withinDeg?: number | undefined }
  /** `exhaustSeen`: its exhaust was seen to open on the way to its other top. */
  | { readonly kind: "pressure"; readonly cylinder: string; readonly exhaustSeen?: boolean | undefined }
  | { readonly kind: (typeof CYLINDER_SIGHTS)[number]; readonly cylinder: string }
  | { readonly kind: (typeof VALVE_SIGHTS)[number]; readonly valve: string }
  | {
      readonly kind: (typeof SWING_SIGHTS)[number];
      readonly valve: string;
      readonly swingDeg?: number | undefined;
      /** Watched at its lifter or tappet (or a finger on its pushrod); left out: at what works the valve. */
      readonly at?: "lifter" | "rocker" | undefined;
    };

/** How far off a mark or a rotor may be, unless told (a rotor by eye, with its advance). */
export const WITHIN_DEG = { mark: 5, rotor: 30 } as const;
/** The shortest swing that tells: less lies inside the drive's backlash, or about the nose of a lobe. */
export const LEAST_SWING_DEG = 40;
export const SWING_DEG = 60;

/** A true cam differs from the file's by up to so much at each event. */
const CAM_OFF_DEG = 5;
/** So far inside its events a lobe surely lifts: lash is taken up after the checking lift. */
const TAKEN_UP_DEG = 20;
/** How far an eye is off the middle of the rock. */
const ROCK_EYE_DEG = 10;
/** A rotor this near to its tower surely points at it. */
const ROTOR_SURE_DEG = 10;

/** Shares of the way (in angle) to and from full lift: where it may be said, and where it is surely said. */
const OPENING = { mayTo: 0.5, sureTo: 0.2 } as const;
const CLOSING = { mayTo: 0.8, sureFrom: 0.33, sureTo: 0.67 } as const;

/** An exact mark is still a stretch: below anything a hand can tell. */
const POINT_DEG = 1e-6;

type Range = readonly [fromDeg: number, toDeg: number];

/**
 * Arcs of the cycle that surely hold the crank, where this was seen; null where no arc is known for it.
 * @throws RangeError for a cylinder or valve that the engine does not have, and for rocking where nothing rocks
 */
export function possibleArcs(engine: Engine, seen: Observation): Arc[] | null {
  const { cycleDeg } = engine;
  const arcs = seen.no === true ? notSeen(engine, seen) : mayBe(engine, seen);
  const on = seen.turnedOnDeg ?? 0;
  return arcs === null || on === 0
    ? arcs
    : union(
        arcs.map((a) => shifted(a, on, cycleDeg)),
        cycleDeg,
      );
}

/** What is left once it surely would have shown. */
function notSeen(engine: Engine, seen: Observation): Arc[] | null {
  const sure = sureArcs(engine, seen);
  return sure === null ? null : complement(sure, engine.cycleDeg);
}

function mayBe(engine: Engine, seen: Sighting): Arc[] | null {
  const { cycleDeg } = engine;
  switch (seen.kind) {
    case "mark": {
      const within = seen.withinDeg ?? WITHIN_DEG.mark;
      const at = [seen.markDeg, ...(cycleDeg === 720 ? [seen.markDeg + 360] : [])];
      return union(
        at.map((deg) => around(deg, within, cycleDeg)),
        cycleDeg,
      );
    }
    case "rotor":
      return [around(firingOf(engine, seen.cylinder), seen.withinDeg ?? WITHIN_DEG.rotor, cycleDeg)];
    case "pressure":
      return arcsAt(firingOf(engine, seen.cylinder), [[cycleDeg - 180, cycleDeg]], cycleDeg);
    case "rocking":
      return arcsAt(firingOf(engine, seen.cylinder), [rockingRange(engine)], cycleDeg);
    case "away":
      return awayArcs(engine, seen.cylinder, lifted);
    case "still":
    case "loose":
    case "moves":
    case "pressed":
    case "opening":
    case "closing":
      return atValve(engine, seen);
  }
}

/** Arcs in which it is surely seen; empty where there are none, null where no arc is known for it. */
export function sureArcs(engine: Engine, seen: Sighting): Arc[] | null {
  const { cycleDeg } = engine;
  switch (seen.kind) {
    case "mark":
      return mayBe(engine, { ...seen, withinDeg: 0 });
    case "rotor":
      return [around(firingOf(engine, seen.cylinder), ROTOR_SURE_DEG, cycleDeg)];
    // No air proves nothing: a burnt valve, a release, a squeezed lifter.
    case "pressure":
      return [];
    case "rocking": {
      const { intake, exhaust } = overlapOf(engine);
      if (intake.least !== null || exhaust.least !== null) return [];
      return arcsAt(firingOf(engine, seen.cylinder), [[intake.shape.opensDeg, exhaust.shape.closesDeg]], cycleDeg);
    }
    case "away":
      return awayArcs(engine, seen.cylinder, worked);
    default: {
      const { valve, role } = lobeOf(engine, seen.valve);
      if (role === null) return null;
      const swing = "swingDeg" in seen ? (seen.swingDeg ?? SWING_DEG) : SWING_DEG;
      switch (seen.kind) {
        case "pressed":
          return arcsAt(valve.firingDeg, [lifted(role)], cycleDeg);
        case "loose":
          return complement(arcsAt(valve.firingDeg, workedRanges(engine, valve, role), cycleDeg), cycleDeg);
        case "moves":
          return arcsAt(valve.firingDeg, [later(lifted(role), swing)], cycleDeg);
        case "still":
          return complement(
            arcsAt(
              valve.firingDeg,
              workedRanges(engine, valve, role).map((r) => later(r, swing)),
              cycleDeg,
            ),
            cycleDeg,
          );
        case "opening":
        case "closing":
          return role.least === null ? arcsAt(valve.firingDeg, [sureMoment(role.shape, seen.kind)], cycleDeg) : [];
      }
    }
  }
}

function atValve(engine: Engine, seen: Extract<Sighting, { valve: string }>): Arc[] | null {
  const { cycleDeg } = engine;
  const { valve, role } = lobeOf(engine, seen.valve);
  if (role === null) return null;
  const at = (...ranges: Range[]): Arc[] => arcsAt(valve.firingDeg, ranges, cycleDeg);
  const swing = "swingDeg" in seen ? (seen.swingDeg ?? SWING_DEG) : SWING_DEG;
  switch (seen.kind) {
    case "pressed":
      return at(...workedRanges(engine, valve, role));
    case "loose":
      return complement(at(lifted(role)), cycleDeg);
    case "moves":
      return at(...workedRanges(engine, valve, role).map((r) => later(r, swing)));
    case "still":
      return complement(at(later(lifted(role), swing)), cycleDeg);
    case "opening":
    case "closing": {
      const { kind } = seen;
      return at(wider(hull(shapesOf(role).map((s) => moment(s, kind))), CAM_OFF_DEG));
    }
  }
}

/** The lobe surely lifts: inside its events, of the smallest cam where it is not known. Never less than nothing. */
function lifted({ shape, least }: RoleArcs): Range {
  const { opensDeg, closesDeg } = least ?? shape;
  return [opensDeg + TAKEN_UP_DEG, Math.max(opensDeg + TAKEN_UP_DEG, closesDeg - TAKEN_UP_DEG)];
}

/** The follower may be off its base circle: ramps and all, and what the cam may be off. */
const worked = (role: RoleArcs): Range =>
  wider(hull(shapesOf(role).map((s): Range => [s.workingFromDeg, s.workingToDeg])), CAM_OFF_DEG);

const workedRanges = (engine: Engine, { role: name }: Valve, role: RoleArcs): Range[] => [
  worked(role),
  ...engine.releases
    .filter((r) => r.role === name)
    .map(({ arc }) => wider([arc.startDeg, arc.startDeg + arc.spanDeg], CAM_OFF_DEG)),
];

const shapesOf = ({ shape, least }: RoleArcs): LobeShape[] => (least === null ? [shape] : [shape, least]);

/** "Just starting to", wherever people say so. */
function moment({ workingFromDeg, opensDeg, fullLiftDeg, closesDeg }: LobeShape, kind: "opening" | "closing"): Range {
  return kind === "opening"
    ? [workingFromDeg, opensDeg + OPENING.mayTo * (fullLiftDeg - opensDeg)]
    : [fullLiftDeg, fullLiftDeg + CLOSING.mayTo * (closesDeg - fullLiftDeg)];
}

function sureMoment({ opensDeg, fullLiftDeg, closesDeg }: LobeShape, kind: "opening" | "closing"): Range {
  return kind === "opening"
    ? [opensDeg, opensDeg + OPENING.sureTo * (fullLiftDeg - opensDeg)]
    : [
        fullLiftDeg + CLOSING.sureFrom * (closesDeg - fullLiftDeg),
        fullLiftDeg + CLOSING.sureTo * (closesDeg - fullLiftDeg),
      ];
}

/** Overlap as people take it: from the first that moves to the last, and the eye. */
function rockingRange(engine: Engine): Range {
  const { intake, exhaust } = overlapOf(engine);
  const pairs = shapesOf(intake).flatMap((i) => shapesOf(exhaust).map((e) => [i, e] as const));
  const ranges = pairs.map(([i, e]): Range => [
    Math.min(i.workingFromDeg, e.closesDeg),
    Math.max(i.opensDeg, e.workingToDeg),
  ]);
  return wider(hull(ranges), ROCK_EYE_DEG);
}

function overlapOf({ cycleDeg, roleArcs }: Engine): { readonly intake: RoleArcs; readonly exhaust: RoleArcs } {
  const { intake, exhaust } = roleArcs;
  if (cycleDeg === 360 || intake === undefined || exhaust === undefined)
    throw new RangeError("overlapOf: nothing rocks here");
  return { intake, exhaust };
}

function awayArcs(engine: Engine, cylinder: string, off: (role: RoleArcs) => Range): Arc[] | null {
  const { cycleDeg } = engine;
  const firingDeg = firingOf(engine, cylinder);
  const roles = new Set(
    engine.valves.filter((v) => v.cylinder === cylinder && v.role !== "injector").map((v) => v.role),
  );
  const ranges = [...roles].flatMap((role) => engine.roleArcs[role] ?? []).map(off);
  return ranges.length === 0 ? null : complement(arcsAt(firingDeg, ranges, cycleDeg), cycleDeg);
}

const wider = ([from, to]: Range, byDeg: number): Range => [from - byDeg, to + byDeg];
const later = ([from, to]: Range, swingDeg: number): Range => [from, to + (to > from ? swingDeg : 0)];
const hull = (ranges: readonly Range[]): Range => [
  Math.min(...ranges.map(([from]) => from)),
  Math.max(...ranges.map(([, to]) => to)),
];

const arcsAt = (firingDeg: number, ranges: readonly Range[], cycleDeg: number): Arc[] =>
  union(
    ranges
      .filter(([from, to]) => to > from)
      .map(([from, to]) => arcBetween(from + firingDeg, to + firingDeg, cycleDeg)),
    cycleDeg,
  );

const around = (deg: number, within: number, cycleDeg: number): Arc =>
  arcBetween(deg - Math.max(within, POINT_DEG), deg + Math.max(within, POINT_DEG), cycleDeg);

export const shifted = (arc: Arc, byDeg: number, cycleDeg: number): Arc =>
  arcBetween(arc.startDeg + byDeg, arc.startDeg + arc.spanDeg + byDeg, cycleDeg);

function firingOf(engine: Engine, id: string): number {
  const cylinder = engine.cylinders.find((c) => c.id === id);
  if (cylinder === undefined) throw new RangeError(`observation: no cylinder ${id}`);
  return cylinder.firingDeg;
}

function lobeOf(engine: Engine, id: string): { readonly valve: Valve; readonly role: RoleArcs | null } {
  const valve = engine.valves.find((v) => v.id === id);
  if (valve === undefined) throw new RangeError(`observation: no valve ${id}`);
  return { valve, role: valve.baseCircleArcs === null ? null : (engine.roleArcs[valve.role] ?? null) };
}
