import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { changeEngine, changeEngineInput } from "@/server/engines/engines";
import { readCommand, respond } from "@/server/http/http";

/** Another cam, other marks, a serial put right, the hours as they are now. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const input = await readCommand(request, changeEngineInput);
    await changeEngine(...(await asActor()), (await params).id, input);
    return NextResponse.json({ ok: true });
  });
}
