import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { readCommand, respond } from "@/server/http/http";
import { asViewer } from "@/server/http/inShop";
import { endPractice } from "@/server/practice/practice";

const input = z.strictObject({ ended: z.literal(true) });

/** Says that the hands are done: its marks are made. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const [db, viewer] = await asViewer("see");
    await readCommand(request, input);
    await endPractice(db, viewer, (await params).id);
    return NextResponse.json({ ok: true });
  });
}
