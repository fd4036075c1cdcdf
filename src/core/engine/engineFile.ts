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
export type Lobe = EventLobe | CenterlineLobe | OwnTdcLobe;

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
  readonly injector?: OwnTdcLobe;
  readonly releases?: readonly Release[];
}

export interface LashFigures {
  readonly nominal: LengthText;
  readonly low?: LengthText;
  readonly high?: LengthText;
}

export type EngineState = "cold" | "hot";

export interface LashEntry {
  readonly state: EngineState;
  readonly source?: string;
  readonly intake?: LashFigures;
  readonly exhaust?: LashFigures;
  readonly injector?: LashFigures;
}

export const ADJUSTER_KINDS = [
  "screw", "bucket-shim", "bucket", "positive-closing", "hydraulic", "fixed", "grind",
] as const;
export type AdjusterKind = (typeof ADJUSTER_KINDS)[number];

export const SCREW_PLACES = ["valve-end", "pushrod-end", "stud-nut", "tappet", "cam"] as const;
export type ScrewPlace = (typeof SCREW_PLACES)[number];

export interface AdjusterEntry {
  readonly kind: AdjusterKind;
  readonly at?: ScrewPlace;
  readonly ratio?: number;
  readonly followerRatio?: number;
  readonly pitch?: LengthText;
  readonly tpi?: number;
}

/** How the cylinders lie, for the drawings; banks hold cylinder numbers, front first. */
export interface LayoutEntry {
  readonly kind: "inline" | "vee" | "flat" | "radial";
  readonly banks?: readonly (readonly string[])[];
}

/** One rocker moving several valves through a bridge that is set first. */
export interface BridgeEntry {
  readonly cylinder: string;
  readonly role: ValveRole;
}

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
  readonly lash?: LashEntry;
  readonly adjuster?: AdjusterEntry;
  readonly layout?: LayoutEntry;
  readonly bridges?: readonly BridgeEntry[];
  readonly notes?: string;
}

export const cycleOf = (file: Pick<EngineFile, "strokes">): 360 | 720 => (file.strokes === 2 ? 360 : 720);
