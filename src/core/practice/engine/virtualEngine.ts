/**
 * An engine with a hidden truth, from any engine file and a seed: what every gap really is, how its lobes lift, what is
 * wrong with it, and the hand that feels it. The same seed gives the same engine. Lengths in mm, angles in crank degrees.
 */
import { type EngineFile, type EngineState, type ValveRole } from "../../engine/engineFile";
import { engineUnit } from "../../engine/engineUnit";
import { liftCurve } from "../../engine/liftCurve";
import { type Engine, type Valve, resolveEngine } from "../../engine/resolve";
import { blockOf } from "../../engine/height";
import { type LashSpec, figuresFor, lashSpec } from "../../lash/spec";
import { type FixedGear, fixedGear, isFixed } from "../../preload/lengths";
import { type CrankDeg, fold } from "../../units/angle/arc";
import { lengthOf } from "../../units/length";
import { type Random, random } from "../../units/random";
import { type Fault, faultsFor } from "./fault";
import { type DepthBand, type Gear, depthBand, gearOf, hasLock, travelPerTurnMm } from "./gear";
import { hasPushrods } from "../../engine/visibleGear";

export interface VirtualHand {
  /** Standard deviation of what is felt, at least 0. */
  readonly repeatMm: number;
  /** What is felt above the truth. */
  readonly biasMm: number;
}

/** What a practiced hand scatters by (assumed; the record's usual hand). */
export const USUAL_HAND: VirtualHand = { repeatMm: 0.004, biasMm: 0 };
export const PERFECT_HAND: VirtualHand = { repeatMm: 0, biasMm: 0 };

export interface VirtualValve {
  readonly id: string;
  readonly cylinder: string;
  readonly role: ValveRole;
  readonly valve: Valve;
  /** The lash that is right, as it is read in the state of the spec. */
  readonly spec: LashSpec;
  /** The unit of its figures: all that is told of it is told in that. */
  readonly unit: "mm" | "in";
  /** What is read is the gap under a block: the lobe widens it, and so does the screw as it goes in. */
  readonly under: boolean;
  /** What a turn of its screw makes of the gap, or of the depth of its plunger; mm, over 0. */
  readonly perTurnMm: number;
  /** The gap in that state, below 0 where the valve is held open; at a lifter the play (below 0: the plunger is in). */
  readonly gapMm: number;
  /** Of the closing rocker; 0 where there is none. */
  readonly closerMm: number;
  /** The parts that are fitted. */
  readonly partMm: number;
  readonly closerPartMm: number;
  /** How far a spun pushrod goes on spinning past zero lash: a lifter that has bled down yields. */
  readonly spinLateMm: number;
  /** Seconds in which a squeezed lifter gives way altogether; 0 for one that had bled down before. */
  readonly bleedS: number;
  /** Lift at the valve at an angle from its own firing TDC, as this lobe really is. */
  readonly liftMm: (relDeg: number) => number;
}

export interface PlantedFault {
  readonly fault: Fault;
  /** Null where it is not at one valve. */
  readonly valve: string | null;
  /** How bad it is, in the unit of the fault: mm, degrees, or a share. */
  readonly size: number;
  /** Of a leaf: which. */
  readonly leafMm: number | null;
}

export interface VirtualEngine {
  readonly file: EngineFile;
  readonly seed: number;
  readonly engine: Engine;
  readonly gear: Gear;
  readonly valves: readonly VirtualValve[];
  /** Where the crank really stands as practice begins. */
  readonly startDeg: CrankDeg;
  readonly locks: boolean;
  readonly pushrods: boolean;
  /** What locking does to the lash, and how much that varies. */
  readonly lockShiftMm: number;
  readonly lockSpreadMm: number;
  readonly hand: VirtualHand;
  readonly fault: PlantedFault | null;
  readonly state: EngineState;
  /** Its temperature as practice begins, and from where it counts as hot. */
  readonly startC: number;
  readonly hotFromC: number;
  readonly depth: DepthBand;
  /** The unit of its figures: what is told of no valve is told in that. */
  readonly unit: "mm" | "in";
  /** Parts that are there to be fitted, rising. */
  readonly kitMm: readonly number[];
  /** What a part that is thicker (or longer) by 1 mm takes off the gap. */
  readonly partLever: number;
}

export interface VirtualOptions {
  readonly hand?: VirtualHand;
  /** A fault to plant; null or left out: none. */
  readonly fault?: Fault | null;
  readonly startDeg?: number;
  /** The leaves that are in hand, for one of them may be worn. */
  readonly leavesMm?: readonly number[];
  /** The gaps themselves, in the order of the valves, where they don't follow from the seed. */
  readonly gapsMm?: readonly number[];
}

/** Lift where no file says one (assumed, a middling engine). */
const ASSUMED_LIFT_MM = 8;
/** The lash that is practiced with where a file has none (assumed). */
export const ASSUMED_SPEC: LashSpec = { nominalMm: 0.2, lowMm: 0.15, highMm: 0.25, assumedBand: true };
const HOT_C = 82;
const COLD_C = 20;
const DEFAULT_HOT_FROM_C = 70;
/** Parts are bought in this step (assumed). */
const PART_STEP_MM = 0.05;

