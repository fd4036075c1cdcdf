import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { readInStudy, studyReadingInput } from "@/server/record/gauge";

/** Keeps what somebody read in a gauge study. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await readInStudy(...(await asActor("work")), (await params).id, await readCommand(request, studyReadingInput));
    return NextResponse.json({ ok: true });
  });
}
