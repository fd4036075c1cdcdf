/** Shapes of what the calculations take. Unknown fields are refused by name: a slip must not pass as a default. */
import { z } from "zod";
import { SCREW_PLACES } from "../engine/engineFile";
import { engineFileSchema } from "../engine/engineFileSchema";
import { MAX_LASH_MM } from "../lash/reading";
import { MAX_STACK } from "../lash/leaf";
import { lengthSchema } from "../units/lengthSchema";

const thin = lengthSchema({ minMm: 0, maxMm: MAX_LASH_MM });

/** Lash figures; crossed limits are refused here. */
export const specInput = z.strictObject({ nominal: thin, low: thin.optional(), high: thin.optional() });

export const stopsInput = z.strictObject({
  engine: engineFileSchema,
  requiredMarginDeg: z
    .number("Give the required margin in crank degrees.")
    .min(0, "The required margin lies between 0 and 180 degrees.")
    .max(180, "The required margin lies between 0 and 180 degrees.")
    .optional(),
});

const leafReading = z.strictObject({ goes: thin.optional(), noGo: thin.optional() });
const valueReading = z.strictObject({ value: thin, within: thin.optional() });

const ratio = z.number("Give the ratio as a number.").min(0.2, "A ratio lies between 0.2 and 5.").max(5, "A ratio lies between 0.2 and 5.");

export const screwInput = z.strictObject({
  kind: z.literal("screw", "Only a screw or nut is turned: the kind is screw.").optional(),
  at: z.enum(SCREW_PLACES, `The place is one of: ${SCREW_PLACES.join(", ")}.`),
  ratio: ratio.optional(),
  followerRatio: ratio.optional(),
  pitch: lengthSchema({ minMm: 0.1, maxMm: 6 }).optional(),
  tpi: z.number("Give threads per inch as a number.").min(4, "Threads per inch lie between 4 and 100.").max(100, "Threads per inch lie between 4 and 100.").optional(),
});

export const lashInput = z.strictObject({
  spec: specInput,
  reading: z.union([leafReading, valueReading], 'Give the reading as "goes" and "noGo", or as "value" and "within".'),
  adjuster: screwInput.optional(),
  lockShift: lengthSchema({ minMm: -1, maxMm: 1 }).optional(),
});

export const leafInput = z.strictObject({
  set: z
    .array(lengthSchema({ minMm: 0.005, maxMm: MAX_LASH_MM }), "List the leaves of the set.")
    .min(1, "The set has no leaf.")
    .max(60, "A set has at most 60 leaves."),
  known: leafReading.optional(),
  spec: specInput,
  maxStack: z.number("Give the stack as a number of leaves.").int("A stack is 1, 2 or 3 leaves.").min(1, "A stack is 1, 2 or 3 leaves.").max(MAX_STACK, "A stack is 1, 2 or 3 leaves.").optional(),
});