/** Whether an engine can be practiced on; what keeps it from that is said. */
export const practiceProblem = (file: EngineFile): string | null =>
  practicedValves(resolveEngine(file)).length === 0
    ? "No arc is known for any of its followers: nobody could say where they may be read."
    : null;

const practicedValves = (engine: Engine): Valve[] =>
  engine.valves.filter((v) => v.role !== "injector" && v.baseCircleArcs !== null && v.baseCircleArcs.length > 0);

/** Injectors and pumps that are set with the valves, where a screw does it: after the valves, so that theirs is drawn first. */
const practicedInjectors = (file: EngineFile, engine: Engine): Valve[] =>
  gearOf(file) !== "screw"
    ? []
    : engine.valves.filter(
        (v) => v.role === "injector" && (v.baseCircleArcs ?? []).length > 0 && figuresFor(file.lash, v) !== undefined,
      );

/**
 * The engine of a seed.
 * @throws RangeError when nothing can be practiced on the file, see {@link practiceProblem}
 */
export function virtualEngine(file: EngineFile, seed: number, options: VirtualOptions = {}): VirtualEngine {
  const engine = resolveEngine(file);
  const served = practicedValves(engine);
  if (served.length === 0) throw new RangeError(`virtualEngine: nothing to practice on: ${file.name}`);
  const r = random(seed);
  const gear = gearOf(file);
  const startDeg = fold(options.startDeg ?? r.int(0, engine.cycleDeg - 1), engine.cycleDeg);
  const fault = plant(options.fault ?? null, file, served, options.leavesMm ?? [], r);
  const state = file.lash?.state ?? "cold";
  const hotFromC = file.lash?.hotFromC ?? DEFAULT_HOT_FROM_C;
  const hotC = Math.max(HOT_C, hotFromC + 12);
  const kitFrom = 2 + r.int(0, 3) * PART_STEP_MM;
  const lengths = lengthsOf(file);
  return {
    file,
    seed,
    engine,
    gear,
    startDeg,
    locks: hasLock(file),
    pushrods: hasPushrods(file),
    lockShiftMm: gear === "screw" ? r.between(-0.03, 0.01, 3) : 0,
    lockSpreadMm: gear === "screw" ? 0.003 : 0,
    hand: options.hand ?? USUAL_HAND,
    fault,
    state,
    startC: state === "cold" ? COLD_C : fault?.fault === "cooling" ? hotFromC - fault.size : hotC,
    hotFromC,
    depth: depthBand(file),
    unit: engineUnit(file) ?? "mm",
    kitMm:
      lengths?.lengthsMm ?? Array.from({ length: 25 }, (_, i) => Number((kitFrom + i * PART_STEP_MM).toFixed(2))),
    partLever: lengths?.g ?? 1,
    valves: [...served, ...practicedInjectors(file, engine)].map((valve, i) => ({
      ...virtualValve(file, engine, valve, gear, fault, r),
      ...(options.gapsMm?.[i] === undefined ? {} : { gapMm: options.gapsMm[i] }),
    })),
  };
}

/** The maker's list of lengths, on gear without a screw; null where there is none. */
function lengthsOf({ adjuster }: EngineFile): FixedGear | null {
  const gear = adjuster?.kind === "fixed" ? fixedGear(adjuster) : null;
  return gear !== null && isFixed(gear) ? gear : null;
}

/** @throws RangeError when the fault does not fit the gear */
function plant(
  fault: Fault | null,
  file: EngineFile,
  served: readonly Valve[],
  leavesMm: readonly number[],
  r: Random,
): PlantedFault | null {
  if (fault === null) return null;
  const gear = gearOf(file);
  if (!faultsFor(gear, hasPushrods(file)).includes(fault))
    throw new RangeError(`virtualEngine: no ${fault} on gear of ${gear}`);
  const at = r.pick(served).id;
  const sign = r.chance(0.5) ? 1 : -1;
  const planted = (size: number, valve: string | null = at): PlantedFault => ({ fault, valve, size, leafMm: null });
  switch (fault) {
    case "bent-pushrod":
      return planted(0.06);
    case "worn-lobe":
      return planted(r.between(0.6, 0.75));
    case "sinking-seat":
      return planted(r.between(0.05, 0.08));
    case "slipped-lock":
      return planted(sign * r.between(0.08, 0.14));
    case "part-on-dirt":
      return planted(r.between(0.06, 0.12));
    case "mark-out":
      return planted(sign * r.between(14, 26, 0), null);
    case "worn-leaf":
      return {
        ...planted(sign * r.between(0.02, 0.03, 3), null),
        leafMm: nearestLeaf(leavesMm, specOf(file, served[0])),
      };
    case "compression-release":
      return planted(r.between(0.5, 0.8), null);
    case "dished-pad":
      return planted(r.between(0.06, 0.1));
    case "cooling":
      return planted(r.int(18, 30), null);
  }
}

