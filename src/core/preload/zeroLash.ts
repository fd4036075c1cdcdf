/** Zero lash: the two schools of finding it, and what tells them apart. */
import { type PreloadGear, plungerTravelMm } from "./gear";
import { depthWords } from "./plunger";
export const ZERO_SCHOOLS = ["up-down", "spin"] as const;
export type ZeroSchool = (typeof ZERO_SCHOOLS)[number];

/** Lifters that have run are full of oil; new ones are dry. */
export const LIFTER_STATES = ["run", "dry"] as const;
export type LifterState = (typeof LIFTER_STATES)[number];

export const ZERO_SCHOOL_NAMES: Record<
  ZeroSchool,
  { readonly name: string; readonly how: string; readonly doing: string; readonly there: string }
> = {
  "up-down": {
    name: "Lift and drop",
    how: "Lift and drop the pushrod while the nut goes down",
    doing: "lift and drop its pushrod",
    there: "The play has just gone",
  },
  spin: {
    name: "Spin",
    how: "Turn the pushrod between two fingers while the nut goes down",
    doing: "spin its pushrod",
    there: "It just drags",
  },
};

/** The school that is offered first, and why. */
export const firstSchool = (lifters: LifterState): { readonly school: ZeroSchool; readonly why: string } =>
  lifters === "run"
    ? {
        school: "up-down",
        why: "These lifters have run: one that is pumped up resists and one that has bled down yields, so a spun pushrod sets some deeper than others. Play is play in both.",
      }
    : {
        school: "spin",
        why: "New, dry lifters: their springs alone hold them, all alike, so either way finds the same place.",
      };

/** Where the second school found it, in turns from the first; a hand does not tell less than this (assumed: half a sixteenth). */
const ALIKE_TURNS = 1 / 32;

/** The difference between the schools on one valve, in words. */
export function apartWords(first: ZeroSchool, apartTurns: number, gear: PreloadGear): string {
  const second = otherSchool(first);
  const names = `${ZERO_SCHOOL_NAMES[first].name} and ${ZERO_SCHOOL_NAMES[second].name.toLowerCase()}`;
  if (Math.abs(apartTurns) < ALIKE_TURNS) return `${names} agree here.`;
  const by = depthWords(Math.abs(plungerTravelMm(apartTurns, gear)), gear.plunger);
  return `${names} are ${by} of plunger apart: ${ZERO_SCHOOL_NAMES[second].name.toLowerCase()} comes ${apartTurns > 0 ? "later, so it would set deeper" : "earlier, so it would set shallower"}.`;
}

export const otherSchool = (school: ZeroSchool): ZeroSchool => (school === "spin" ? "up-down" : "spin");
