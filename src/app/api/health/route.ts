import { NextResponse } from "next/server";
import { isAnswering } from "@/server/http/health";
import { respond } from "@/server/http/http";

export const dynamic = "force-dynamic";

/** Answers when the app and its database do. */
export function GET() {
  return respond(async () => {
    await isAnswering();
    return NextResponse.json({ ok: true });
  });
}
