/** Shapes of what the calculations of preload and heat take. */
import { z } from "zod";
import { ROLES, SCREW_PLACES, METALS } from "../engine/engineFile";
import { lengthSchema } from "../units/lengthSchema";

const ratio = z
  .number("Give the ratio as a number.")
  .min(0.2, "A ratio lies between 0.2 and 5.")
  .max(5, "A ratio lies between 0.2 and 5.");

export const preloadInput = z
  .strictObject({
    turns: z
      .number("Give the turns as a number.")
      .min(0, "Turns past zero lash can't be negative.")
      .max(10, "At most 10 turns.")
      .optional(),
    travel: lengthSchema({ minMm: 0, maxMm: 20 }).optional(),
    adjuster: z.strictObject({
      kind: z.literal("hydraulic", "A preload is set on a hydraulic lifter: the kind is hydraulic.").optional(),
      at: z.enum(SCREW_PLACES, `The place is one of: ${SCREW_PLACES.join(", ")}.`),
      ratio: ratio.optional(),
      pitch: lengthSchema({ minMm: 0.1, maxMm: 6 }).optional(),
      tpi: z
        .number("Give threads per inch as a number.")
        .min(4, "Threads per inch lie between 4 and 100.")
        .max(100, "Threads per inch lie between 4 and 100.")
        .optional(),
    }),
    plunger: z
      .strictObject({
        travel: lengthSchema({ minMm: 0.5, maxMm: 10 }).optional(),
        fromTop: lengthSchema({ minMm: 0, maxMm: 10 }).optional(),
        fromBottom: lengthSchema({ minMm: 0, maxMm: 10 }).optional(),
      })
      .optional(),
    growth: lengthSchema({ minMm: -2, maxMm: 5 }).optional(),
  })
  .superRefine((p, ctx) => {
    if (p.turns === undefined && p.travel === undefined)
      ctx.addIssue({
        code: "custom",
        path: ["turns"],
        message: "Give the turns past zero lash, or the travel of the plunger.",
      });
    if (p.turns !== undefined && p.travel !== undefined)
      ctx.addIssue({ code: "custom", path: ["travel"], message: "Give the turns or the travel, not both." });
  });

const metal = z.enum(METALS, `The metal is one of: ${METALS.join(", ")}.`);
const size = lengthSchema({ minMm: 1, maxMm: 3000 });
const kelvin = z
  .number("Give the rise in kelvin.")
  .min(-100, "A rise lies between -100 and 400 K.")
  .max(400, "A rise lies between -100 and 400 K.");
const common = {
  spec: lengthSchema({ minMm: 0, maxMm: 10 }),
  role: z.enum(ROLES, `The role is one of: ${ROLES.join(", ")}.`),
};

export const heatInput = z.discriminatedUnion(
  "layout",
  [
    z.strictObject({
      ...common,
      layout: z.literal("pushrod"),
      ratio,
      sizes: z.strictObject({ deck: size, pivot: size, pushrod: size, valve: size }),
      materials: z.strictObject({ block: metal, head: metal }),
      rise: z.union(
        [kelvin, z.strictObject({ block: kelvin, head: kelvin, pushrod: kelvin, valve: kelvin })],
        "Give the rise in kelvin: one figure, or one each for block, head, pushrod and valve.",
      ),
    }),
    z.strictObject({
      ...common,
      layout: z.literal("overhead"),
      ratio: ratio.optional(),
      sizes: z.strictObject({ cam: size, valve: size }),
      materials: z.strictObject({ head: metal, block: metal.optional() }),
      rise: z.union(
        [
          kelvin,
          z.strictObject({ head: kelvin, valve: kelvin, block: kelvin.optional(), pushrod: kelvin.optional() }),
        ],
        "Give the rise in kelvin: one figure, or one each for head and valve.",
      ),
    }),
  ],
  "The layout is pushrod or overhead.",
);
