import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { tapeSvg } from "@/print/tapeSvg";
import { viewer } from "@/server/actor";
import { fileNamed, respond } from "@/server/http";
import { tapeOf } from "@/server/printPlan";

/** The pulley's tape as a drawing at true scale. */
export function GET(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const query = Object.fromEntries(request.nextUrl.searchParams);
    const tape = await tapeOf(database(), (await viewer()).shopId, (await params).id, query);
    const shown = query["show"] === "yes";
    return new NextResponse(tapeSvg(`Tape for ${tape.title}`, tape.pieces, tape.overlapMm), {
      headers: { "content-type": "image/svg+xml", ...(shown ? {} : fileNamed(`${tape.title} tape`, "svg")) },
    });
  });
}
