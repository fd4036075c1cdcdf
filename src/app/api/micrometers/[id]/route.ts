import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { changeMicrometer, changeMicrometerInput } from "@/server/parts/micrometers";

/** Another name for a micrometer, or that nothing is measured with it any more. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await changeMicrometer(
      ...(await asActor("sets")),
      (await params).id,
      await readCommand(request, changeMicrometerInput),
    );
    return NextResponse.json({ ok: true });
  });
}
