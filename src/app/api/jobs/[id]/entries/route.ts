import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor, viewer } from "@/server/actor";
import { readCommand, respond } from "@/server/http";
import { readLedger, record, recordInput } from "@/server/record";

type Context = { params: Promise<{ id: string }> };

/** The ledger as it stands: for a device that comes back to the job. */
export function GET(_request: NextRequest, { params }: Context) {
  return respond(async () =>
    NextResponse.json({ entries: await readLedger(database(), (await viewer()).shopId, (await params).id) }),
  );
}

/** Adds entries that belong together, and answers with the ledger as it then stands. */
export function POST(request: NextRequest, { params }: Context) {
  return respond(async () => {
    const input = await readCommand(request, recordInput);
    return NextResponse.json({ entries: await record(database(), await actor(), (await params).id, input) });
  });
}
