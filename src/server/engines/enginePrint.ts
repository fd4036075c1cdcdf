/** What is printed of an engine's plan for whoever asks. */
import type { NextRequest } from "next/server";
import { type HeavyAnswer, heavy } from "../heavy/heavy";
import { inShop } from "../http/inShop";
import { Refused } from "../http/refused";
import { findEngine } from "./engines";

export type Print = "card.pdf" | "tape" | "tape.pdf";

/** @throws Refused, CalcProblem */
export async function enginePrint<K extends Print>(
  { nextUrl }: NextRequest,
  id: string,
  print: K,
): Promise<{ readonly name: string; readonly made: HeavyAnswer<K> }> {
  const [db, shopId] = await inShop("see");
  const found = await findEngine(db, shopId, id);
  if (found === null) throw new Refused("There is no such engine. Go back to the bench.", 404);
  const made = await heavy(print, { file: found.file, query: Object.fromEntries(nextUrl.searchParams) }, shopId);
  return { name: found.file.name, made };
}
