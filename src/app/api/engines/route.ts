import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { addEngine, addEngineInput } from "@/server/engines/engines";
import { readCommand, respond } from "@/server/http/http";

/** Takes an engine into the shop, from its file. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    const by = await asActor("work");
    return NextResponse.json(await addEngine(...by, await readCommand(request, addEngineInput)));
  });
}
