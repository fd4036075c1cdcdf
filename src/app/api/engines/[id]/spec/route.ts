import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { changeSpec } from "@/server/engines";
import { readCommand, respond } from "@/server/http";

/** Replaces lash spec and adjuster. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const part = await readCommand(request, z.unknown());
    await changeSpec(database(), await actor(), (await params).id, part);
    return NextResponse.json({ ok: true });
  });
}
