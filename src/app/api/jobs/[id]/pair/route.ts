import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { fitPair, fitPairInput } from "@/server/fitPair";
import { readCommand, respond } from "@/server/http";

/** Exchanges the opener or closer of a positively closed valve, or both. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    await fitPair(database(), await actor(), (await params).id, await readCommand(request, fitPairInput));
    return NextResponse.json({ ok: true });
  });
}
