import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { takeShims, takeShimsInput } from "@/server/parts/takeShims";

/** Takes the parts of a job out of stock and enters them as fitted. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await takeShims(...(await asActor("work")), (await params).id, await readCommand(request, takeShimsInput));
    return NextResponse.json({ ok: true });
  });
}
