/** Shapes of what the calculations of the record take. */
import { z } from "zod";
import { ROLES } from "../engine/engineFile";
import { MAX_LASH_MM } from "../lash/reading";
import { lengthSchema } from "../units/lengthSchema";
import { specInput } from "./inputs";

const lash = lengthSchema({ minMm: 0, maxMm: MAX_LASH_MM });
const interval = z.tuple([lash, lash], "Give the two ends of the interval, the lower first.");
const name = z
  .string("Give it as text, in quotes.")
  .min(1, "A name can't be empty.")
  .max(60, "Keep a name within 60 characters.");

const MOST_USE = 1e7;
const use = z
  .number("Give the use as a number.")
  .gt(0, "Use lies over 0.")
  .max(MOST_USE, `Use lies over 0 and up to ${MOST_USE}.`);

export const forecastInput = z.strictObject({
  unit: name.optional(),
  risk: z
    .number("Give the risk as a number between 0 and 1.")
    .gt(0, "The risk lies between 0 and 1.")
    .lt(1, "The risk lies between 0 and 1.")
    .optional(),
  horizon: use,
  repeat: lengthSchema({ minMm: 0, maxMm: 1 }).optional(),
  valves: z
    .array(
      z.strictObject({
        id: name,
        role: z.enum(ROLES, `The role is one of: ${ROLES.join(", ")}.`),
        spec: specInput,
        now: interval,
        services: z
          .array(z.strictObject({ use, left: interval, found: interval }), "List the services.")
          .max(200, "At most 200 services of a valve."),
      }),
      "List the valves.",
    )
    .min(1, "List at least one valve.")
    .max(192, "At most 192 valves."),
});

export const gaugeStudyInput = z.strictObject({
  tolerance: lengthSchema({ minMm: 0.001, maxMm: MAX_LASH_MM }),
  readings: z
    .array(z.strictObject({ valve: name, person: name, value: lash }), "List the readings.")
    .min(1, "List the readings.")
    .max(2000, "At most 2000 readings."),
});
