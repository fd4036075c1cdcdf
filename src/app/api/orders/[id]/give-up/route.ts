import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { respond } from "@/server/http/http";
import { giveUp } from "@/server/parts/orders";

/** An order is not wanted any more: kept, and canceled as soon as the supplier answers, if it still can be. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await giveUp(...(await asActor("work")), (await params).id);
    return NextResponse.json({ ok: true });
  });
}
