/** Shapes of what the calculations of shims and positive-closing pairs take. */
import { z } from "zod";
import { MAX_LASH_MM } from "../lash/reading";
import { lengthSchema } from "../units/lengthSchema";
import { specInput } from "./inputs";

const thickness = lengthSchema({ minMm: 0.05, maxMm: 50 });
const lash = lengthSchema({ minMm: 0, maxMm: MAX_LASH_MM });
const name = z
  .string("Give it as text, in quotes.")
  .min(1, "An id can't be empty.")
  .max(60, "Keep an id within 60 characters.");

export const shimsInput = z.strictObject({
  positions: z
    .array(
      z.strictObject({
        id: name,
        fitted: thickness,
        spec: specInput,
        aim: lash.optional(),
        engine: name.optional(),
        lash: z.union(
          [lash, z.tuple([lash, lash])],
          "Give the lash as one figure, or as the two ends of its interval.",
        ),
      }),
      "List the positions.",
    )
    .min(1, "List at least one position.")
    .max(400, "At most 400 positions."),
  parts: z
    .array(
      z.strictObject({
        id: name,
        thickness,
        source: z.enum(["stock", "buy"], "A part is in stock, or to buy."),
        quantity: z
          .number("Give the quantity as a number.")
          .int("Give a whole quantity.")
          .min(0, "A quantity can't be negative.")
          .max(100_000, "At most 100 000 of one part.")
          .optional(),
        cost: z
          .number("Give the cost as a number.")
          .min(0, "A cost can't be negative.")
          .max(20_000, "A part costs at most 20 000.")
          .optional(),
      }),
      "List the parts.",
    )
    .max(5000, "At most 5000 parts.")
    .optional(),
  reuse: z.boolean("Say true or false.").optional(),
});

const pairPart = { fitted: thickness, aim: lengthSchema({ minMm: -0.1, maxMm: 1 }).optional() };

export const positiveClosingInput = z.strictObject({
  opener: z.strictObject({ ...pairPart, gap: lash }),
  closer: z.strictObject({ ...pairPart, loadedGap: lash }),
  bias: lengthSchema({ minMm: -0.5, maxMm: 0.5 }).optional(),
});
