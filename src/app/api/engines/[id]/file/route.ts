import { inShop } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { findEngine } from "@/server/engines/engines";
import { fileNamed, respond } from "@/server/http/http";
import { Refused } from "@/server/http/refused";

/** The engine file, for taking away. */
export function GET(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const engine = await findEngine(...(await inShop("see")), (await params).id);
    if (engine === null) throw new Refused("There is no such engine. Go back to the bench.", 404);
    return new NextResponse(`${JSON.stringify(engine.file, null, 2)}\n`, {
      headers: { "content-type": "application/json", ...fileNamed(engine.file.name, "json") },
    });
  });
}
