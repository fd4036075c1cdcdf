import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { readCommand, respond } from "@/server/http";
import { keepPairs, pairsInput } from "@/server/pairs";

/** Keeps readings of a finished job's valves in the other state. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    await keepPairs(database(), await actor(), (await params).id, await readCommand(request, pairsInput));
    return NextResponse.json({ ok: true });
  });
}
