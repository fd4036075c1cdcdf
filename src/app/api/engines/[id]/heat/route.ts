import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { changeHeat } from "@/server/engines";
import { readCommand, respond } from "@/server/http";

/** Replaces what makes the lash grow with heat. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const part = await readCommand(request, z.unknown());
    await changeHeat(database(), await actor(), (await params).id, part);
    return NextResponse.json({ ok: true });
  });
}
