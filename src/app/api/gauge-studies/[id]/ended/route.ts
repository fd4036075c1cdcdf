import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { endStudy } from "@/server/record/gauge";

/** Ends a gauge study before all have read. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const [db, actor] = await asActor("work");
    await readCommand(request, z.strictObject({ ended: z.literal(true) }));
    await endStudy(db, actor, (await params).id);
    return NextResponse.json({ ok: true });
  });
}
