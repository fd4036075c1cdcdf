import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { database } from "@/db/connect";
import { actor, viewer } from "@/server/actor";
import { changeFile, findEngine } from "@/server/engines";
import { fileNamed, readCommand, respond } from "@/server/http";
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

/** Another file for the same engine: a new cam, other marks. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const input = await readCommand(request, z.unknown());
    await changeFile(database(), await actor(), (await params).id, input);
    return NextResponse.json({ ok: true });
  });
}
