/** What is said to open a job. */
import { DEPTH_SCHOOLS } from "@/core/preload/plunger";
import { z } from "zod";
import { GROWTH_SOURCE_IDS } from "@/core/heat/growthSources";
import { PURPOSES } from "@/core/job/setup/purpose";
import { LIFTER_STATES } from "@/core/preload/zeroLash";
import { SERVING_ORDERS } from "@/core/stops/orders";
import { METHOD_IDS } from "@/core/stops/methods";
import { DEFAULT_STOP_SETTINGS } from "@/core/stops/settings";
import { idInput } from "../http/id";
import { useHours } from "../record/use";

const share = z
  .number("Give the share as a number.")
  .min(0, "A share lies between 0 and 100 percent.")
  .max(1, "A share lies between 0 and 100 percent.");

export const openJobInput = z.strictObject({
  id: idInput,
  engineId: idInput,
  /** The open job that this one begins again, and whether what was read there is carried over. */
  again: idInput.nullable().default(null),
  carry: z.boolean().default(false),
  state: z.enum(["cold", "hot"], "Say whether the engine is cold or hot."),
  temperatureC: z
    .number("Give the temperature as a number.")
    .min(-60, "A temperature below -60 °C can't be right.")
    .max(250, "A temperature above 250 °C can't be right.")
    .nullable(),
  /** Said again by a person where the temperature and the state do not go together. */
  temperatureSure: z.boolean().default(false),
  purpose: z.enum(PURPOSES, "Say why the lash is looked at.").default("routine"),
  note: z
    .string()
    .trim()
    .max(500, "Keep the note within 500 characters.")
    .transform((n) => (n === "" ? null : n))
    .nullable()
    .default(null),
  /** What the engine's counter shows now; null where nobody looked. Under what it showed before, it is said again. */
  hours: useHours.nullable().default(null),
  hoursSure: z.boolean().default(false),
  survey: z.boolean().default(false),
  allToAimMm: z
    .number("Give the tolerance in mm.")
    .positive("A tolerance lies above 0 and up to 1 mm.")
    .max(1, "A tolerance lies above 0 and up to 1 mm.")
    .nullable()
    .default(null),
  /** Which source of the spec rules; 0 is the engine's own. */
  source: z.number().int().min(0).max(8).default(0),
  /** The way to know the growth with heat; null where none is needed, or none is counted with. */
  heatWay: z.enum(GROWTH_SOURCE_IDS, "Choose how the growth is known.").nullable().default(null),
  /** Of preload: how far past zero lash, and whether the lifters are full of oil. */
  targetTurns: z
    .number("Give the turns as a number.")
    .positive("A preload is more than no turn.")
    .max(5, "A preload is at most 5 turns.")
    .nullable()
    .default(null),
  lifters: z.enum(LIFTER_STATES, "Say whether the lifters have run.").nullable().default(null),
  /** The travel of their plungers, where the engine's file does not give it; null where nobody knows it. */
  travelMm: z
    .number("Give the travel in mm.")
    .min(1, "A plunger travels 1 to 6 mm.")
    .max(6, "A plunger travels 1 to 6 mm.")
    .nullable()
    .default(null),
  /** Turns that the levers put outside the window are begun all the same: wires at the first lifter prove them. */
  proof: z.boolean().default(false),
  /** How deep lifters are set. */
  depth: z.enum(DEPTH_SCHOOLS, "Choose how deep they are set.").default("middle"),
  /** The air around a hot engine. */
  airC: z
    .number("Give the temperature as a number.")
    .min(-60, "Air below -60 °C can't be right.")
    .max(60, "Air above 60 °C can't be right.")
    .nullable()
    .default(null),
  licensed: z
    .string()
    .trim()
    .max(120, "Keep the name within 120 characters.")
    .transform((n) => (n === "" ? null : n))
    .nullable()
    .default(null),
  /** The only bank that is done. */
  bank: z.number().int().min(0).max(3).nullable().default(null),
  feelerSetId: z.uuid("Choose the feeler set in your hand."),
  /** More sets on hand. */
  otherSetIds: z.array(idInput).max(8, "At most 8 more sets.").default([]),
  method: z.enum(METHOD_IDS, "Choose how to stop the crank."),
  requiredMarginDeg: z
    .number("Give the margin in degrees.")
    .min(0, "The margin lies between 0 and 90 degrees.")
    .max(90, "The margin lies between 0 and 90 degrees.")
    .default(DEFAULT_STOP_SETTINGS.requiredDeg),
  servingOrder: z.enum(SERVING_ORDERS, "Choose an order of serving.").default("crank"),
  openingShare: share.default(DEFAULT_STOP_SETTINGS.openingShare),
  closingShare: share.default(DEFAULT_STOP_SETTINGS.closingShare),
  marksOnly: z.boolean().default(DEFAULT_STOP_SETTINGS.marksOnly),
  cautions: z.array(z.string().max(60)).max(40),
});
export type OpenJob = z.infer<typeof openJobInput>;
