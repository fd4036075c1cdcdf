import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { changeHeat } from "@/server/engines/engines";
import { readCommand, respond } from "@/server/http/http";

/** Replaces what makes the lash grow with heat. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const part = await readCommand(request, z.unknown());
    await changeHeat(...(await asActor("work")), (await params).id, part);
    return NextResponse.json({ ok: true });
  });
}
