/** What may be wrong with a virtual engine: one thing at a time, and what of the engine shows it. Pure. */
import type { Gear } from "./gear";

export const FAULTS = [
  "bent-pushrod",
  "worn-lobe",
  "sinking-seat",
  "slipped-lock",
  "part-on-dirt",
  "mark-out",
  "worn-leaf",
  "compression-release",
  "dished-pad",
  "cooling",
] as const;
export type Fault = (typeof FAULTS)[number];

interface FaultRule {
  readonly name: string;
  /** What shows it, told once it is over. */
  readonly shows: string;
  /** It is at one valve, which is to be named too. */
  readonly atValve: boolean;
  readonly fits: (gear: Gear, pushrods: boolean) => boolean;
}

const gaps = (gear: Gear): boolean => gear !== "preload";

export const FAULT_RULES: Readonly<Record<Fault, FaultRule>> = {
  "bent-pushrod": {
    name: "A bent pushrod",
    shows: "Spun between two fingers it wobbles; straight ones run true.",
    atValve: true,
    fits: (_, pushrods) => pushrods,
  },
  "worn-lobe": {
    name: "A worn lobe",
    shows: "On an indicator its valve opens clearly less than the others of its kind.",
    atValve: true,
    fits: () => true,
  },
  "sinking-seat": {
    name: "A sinking seat",
    shows: "Its lash is smaller after every two turns of the crank, and its lock is tight.",
    atValve: true,
    fits: gaps,
  },
  "slipped-lock": {
    name: "A lock that does not hold",
    shows: "Its lock gives under the wrench, and the lash is another after the crank was turned over.",
    atValve: true,
    fits: (gear) => gear === "screw",
  },
  "part-on-dirt": {
    name: "A part that sits on dirt",
    shows: "Taken out and wiped, there is grit under it; back in, the lash is larger than before.",
    atValve: true,
    fits: (gear) => gear === "parts",
  },
  "mark-out": {
    name: "A timing mark that has moved",
    shows: "The straw in the plug hole finds the top of the stroke elsewhere than the mark does.",
    atValve: false,
    fits: () => true,
  },
  "worn-leaf": {
    name: "A leaf that is not what is stamped on it",
    shows: "The micrometer measures another thickness.",
    atValve: false,
    fits: gaps,
  },
  "compression-release": {
    name: "A compression release",
    shows: "The exhausts are lifted a little where they should be shut: seen at the rockers, and on an indicator.",
    atValve: false,
    fits: () => true,
  },
  "dished-pad": {
    name: "A dished pad",
    shows: "An indicator finds more lash than the leaf, which bridges the hollow.",
    atValve: true,
    fits: (gear) => gear === "screw",
  },
  cooling: {
    name: "An engine that is not as hot as was said",
    shows: "The thermometer says so.",
    atValve: false,
    fits: gaps,
  },
};

/** What can be planted on an engine of this gear. */
export const faultsFor = (gear: Gear, pushrods: boolean): Fault[] =>
  FAULTS.filter((f) => FAULT_RULES[f].fits(gear, pushrods));
