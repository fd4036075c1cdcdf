import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { changeEngine, changeEngineInput } from "@/server/engines/engines";
import { readCommand, respond } from "@/server/http/http";

/** Another cam, other marks, a serial put right, the hours as they are now. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await changeEngine(...(await asActor("work")), (await params).id, await readCommand(request, changeEngineInput));
    return NextResponse.json({ ok: true });
  });
}
