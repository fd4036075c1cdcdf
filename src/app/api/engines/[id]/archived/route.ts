import { type NextRequest, NextResponse } from "next/server";
import { archiveEngine, archiveInput } from "@/server/engines/engines";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";

/** Says that an engine is gone from the shop, or back. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await archiveEngine(...(await asActor("archive")), (await params).id, await readCommand(request, archiveInput));
    return NextResponse.json({ ok: true });
  });
}
