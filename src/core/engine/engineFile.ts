/**
 * The engine file `fulcrata-engine/1` as it reads after validation: what is exported, imported and
 * kept. Lengths stay as they were entered ("0.012 in"); angles are crank degrees.
 */

export const ENGINE_FORMAT = "fulcrata-engine/1";
export const MAX_CYLINDERS = 24;
export const MAX_VALVES = 192;
export const MAX_FILE_BYTES = 1_000_000;

export const SECTORS = ["automotive", "diesel", "marine", "aircraft", "motorcycle", "small"] as const;
export type Sector = (typeof SECTORS)[number];

export const ROLES = ["intake", "exhaust", "injector"] as const;
export type ValveRole = (typeof ROLES)[number];

/** A length as typed: a number is millimetres, a text carries its unit. */
export type LengthText = number | string;

export interface ValveEntry {
  readonly id: string;
  readonly cylinder: string;
  readonly role: ValveRole;
}

/** Published events; degrees may be negative. Two-stroke exhaust uses BBDC and ABDC. */
export type EventLobe =
  | { readonly opensDegBtdc: number; readonly closesDegAbdc: number }
  | { readonly opensDegBbdc: number; readonly closesDegAtdc: number }
  | { readonly opensDegBbdc: number; readonly closesDegAbdc: number };
export interface CenterlineLobe {
  readonly durationDeg: number;
  readonly centerlineDeg: number;
}
/** Relative to the cylinder's own firing TDC. */
export interface OwnTdcLobe {
  readonly opensDeg: number;
  readonly closesDeg: number;
}
/** Lift in mm against crank degrees from the cylinder's own firing TDC, rising. */
export type LiftPoint = readonly [deg: number, liftMm: number];
/** A measured lobe: it is off its base circle where lift exceeds {@link BASE_CIRCLE_LIFT_MM}, so it takes no ramp. */
export interface ProfileLobe {
  readonly profile: readonly LiftPoint[];
}
/** Full lift at the valve, for the drawings; a profile brings its own. */
interface Lifted {
  readonly lift?: LengthText;
}
export type Lobe = (EventLobe | CenterlineLobe | OwnTdcLobe | ProfileLobe) & Lifted;
export type PlainLobe = EventLobe | CenterlineLobe | OwnTdcLobe;

/** Above this lift a follower counts as off its base circle (the trade's figure for measured profiles). */
export const BASE_CIRCLE_LIFT_MM = 0.01;

export interface Release {
  readonly role: "intake" | "exhaust";
  readonly fromDeg: number;
  readonly toDeg: number;
}

export interface CamEntry {
  readonly atLift?: LengthText;
  readonly rampDeg?: number;
  readonly intake?: Lobe;
  readonly exhaust?: Lobe;
  readonly injector?: OwnTdcLobe & Lifted;
  readonly releases?: readonly Release[];
  /** Which cylinder is at firing TDC when the dots of crank and cam gears face each other. */
  readonly gearMarks?: { readonly proves: string };
}

export interface LashFigures {
  readonly nominal: LengthText;
  readonly low?: LengthText;
  readonly high?: LengthText;
  /** Of an injector or a pump's follower: the figures are heights over a datum, read as the gap under a block of this height. */
  readonly block?: LengthText;
}

export type EngineState = "cold" | "hot";

export interface LashEntry {
  readonly state: EngineState;
  /** Who says so: the maker's manual, a cam card, the builder, the shop. */
  readonly source?: string;
  readonly intake?: LashFigures;
  readonly exhaust?: LashFigures;
  readonly injector?: LashFigures;
  /** Figures of single valves by their id: they beat their role's. */
  readonly valves?: Readonly<Record<string, LashFigures>>;
  /** Of a hot spec: the least temperature in degrees Celsius at which the engine counts as hot. */
  readonly hotFromC?: number;
}

export const ADJUSTER_KINDS = [
  "screw",
  "bucket-shim",
  "bucket",
  "positive-closing",
  "hydraulic",
  "fixed",
  "grind",
] as const;
export type AdjusterKind = (typeof ADJUSTER_KINDS)[number];

export const SCREW_PLACES = ["valve-end", "pushrod-end", "stud-nut", "tappet", "cam"] as const;
export type ScrewPlace = (typeof SCREW_PLACES)[number];

export const LOCK_KINDS = ["lock-nut", "poly-lock", "self-locking", "tappet"] as const;
export type LockKind = (typeof LOCK_KINDS)[number];

/** What is exchanged on gear without a screw. */
export const LENGTH_PART_KINDS = ["pushrod", "rocker-shim", "lash-cap"] as const;
export type LengthPartKind = (typeof LENGTH_PART_KINDS)[number];

export interface AdjusterEntry {
  readonly kind: AdjusterKind;
  readonly at?: ScrewPlace;
  readonly ratio?: number;
  readonly followerRatio?: number;
  readonly pitch?: LengthText;
  readonly tpi?: number;
  readonly lock?: LockKind;
  readonly lockTorqueNm?: number;
  /** How far the tool can be swung in one go, in degrees; left out where there is room. */
  readonly swingDeg?: number;
  /** Of a hydraulic lifter: its travel and the room that is left at either end. */
  readonly plunger?: PlungerEntry;
  /** Where a hydraulic lifter is set: turns past zero lash, or travel of its plunger. */
  readonly preload?: { readonly turns?: number; readonly travel?: LengthText };
  /** Of shims: over or under the bucket, and their diameter. */
  readonly shimAt?: "over" | "under" | "tip" | "rocker";
  /** Of positively closed valves: the closer gap that is aimed at, and the most that is right. */
  readonly closer?: { readonly aim?: LengthText; readonly high?: LengthText };
  readonly diameter?: LengthText;
  /** Of fixed gear: what is exchanged, the lengths that can be had, the one that is fitted, and where the gap is read. */
  readonly part?: LengthPartKind;
  readonly lengths?: readonly LengthText[];
  readonly fitted?: LengthText;
  readonly gapAt?: "valve" | "pushrod";
  /** The screw of injectors and pump followers: it is never taken for that of the valves. */
  readonly injector?: InjectorScrew;
}

