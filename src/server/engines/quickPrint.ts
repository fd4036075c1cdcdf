/** What is printed of a plan that only a firing order was typed for: nothing is saved, and no engine is there. */
import type { NextRequest } from "next/server";
import { engineOfOrder } from "@/core/quick/order";
import { heavy } from "../heavy/heavy";
import { inShop } from "../http/inShop";
import { Refused } from "../http/refused";
import type { Print } from "./enginePrint";

/** @throws Refused, CalcProblem */
export async function quickPrint<K extends Print>({ nextUrl }: NextRequest, print: K) {
  const [, shopId] = await inShop("see");
  const typed = Object.fromEntries(nextUrl.searchParams);
  const { order = "", valves = "", strokes, pulley = "", measured } = typed;
  const { file, problems } = engineOfOrder({ order, valves, strokes: strokes === "2" ? 2 : 4 });
  const why = problems.firingOrder ?? problems.valves;
  if (file === null || why !== undefined)
    throw new Refused(why ?? "Type the firing order.", 422, problems.firingOrder === undefined ? "valves" : "order");
  const size = measured === "diameter" ? { diameter: pulley } : { circumference: pulley };
  return { name: file.name, made: await heavy(print, { file, query: { ...typed, ...size } }, shopId) };
}
