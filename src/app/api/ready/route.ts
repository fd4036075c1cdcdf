import { type NextRequest, NextResponse } from "next/server";
import { readiness } from "@/server/http/ready";
import { respond } from "@/server/http/http";

export const dynamic = "force-dynamic";

/** Whether it can work: 200, or 503 with what is missing. */
export function GET(request: NextRequest) {
  return respond(request, async () => {
    const ready = await readiness();
    return NextResponse.json(ready, { status: Object.values(ready).every(Boolean) ? 200 : 503 });
  });
}
