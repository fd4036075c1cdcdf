import { type NextRequest, NextResponse } from "next/server";
import { atWork } from "@/server/http/actor";
import { readCommand, respond } from "@/server/http/http";
import { asAnybody } from "@/server/http/inShop";
import { beginInput, beginShop } from "@/server/shop/begin";

/** Begins the first shop; its lead is at work on this device. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    const begin = await readCommand(request, beginInput);
    await beginShop(asAnybody(), begin);
    return atWork(NextResponse.json({ ok: true }), begin.personId);
  });
}
