import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { fitOpenerCloser, fitOpenerCloserInput } from "@/server/parts/fitOpenerCloser";
import { readCommand, respond } from "@/server/http/http";

/** Exchanges the opener or closer of a positively closed valve, or both. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await fitOpenerCloser(
      ...(await asActor("work")),
      (await params).id,
      await readCommand(request, fitOpenerCloserInput),
    );
    return NextResponse.json({ ok: true });
  });
}
