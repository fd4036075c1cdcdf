/** Opening a build check: cautions accepted, shafts named, lines and stops laid. */
import { z } from "zod";
import { cautionsFor } from "@/core/job/setup/cautions";
import { lackingGivens } from "@/core/job/setup/givens";
import { planBuildCheck } from "@/core/job/tasks/buildCheck/plan";
import { BUILD_CHECK_SETUP } from "@/core/job/tasks/buildCheck/setup";
import { SHAFT_LAYOUTS, shaftLayouts } from "@/core/job/tasks/buildCheck/shafts";
import { DEFAULT_STOP_SETTINGS } from "@/core/stops/settings";
import type { EngineFile } from "@/core/engine/engineFile";
import type { Database } from "@/db/connect";
import { jobs } from "@/db/schema";
import { idInput } from "../http/id";
import { once } from "../http/once";
import { Refused } from "../http/refused";
import type { Actor } from "../http/who";
import { chosenEngine, chosenSets } from "./openJob";

const words = (most: number) =>
  z
    .string()
    .trim()
    .max(most, `Keep it within ${most} characters.`)
    .transform((n) => (n === "" ? null : n))
    .nullable()
    .default(null);

export const buildCheckInput = z.strictObject({
  id: idInput,
  shafts: z.enum(SHAFT_LAYOUTS, "Say what carries the rockers."),
  /** What room and float are measured with. */
  feelerSetId: z.uuid("Choose the feeler set in your hand."),
  note: words(500),
  licensed: words(120),
  cautions: z.array(z.string().max(60)).max(40),
});
export type OpenBuildCheck = z.infer<typeof buildCheckInput>;

/** The cautions of a build check on an engine. */
export const buildCheckCautions = (file: EngineFile) => cautionsFor(BUILD_CHECK_SETUP, file, "cold");

/** Opens it and gives the id of its job. Sent twice, it is opened once. @throws Refused */
export async function openBuildCheck(
  db: Database,
  actor: Actor,
  engineId: string,
  input: OpenBuildCheck,
  openedAt?: Date,
): Promise<string> {
  const { shopId } = actor;
  const { id, shafts, feelerSetId, note, licensed, cautions } = input;
  const { file, runningHours } = await chosenEngine(db, shopId, { engineId, source: 0, bank: null });
  await chosenSets(db, shopId, { feelerSetId, otherSetIds: [] });
  if (!shaftLayouts(file).includes(shafts))
    throw new Refused("This engine's file names no such shaft. Choose again.", 422, "shafts");
  const given = {
    state: "cold",
    temperatureC: null,
    temperatureSure: true,
    lifters: null,
    licensed,
    cautions,
  } as const;
  const [lack] = lackingGivens(BUILD_CHECK_SETUP, file, given, { plan: null });
  if (lack !== undefined) throw new Refused(lack.why, 422, lack.field);
  const { plan, route } = planBuildCheck(file, shafts);
  const { requiredDeg, openingShare, closingShare, marksOnly } = DEFAULT_STOP_SETTINGS;
  await once(db, actor, { what: "job", id, input }, async (tx) => {
    await tx.insert(jobs).values({
      id,
      shopId,
      engineId,
      openedBy: actor.person.id,
      state: "cold",
      runningHours,
      feelerSetId,
      method: "firing-order",
      requiredMarginDeg: requiredDeg,
      openingShare,
      closingShare,
      marksOnly,
      purpose: "first-start",
      note,
      licensed,
      cautions: [...cautions],
      engineFile: file,
      route: [...route],
      task: "build-check",
      plan,
      ...(openedAt === undefined ? {} : { openedAt }),
    });
  });
  return id;
}
