import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { keepPartOut, partOutInput } from "@/server/parts/partsOut";

/** Keeps what a part that came out measured. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await keepPartOut(...(await asActor("work")), (await params).id, await readCommand(request, partOutInput));
    return NextResponse.json({ ok: true });
  });
}
