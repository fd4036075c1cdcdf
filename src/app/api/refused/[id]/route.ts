import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { deal, dealInput } from "@/server/jobs/refused";

/** Says what is done with entries that the ledger did not take. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await deal(...(await asActor("work")), (await params).id, await readCommand(request, dealInput));
    return NextResponse.json({ ok: true });
  });
}