const nearestLeaf = (leavesMm: readonly number[], { nominalMm }: LashSpec): number =>
  leavesMm.reduce(
    (best, mm) => (Math.abs(mm - nominalMm) < Math.abs(best - nominalMm) ? mm : best),
    leavesMm[0] ?? nominalMm,
  );

function specOf(file: EngineFile, valve: Valve | undefined): LashSpec {
  const figures = valve === undefined ? undefined : figuresFor(file.lash, valve);
  return figures === undefined ? ASSUMED_SPEC : lashSpec(figures);
}

/** A band of this is a usual one (assumed): in a wider one valves go wrong by more. */
const USUAL_BAND_MM = 0.12;
const wideness = ({ lowMm, highMm }: LashSpec): number => Math.max(1, (highMm - lowMm) / USUAL_BAND_MM);

/** What was fitted at a valve: of the maker's list the usual one, else one of a common size. */
function fittedMm(file: EngineFile, drawn: number): number {
  const lengths = lengthsOf(file);
  return lengths === null
    ? drawn * PART_STEP_MM
    : (lengths.fittedMm ?? lengths.lengthsMm[Math.floor(lengths.lengthsMm.length / 2)] ?? 0);
}

/** The unit of a valve's own figures; the engine's where it has none. */
function unitOf(file: EngineFile, valve: Valve): "mm" | "in" {
  const figures = figuresFor(file.lash, valve);
  if (figures === undefined) return engineUnit(file) ?? "mm";
  return lengthOf(figures.nominal).unit === "mm" ? "mm" : "in";
}

/** Where a release holds the exhaust: about where the intake shuts, the moment that the eye goes by. */
const RELEASE_DEG = { fromDeg: 545, spanDeg: 90 };

function virtualValve(
  file: EngineFile,
  engine: Engine,
  valve: Valve,
  gear: Gear,
  fault: PlantedFault | null,
  r: Random,
): VirtualValve {
  const spec = specOf(file, valve);
  // Half a shop's valves are about right; some are tight, more are loose, and one in thirty is held open.
  const off = wideness(spec) * (r.chance(0.4) ? r.between(-0.02, 0.02, 3) : r.between(-0.09, 0.14, 3));
  const held = r.chance(1 / 30);
  // A seat that sinks has lash left to lose, or nobody could see it go.
  const sinks = fault?.fault === "sinking-seat" && fault.valve === valve.id;
  const gapMm = sinks ? spec.nominalMm + 0.1 : held ? -0.02 : Math.max(0.02, spec.nominalMm + off);
  const wornShare = fault?.fault === "worn-lobe" && fault.valve === valve.id ? fault.size : 1;
  const curve = liftCurve(file, engine, valve.role);
  const scale = (curve?.peakMm === null ? ASSUMED_LIFT_MM : 1) * wornShare;
  const released = fault?.fault === "compression-release" && valve.role === "exhaust" ? fault.size : 0;
  const liftMm = (relDeg: number): number =>
    Math.max((curve?.at(relDeg) ?? 0) * scale, released * releaseShare(relDeg, engine.cycleDeg));
  const onDirt = fault?.fault === "part-on-dirt" && fault.valve === valve.id ? fault.size : 0;
  const drawn = {
    gapMm: gear === "preload" ? r.between(0.1, 0.6) : gapMm - onDirt,
    closerMm: gear === "opener-closer" ? r.between(0.02, 0.2) : 0,
    partMm: fittedMm(file, r.int(46, 60)),
    closerPartMm: r.int(46, 60) * PART_STEP_MM,
    spinLateMm: r.between(0, 0.3),
  };
  return {
    id: valve.id,
    cylinder: valve.cylinder,
    role: valve.role,
    valve,
    spec,
    unit: unitOf(file, valve),
    under: blockOf(figuresFor(file.lash, valve)) !== null,
    perTurnMm: travelPerTurnMm(file, valve.role),
    ...drawn,
    bleedS: gear === "preload" ? bleedSeconds(drawn.spinLateMm) : 0,
    liftMm,
  };
}

/** One that yields by so much while its pushrod is spun had bled down: it holds nothing open. */
const BLED_DOWN_FROM_MM = 0.2;
/** The fullest takes longest, and less than the trade's quarter of an hour (assumed). */
const BLEED_S = { least: 420, most: 840 };
const bleedSeconds = (spinLateMm: number): number =>
  spinLateMm >= BLED_DOWN_FROM_MM
    ? 0
    : BLEED_S.most - ((BLEED_S.most - BLEED_S.least) * spinLateMm) / BLED_DOWN_FROM_MM;

function releaseShare(relDeg: number, cycleDeg: 360 | 720): number {
  const into = fold(relDeg - RELEASE_DEG.fromDeg, cycleDeg) / RELEASE_DEG.spanDeg;
  if (into >= 1) return 0;
  return Math.min(1, 5 * Math.min(into, 1 - into));
}
