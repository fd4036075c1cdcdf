import { type NextRequest, NextResponse } from "next/server";
import { respond } from "@/server/http/http";

export const dynamic = "force-dynamic";

/** It lives: whether it can work is said by `/api/ready`. */
export function GET(request: NextRequest) {
  return respond(request, () => Promise.resolve(NextResponse.json({ ok: true })));
}
