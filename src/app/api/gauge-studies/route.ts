import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { beginStudy, studyInput } from "@/server/record/gauge";

/** Sets a gauge study up. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    await beginStudy(...(await asActor("work")), await readCommand(request, studyInput));
    return NextResponse.json({ ok: true });
  });
}
