/** Shape of what the calculation of rocker geometry takes. */
import { z } from "zod";
import { LEAST_WIDTHS } from "../geometry/fit";
import { lengthSchema } from "../units/lengthSchema";

/** Longer than any rocker's arm, and any valve's lift. */
const arm = lengthSchema({ minMm: 1, maxMm: 500 });
const pushrod = lengthSchema({ minMm: 10, maxMm: 2000 });

export const geometryInput = z.strictObject({
  arm: arm.optional(),
  tipRadius: lengthSchema({ minMm: 0, maxMm: 200 }),
  lift: lengthSchema({ minMm: 0.1, maxMm: 150 }),
  pivotAbove: lengthSchema({ minMm: -500, maxMm: 500 }).optional(),
  mount: z.enum(["stud", "shaft"], "The rocker is mounted on a stud or on a shaft."),
  ratio: z
    .number("Give the ratio as a number.")
    .gt(0.2, "A rocker's ratio lies between 0.2 and 5.")
    .lt(5, "A rocker's ratio lies between 0.2 and 5.")
    .optional(),
  fitted: pushrod.optional(),
  lengths: z.array(pushrod, "List the lengths.").max(200, "At most 200 lengths.").optional(),
  measured: z
    .array(z.strictObject({ length: pushrod, sweep: lengthSchema({ minMm: 0, maxMm: 100 }) }), "List the widths.")
    .min(LEAST_WIDTHS, "Three widths or more tell the geometry.")
    .max(50, "At most 50 widths.")
    .optional(),
});
