import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { countUseCsv, useCsvInput } from "@/server/record/useCsv";

/** What counters of engines show now, as a table. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    const lines = await countUseCsv(...(await asActor("work")), await readCommand(request, useCsvInput));
    return NextResponse.json({ lines });
  });
}
