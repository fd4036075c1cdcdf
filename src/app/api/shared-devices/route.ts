import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { enroll, enrollInput } from "@/server/signIn/devices";
import { bindSession } from "@/server/signIn/sessions";

/** Makes the device that asks a shared one. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    const [db, actor] = await asActor("devices");
    const input = await readCommand(request, enrollInput);
    const answer = await enroll(db, actor, input, NextResponse.json({ ok: true }));
    await bindSession(input.id);
    return answer;
  });
}
