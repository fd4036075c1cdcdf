import { type NextRequest, NextResponse } from "next/server";
import { fromOwnPage, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { retireDevice } from "@/server/signIn/devices";

/** A shared device is one no more. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    fromOwnPage(request);
    await retireDevice(...(await asActor("devices")), (await params).id);
    return NextResponse.json({ ok: true });
  });
}
