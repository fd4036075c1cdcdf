import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { keepHotCold, hotColdInput } from "@/server/jobs/hotColdReadings";

/** Keeps readings of a finished job's valves in the other state. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await keepHotCold(...(await asActor("work")), (await params).id, await readCommand(request, hotColdInput));
    return NextResponse.json({ ok: true });
  });
}
