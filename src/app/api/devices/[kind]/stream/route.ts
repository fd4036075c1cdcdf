import type { NextRequest } from "next/server";
import { deviceKind } from "@/server/devices/deviceKind";
import { listen } from "@/server/devices/devices";
import { viewer } from "@/server/http/actor";
import { respond } from "@/server/http/http";
import { NextResponse } from "next/server";

export const dynamic = "force-dynamic";

/** Server-sent events: what the device says, assessed. */
export const GET = (request: NextRequest, { params }: { params: Promise<{ kind: string }> }) =>
  respond(request, async () => {
    const { person, shopId } = await viewer("see");
    return new NextResponse(listen(deviceKind((await params).kind), request.signal, person?.id ?? shopId), {
      headers: { "content-type": "text/event-stream", "cache-control": "no-store" },
    });
  });
