import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { changeFeelerSet, changeFeelerSetInput } from "@/server/shop/feelerSets";

/** Another name for a feeler set, or that nothing new is begun with it. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await changeFeelerSet(
      ...(await asActor("sets")),
      (await params).id,
      await readCommand(request, changeFeelerSetInput),
    );
    return NextResponse.json({ ok: true });
  });
}
