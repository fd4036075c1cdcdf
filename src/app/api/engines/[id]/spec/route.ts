import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { changeSpec } from "@/server/engines/engines";
import { readCommand, respond } from "@/server/http/http";

/** Replaces lash spec and adjuster. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const part = await readCommand(request, z.unknown());
    await changeSpec(...(await asActor("work")), (await params).id, part);
    return NextResponse.json({ ok: true });
  });
}
