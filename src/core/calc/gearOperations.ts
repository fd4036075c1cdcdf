/** Preload and heat as open calculations. */
import { coldAimRefusal, judgeColdAim } from "../heat/coldAim";
import { type HeatGear, type Rise, evenRise, growthMm, growthRangeMm } from "../heat/expansion";
import { hotTravelMm, isGear, nutTravelMm, plungerTravelMm, preloadGear, turnsForMm } from "../preload/gear";
import { DEFAULT_ROOM_MM, DEFAULT_TRAVEL_MM, judgePlunger } from "../preload/plunger";
import { clockWords, turnsWords } from "../preload/turning";
import { toMm } from "../units/length";
import { heatInput, preloadInput } from "./gearInputs";
import { CalcProblem, parseInput } from "./problem";
import { tidy } from "./tidy";

export function preload(input: unknown): object {
  const given = parseInput(preloadInput, input);
  const gear = preloadGear({ ...given.adjuster, ...(given.plunger === undefined ? {} : { plunger: given.plunger }) });
  if (!isGear(gear))
    throw new CalcProblem(gear.why, gear.field.startsWith("plunger") ? gear.field : `adjuster.${gear.field}`);
  const turns = given.turns ?? turnsForMm(toMm(given.travel ?? 0), gear);
  const growth = given.growth === undefined ? 0 : toMm(given.growth);
  if (growth !== 0 && gear.ratio === null)
    throw new CalcProblem(
      "Give the rocker ratio: it tells how far a growth at the valve moves the plunger.",
      "adjuster.ratio",
    );
  const coldMm = plungerTravelMm(turns, gear);
  const hotMm = hotTravelMm(coldMm, growth, gear.ratio);
  return {
    turns: tidy(turns),
    words: turns === 0 ? "no turn past zero lash" : `${turnsWords(turns)}, ${clockWords(turns)}`,
    nutTravelMm: tidy(nutTravelMm(turns, gear)),
    plungerTravelMm: tidy(coldMm),
    hotPlungerTravelMm: tidy(hotMm),
    verdict: judgePlunger([coldMm, hotMm], gear.plunger),
    assumptions: assumed(given.plunger),
  };
}

function assumed(plunger: { travel?: unknown; fromTop?: unknown; fromBottom?: unknown } = {}): string[] {
  return [
    ...(plunger.travel === undefined
      ? [`The plunger's travel was not given: ${DEFAULT_TRAVEL_MM} mm is assumed.`]
      : []),
    ...(plunger.fromTop === undefined || plunger.fromBottom === undefined
      ? [`Room at an end was not given: ${DEFAULT_ROOM_MM} mm is assumed.`]
      : []),
  ];
}

export function heat(input: unknown): object {
  const given = parseInput(heatInput, input);
  const gear: HeatGear =
    given.layout === "overhead"
      ? {
          layout: "overhead",
          sizes: { camMm: toMm(given.sizes.cam), valveMm: toMm(given.sizes.valve) },
          head: given.materials.head,
        }
      : {
          layout: "pushrod",
          ratio: given.ratio,
          block: given.materials.block,
          head: given.materials.head,
          sizes: {
            deckMm: toMm(given.sizes.deck),
            pivotMm: toMm(given.sizes.pivot),
            pushrodMm: toMm(given.sizes.pushrod),
            valveMm: toMm(given.sizes.valve),
          },
        };
  const rise: Rise = typeof given.rise === "number" ? evenRise(given.rise) : { block: 0, pushrod: 0, ...given.rise };
  const growth = growthMm(gear, given.role, rise);
  const coldAimMm = toMm(given.spec) - growth;
  return {
    growthMm: tidy(growth),
    growthRangeMm: growthRangeMm(gear, given.role, rise).map(tidy),
    coldAimMm: tidy(coldAimMm),
    verdict: judgeColdAim(coldAimMm),
    why: coldAimRefusal(given.role, coldAimMm),
  };
}
