import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { geometryInput, keepGeometry } from "@/server/engines/geometry";

/** Keeps the geometry of an engine's rockers. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await keepGeometry(...(await asActor("work")), (await params).id, await readCommand(request, geometryInput));
    return NextResponse.json({ ok: true });
  });
}
