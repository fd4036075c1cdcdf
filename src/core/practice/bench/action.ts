/** What hands do at a virtual engine, one thing at a time. */
import { z } from "zod";
import { FAULTS } from "../engine/fault";

const valve = z.string().min(1).max(20);
const leafMm = z.number().min(0.01).max(5);
/** From the thinnest shim to the longest pushrod of a maker's list. */
const partMm = z.number().min(0.1).max(999);
const which = z.enum(["opener", "closer"]).default("opener");

export const actionSchema = z.discriminatedUnion("do", [
  /** In the running direction; below 0 against it. */
  z.strictObject({ do: z.literal("turn"), byDeg: z.number().min(-1440).max(1440) }),
  z.strictObject({ do: z.literal("bump") }),
  /** A thumb on the open plug hole while the crank is turned; null takes it away. */
  z.strictObject({ do: z.literal("thumb"), cylinder: z.string().min(1).max(10).nullable() }),
  z.strictObject({ do: z.literal("straw"), cylinder: z.string().min(1).max(10) }),
  /** Leaves put together, and whether the rocker is pressed or the rest of the set hangs on them. */
  z.strictObject({
    do: z.literal("leaf"),
    valve,
    leavesMm: z.array(leafMm).min(1).max(3),
    pushed: z.boolean().default(false),
    bundle: z.boolean().default(false),
    /** With the closing rocker pressed home. */
    loaded: z.boolean().default(false),
  }),
  z.strictObject({ do: z.literal("spin"), valve }),
  z.strictObject({ do: z.literal("lift-drop"), valve }),
  z.strictObject({ do: z.literal("indicator"), valve, of: z.enum(["lash", "lift"]) }),
  /** The camshaft turned to and fro over a closer: what drags, and what moves. */
  z.strictObject({ do: z.literal("feel-closer"), valve }),
  z.strictObject({ do: z.literal("rotor") }),
  /** Put on, or taken off. */
  z.strictObject({ do: z.literal("covers"), on: z.boolean() }),
  z.strictObject({ do: z.literal("wait"), minutes: z.number().int().min(1).max(60) }),
  z.strictObject({ do: z.literal("thermometer") }),
  z.strictObject({ do: z.literal("measure-leaf"), leafMm }),
  z.strictObject({ do: z.literal("try-lock"), valve }),
  z.strictObject({ do: z.literal("loosen"), valve }),
  /** Positive is in. */
  z.strictObject({ do: z.literal("screw"), valve, byDeg: z.number().min(-3600).max(3600) }),
  /** The screw held with the other hand, or not. */
  z.strictObject({ do: z.literal("lock"), valve, held: z.boolean() }),
  z.strictObject({ do: z.literal("tool-off") }),
  z.strictObject({ do: z.literal("part-out"), valve, which }),
  z.strictObject({ do: z.literal("measure-part"), valve }),
  z.strictObject({ do: z.literal("wipe"), valve }),
  z.strictObject({ do: z.literal("part-in"), valve, thicknessMm: partMm }),
  /** Off the stem's tip. */
  z.strictObject({ do: z.literal("grind"), valve, byMm: z.number().min(0.005).max(1) }),
  z.strictObject({ do: z.literal("warm") }),
  /** The lash that is read, from the leaf that goes to the one that does not; nulls where a lifter was set. */
  z.strictObject({ do: z.literal("keep"), valve, lowMm: leafMm.nullable(), highMm: leafMm.nullable() }),
  z.strictObject({ do: z.literal("may-set"), valves: z.array(valve).max(192) }),
  z.strictObject({ do: z.literal("tdc"), cylinder: z.string().min(1).max(10) }),
  z.strictObject({ do: z.literal("name"), fault: z.enum(FAULTS).nullable(), valve: valve.nullable() }),
  z.strictObject({ do: z.literal("hint") }),
]);

export type PracticeAction = z.infer<typeof actionSchema>;
