import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { respond } from "@/server/http/http";
import { giveUp } from "@/server/parts/orders";

/** Takes back an order that the supplier does not have yet. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await giveUp(...(await asActor()), (await params).id);
    return NextResponse.json({ ok: true });
  });
}
