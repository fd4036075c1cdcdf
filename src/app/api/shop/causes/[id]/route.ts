import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { changeCause, changeCauseInput } from "@/server/shop/ownCauses";

/** Takes one of the shop's own answers off the list, or puts it back. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await changeCause(
      ...(await asActor("settings")),
      (await params).id,
      await readCommand(request, changeCauseInput),
    );
    return NextResponse.json({ ok: true });
  });
}
