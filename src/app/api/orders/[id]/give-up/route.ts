import { NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { respond } from "@/server/http";
import { giveUp } from "@/server/orders";

/** Takes back an order that the supplier does not have yet. */
export function POST(_: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    await giveUp(database(), await actor(), (await params).id);
    return NextResponse.json({ ok: true });
  });
}
