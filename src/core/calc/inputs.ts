/** Shapes of what the calculations take. Unknown fields are refused by name: a slip must not pass as a default. */
import { z } from "zod";
import { SCREW_PLACES } from "../engine/engineFile";
import { engineFileSchema } from "../engine/engineFileSchema";
import { MAX_LASH_MM } from "../lash/reading";
import { MAX_STACK } from "../lash/leaf";
import { GEAR_STATES } from "../locate/gearState";
import { CYLINDER_SIGHTS, LEAST_SWING_DEG, SWING_SIGHTS, VALVE_SIGHTS } from "../locate/observation";
import { lengthSchema } from "../units/lengthSchema";

const thin = lengthSchema({ minMm: 0, maxMm: MAX_LASH_MM });

/** Lash figures; crossed limits are refused here. */
export const specInput = z.strictObject({ nominal: thin, low: thin.optional(), high: thin.optional() });

const share = z
  .number("Give the share as a number from 0 to 1.")
  .min(0, "A share lies between 0 and 1.")
  .max(1, "A share lies between 0 and 1.");

const requiredMargin = z
  .number("Give the required margin in crank degrees.")
  .min(0, "The required margin lies between 0 and 180 degrees.")
  .max(180, "The required margin lies between 0 and 180 degrees.")
  .optional();

export const stopsInput = z.strictObject({
  engine: engineFileSchema,
  requiredMarginDeg: requiredMargin,
  openingShare: share.optional(),
  closingShare: share.optional(),
  marksOnly: z.boolean("Say true or false.").optional(),
  stopCount: z
    .number("Give a number of stops.")
    .int("Give a whole number of stops.")
    .min(1, "Give at least one stop.")
    .max(48, "At most 48 stops.")
    .optional(),
});

const within = z
  .number("Give the tolerance in degrees.")
  .min(0, "A tolerance lies between 0 and 90 degrees.")
  .max(90, "A tolerance lies between 0 and 90 degrees.")
  .optional();
const name = z.string("Give it as text, in quotes.");
const said = z.boolean("Say true or false.").optional();
const looked = {
  no: said,
  turnedOnDeg: z
    .number("Give the degrees turned on since as a number.")
    .min(0, "The crank was turned on by 0 to 1440 degrees.")
    .max(1440, "The crank was turned on by 0 to 1440 degrees.")
    .optional(),
};
const swing = z
  .number("Give the swing in crank degrees.")
  .min(LEAST_SWING_DEG, `A swing that tells is ${LEAST_SWING_DEG} to 360 degrees.`)
  .max(360, `A swing that tells is ${LEAST_SWING_DEG} to 360 degrees.`)
  .optional();

export const observationInput = z.discriminatedUnion(
  "kind",
  [
    z.strictObject({
      kind: z.literal("mark"),
      markDeg: z
        .number("Give the mark in degrees.")
        .min(-720, "A mark lies within -720 and 720 degrees.")
        .max(720, "A mark lies within -720 and 720 degrees."),
      withinDeg: within,
      ...looked,
    }),
    z.strictObject({ kind: z.literal("rotor"), cylinder: name, withinDeg: within, ...looked }),
    z.strictObject({ kind: z.literal("pressure"), cylinder: name, exhaustSeen: said, ...looked }),
    ...CYLINDER_SIGHTS.map((kind) => z.strictObject({ kind: z.literal(kind), cylinder: name, ...looked })),
    ...VALVE_SIGHTS.map((kind) => z.strictObject({ kind: z.literal(kind), valve: name, ...looked })),
    ...SWING_SIGHTS.map((kind) =>
      z.strictObject({
        kind: z.literal(kind),
        valve: name,
        swingDeg: swing,
        at: z.enum(["lifter", "rocker"], "It is watched at the lifter or at the rocker.").optional(),
        ...looked,
      }),
    ),
  ],
  `The kind is one of: mark, rotor, pressure, ${[...CYLINDER_SIGHTS, ...VALVE_SIGHTS, ...SWING_SIGHTS].join(", ")}.`,
);

const gearState = z.enum(GEAR_STATES, `Gear is one of: ${GEAR_STATES.join(", ")}.`);

export const locateInput = z.strictObject({
  engine: engineFileSchema,
  observations: z.array(observationInput, "List what was seen.").max(200, "At most 200 observations."),
  requiredMarginDeg: requiredMargin,
  gear: z
    .union(
      [gearState, z.record(name, gearState)],
      `Give the state of the gear, or one for each valve: ${GEAR_STATES.join(", ")}.`,
    )
    .optional(),
});

const around = lengthSchema({ minMm: 10, maxMm: 10_000 });

export const tapeInput = z
  .strictObject({
    circumference: around.optional(),
    diameter: around.optional(),
    stopsDeg: z
      .array(
        z
          .number("Give each stop in crank degrees.")
          .min(-1440, "A stop lies within two cycles.")
          .max(1440, "A stop lies within two cycles."),
        "List the stops.",
      )
      .min(1, "Give at least one stop.")
      .max(200, "At most 200 stops."),
  })
  .superRefine((t, ctx) => {
    if (t.circumference === undefined && t.diameter === undefined)
      ctx.addIssue({ code: "custom", message: "Give the circumference or the diameter." });
    if (t.circumference !== undefined && t.diameter !== undefined)
      ctx.addIssue({
        code: "custom",
        path: ["diameter"],
        message: "Give the circumference or the diameter, not both.",
      });
  });

const leafReading = z.strictObject({ goes: thin.optional(), noGo: thin.optional() });
const valueReading = z.strictObject({ value: thin, within: thin.optional() });

const ratio = z
  .number("Give the ratio as a number.")
  .min(0.2, "A ratio lies between 0.2 and 5.")
  .max(5, "A ratio lies between 0.2 and 5.");

export const screwInput = z.strictObject({
  kind: z.literal("screw", "Only a screw or nut is turned: the kind is screw.").optional(),
  at: z.enum(SCREW_PLACES, `The place is one of: ${SCREW_PLACES.join(", ")}.`),
  ratio: ratio.optional(),
  followerRatio: ratio.optional(),
  pitch: lengthSchema({ minMm: 0.1, maxMm: 6 }).optional(),
  tpi: z
    .number("Give threads per inch as a number.")
    .min(4, "Threads per inch lie between 4 and 100.")
    .max(100, "Threads per inch lie between 4 and 100.")
    .optional(),
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
  maxStack: z
    .number("Give the stack as a number of leaves.")
    .int("A stack is 1, 2 or 3 leaves.")
    .min(1, "A stack is 1, 2 or 3 leaves.")
    .max(MAX_STACK, "A stack is 1, 2 or 3 leaves.")
    .optional(),
});