/** Where the screw sits over an injector's or a pump's follower, its rocker's ratio, its thread, and its lock nut's torque. */
export interface InjectorScrew {
  readonly at?: "valve-end" | "pushrod-end";
  readonly ratio?: number;
  readonly pitch?: LengthText;
  readonly tpi?: number;
  readonly lockTorqueNm?: number;
}

export interface PlungerEntry {
  readonly travel?: LengthText;
  readonly fromTop?: LengthText;
  readonly fromBottom?: LengthText;
}

export const METALS = ["iron", "alloy"] as const;
export type Metal = (typeof METALS)[number];

/** What makes the lash grow with heat: material, sizes, rise, and what the shop knows from experience. */
export interface HeatEntry {
  readonly layout?: "pushrod" | "overhead";
  readonly block?: Metal;
  readonly head?: Metal;
  readonly sizes?: {
    readonly deck?: LengthText;
    readonly pivot?: LengthText;
    readonly pushrod?: LengthText;
    readonly valve?: LengthText;
    readonly cam?: LengthText;
  };
  /** Kelvin above the cold engine, one figure for all or one for each. */
  readonly rise?:
    number | { readonly block: number; readonly head: number; readonly pushrod: number; readonly valve: number };
  readonly experience?: { readonly intake?: LengthText; readonly exhaust?: LengthText; readonly source?: string };
}

/** A stud girdle, a spacer or a rocker shaft that is tightened after setting, and the valves that it shifts. */
export interface TightenedPart {
  readonly name: string;
  readonly valves: readonly string[];
  readonly torqueNm?: number;
}

/** A cam that must come off before the parts under it can be taken out. */
export interface CamshaftEntry {
  readonly name: string;
  readonly valves: readonly string[];
  /** Of its caps' bolts, and how they are loosened and tightened. */
  readonly torqueNm?: number;
  readonly caps?: string;
}

export const SEALS = ["gasket", "o-ring", "sealant"] as const;
export type Seal = (typeof SEALS)[number];

/** A cover that goes back on when the work is done: what seals it, and to what torque its bolts go. */
export interface CoverEntry {
  readonly name: string;
  readonly seal?: Seal;
  readonly torqueNm?: number;
}

/** What the engine drives that must be in time when it goes back; `none` where there is nothing of the kind. */
export const TIMED_DRIVES = ["none", "distributor", "injection-pump", "magneto"] as const;
export type TimedDrive = (typeof TIMED_DRIVES)[number];

/** How the cylinders lie, for the drawings; banks hold cylinder numbers, front first. */
export interface LayoutEntry {
  readonly kind: "inline" | "vee" | "flat" | "radial";
  readonly banks?: readonly (readonly string[])[];
}

export const BARRING_PLACES = ["crank", "cam", "wheel", "starter-ring", "gearbox", "propeller"] as const;
export type BarringPlace = (typeof BARRING_PLACES)[number];

/** Where the engine is turned by hand, when that is not the crank itself. */
export interface BarringEntry {
  readonly at: BarringPlace;
  /** Turns of what is turned per crank turn. */
  /** Negative where what is turned goes round the other way. */
  readonly ratio: number;
}

/** One rocker moving several valves through a bridge that is set first. */
export interface BridgeEntry {
  readonly cylinder: string;
  readonly role: ValveRole;
}

/** What turns the cam: only gears may be turned back. */
export const CAM_DRIVES = ["gears", "chain", "belt"] as const;
export type CamDrive = (typeof CAM_DRIVES)[number];

export interface EngineFile {
  readonly format: typeof ENGINE_FORMAT;
  readonly name: string;
  readonly sector?: Sector;
  readonly strokes: 2 | 4;
  readonly rotation?: "clockwise" | "counterclockwise";
  readonly cylinders: readonly string[];
  readonly firingOrder: readonly string[];
  readonly firingAnglesDeg?: readonly number[];
  readonly valves: readonly ValveEntry[];
  readonly cam?: CamEntry;
  readonly marksDeg?: readonly number[];
  /** What is stamped at each of the marks, in their order. */
  readonly markLabels?: readonly string[];
  readonly barring?: BarringEntry;
  /** Left out where it is not known: then nothing is ever turned back. */
  readonly camDrive?: CamDrive;
  /** What runs on the lobes: a flat follower wants its lobe kept wet on a new cam. */
  readonly follower?: "flat" | "roller";
  readonly lash?: LashEntry;
  /** What other sources say; `lash` rules. */
  readonly otherLash?: readonly LashEntry[];
  readonly tightenedLater?: readonly TightenedPart[];
  readonly adjuster?: AdjusterEntry;
  readonly camshafts?: readonly CamshaftEntry[];
  readonly covers?: readonly CoverEntry[];
  readonly timedDrive?: TimedDrive;
  readonly heat?: HeatEntry;
  readonly layout?: LayoutEntry;
  readonly bridges?: readonly BridgeEntry[];
  readonly notes?: string;
}

export const cycleOf = (file: Pick<EngineFile, "strokes">): 360 | 720 => (file.strokes === 2 ? 360 : 720);
