import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { changeInterval, intervalInput } from "@/server/record/use";

/** By which rule an engine is looked at again. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await changeInterval(...(await asActor("spec")), (await params).id, await readCommand(request, intervalInput));
    return NextResponse.json({ ok: true });
  });
}
