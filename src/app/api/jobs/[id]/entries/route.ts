import { PASS_HEADER } from "@/core/shop/device";
import { asActor, inShop } from "@/server/http/inShop";
import { type NextRequest, NextResponse, after } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { readLedger, record, recordInput } from "@/server/jobs/record";
import { byPass } from "@/server/signIn/pass";

type Context = { params: Promise<{ id: string }> };

/** The ledger as it stands: for a device that comes back to the job. */
export function GET(request: NextRequest, { params }: Context) {
  return respond(request, async () =>
    NextResponse.json({ entries: await readLedger(...(await inShop("see")), (await params).id) }),
  );
}

/** Adds entries that belong together, and answers with the ledger as it then stands. */
export function POST(request: NextRequest, { params }: Context) {
  return respond(request, async () => {
    // Of whoever made them, where they took over their device while the shop did not answer.
    const pass = request.headers.get(PASS_HEADER);
    const by = pass === null ? await asActor("work") : await byPass(pass, "work");
    const input = await readCommand(request, recordInput);
    return NextResponse.json({ entries: await record(...by, (await params).id, input, undefined, after) });
  });
}
