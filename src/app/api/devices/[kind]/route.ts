import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { actor } from "@/server/http/actor";
import { deviceKind } from "@/server/devices/deviceKind";
import { tell } from "@/server/devices/devices";
import { requireSimulated } from "@/server/devices/simulated";
import { readCommand, respond } from "@/server/http/http";

const command = z.strictObject({
  line: z.string().regex(/^[a-z]{1,10} [-+.\w]{1,12}$/, "Send one command of the simulated device."),
});

/** Moves a simulated device, as a hand would. */
export const POST = (request: NextRequest, { params }: { params: Promise<{ kind: string }> }) =>
  respond(request, async () => {
    await actor("work");
    requireSimulated();
    await tell(deviceKind((await params).kind), (await readCommand(request, command)).line);
    return NextResponse.json({ ok: true });
  });
