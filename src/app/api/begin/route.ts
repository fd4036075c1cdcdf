import type { NextRequest } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asAnybody } from "@/server/http/inShop";
import { beginInput, beginShop } from "@/server/shop/begin";
import { enter } from "@/server/signIn/signIn";

/** Begins the first shop; its lead is at work on this device. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    const begin = await readCommand(request, beginInput);
    await beginShop(asAnybody(), begin);
    return enter(begin.personId, begin.shopId, null);
  });
}
