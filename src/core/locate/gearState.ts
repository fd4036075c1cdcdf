/** How the gear at each valve stands now: what it shows follows from that. */
import type { Engine, Valve } from "../engine/resolve";

export const GEAR_STATES = ["set", "preloaded", "slack", "snug", "dry", "off"] as const;
/**
 * - `set`: it has its lash, or nearly;
 * - `preloaded`: a lifter that is set, or has run: no play anywhere;
 * - `slack`: play to spare, never set or read slack;
 * - `snug`: run down by hand until it touches: tight on the base circle;
 * - `dry`: fixed gear with its lifter bled down for the dry gap;
 * - `off`: its rocker, pushrod, shaft or camshaft is off.
 */
export type GearState = (typeof GEAR_STATES)[number];

export interface GearAt {
  readonly state: GearState;
  /** Its gap was read: only then is a tight one lifted, and no valve without lash. */
  readonly read: boolean;
}

/** How each valve stands, by its id; what is not named stands as is usual on the engine. */
export type GearNow = Readonly<Record<string, GearAt>>;

/** What is usual on an engine that has run: lifters without play, everything else with its lash. */
export const usualGear = ({ gear }: Pick<Engine, "gear">): GearState =>
  gear.adjuster === "hydraulic" || gear.adjuster === "fixed" ? "preloaded" : "set";

/** All valves in one state, their gaps read. */
export const allIn = (engine: Engine, state: GearState = usualGear(engine)): GearNow =>
  Object.fromEntries(engine.valves.map((v) => [v.id, { state, read: true }]));

export const gearAt = (engine: Engine, gear: GearNow, { id }: Pick<Valve, "id">): GearAt =>
  gear[id] ?? { state: usualGear(engine), read: false };
