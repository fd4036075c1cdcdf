import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { findEngine } from "@/server/engines";
import { fileNamed, respond } from "@/server/http";
import { Refused } from "@/server/refused";

/** The engine file, for taking away. */
export function GET(_request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const engine = await findEngine(database(), (await viewer()).shopId, (await params).id);
    if (engine === null) throw new Refused("There is no such engine. Go back to the bench.", 404);
    return new NextResponse(`${JSON.stringify(engine.file, null, 2)}\n`, {
      headers: { "content-type": "application/json", ...fileNamed(engine.file.name, "json") },
    });
  });
}
