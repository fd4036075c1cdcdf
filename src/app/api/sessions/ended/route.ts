import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { readCommand, respond } from "@/server/http/http";
import { idInput } from "@/server/http/id";
import { asActor } from "@/server/http/inShop";
import { endSessions } from "@/server/signIn/sessions";

/** Ends one of one's own sessions, or all but this one. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    await asActor("own habits");
    const { id } = await readCommand(request, z.strictObject({ id: idInput.nullable() }));
    await endSessions(id);
    return NextResponse.json({ ok: true });
  });
}
