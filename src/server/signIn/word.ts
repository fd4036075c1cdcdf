/**
 * The word of somebody trained for what an apprentice may not do alone: given by PIN on the device in hand, good for one
 * job and that apprentice, and so long that entries may wait for the network.
 */
import { z } from "zod";
import { mayDo } from "@/core/shop/permission";
import { idInput } from "../http/id";
import { Refused } from "../http/refused";
import type { Actor } from "../http/who";
import { seal, unseal } from "./sealed";
import { provenByPin } from "./signIn";

const GOOD_FOR_MS = 24 * 3600 * 1000;

export const wordInput = z.strictObject({
  jobId: idInput,
  personId: idInput,
  pin: z.string().min(1, "Type your PIN.").max(20),
});

const said = z.strictObject({ by: idInput, for: idInput, job: idInput, until: z.int() });

/** Gives the word of whoever the PIN proves, for what this actor does in a job. @throws Refused */
export async function giveWord(
  { shopId, person }: Actor,
  { jobId, personId, pin }: z.infer<typeof wordInput>,
  nowMs: number,
): Promise<{ word: string }> {
  if (personId === person.id) throw new Refused("Somebody else gives their word for what you do.", 403, "pin");
  const giver = await provenByPin(shopId, personId, pin);
  if (!mayDo(giver.role, "close")) throw new Refused("An apprentice can't give their word for this.", 403, "pin");
  return { word: seal("word", { by: giver.id, for: person.id, job: jobId, until: nowMs + GOOD_FOR_MS }) };
}

/** Who gave this word, for this actor in this job. @throws Refused where it is none, another's, or too old */
export function wordOf(word: string, { person }: Actor, jobId: string, nowMs: number): string {
  const given = unseal("word", word, said);
  if (given === null || given.for !== person.id || given.job !== jobId || given.until < nowMs)
    throw new Refused("The word that was given for this does not count any more: have it given again.", 409);
  return given.by;
}
