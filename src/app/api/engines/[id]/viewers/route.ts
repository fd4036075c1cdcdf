import { type NextRequest, NextResponse } from "next/server";
import { setViewers, setViewersInput } from "@/server/engines/viewers";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";

/** Who may look at an engine without working in the shop. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await setViewers(...(await asActor("viewers")), (await params).id, await readCommand(request, setViewersInput));
    return NextResponse.json({ ok: true });
  });
}
