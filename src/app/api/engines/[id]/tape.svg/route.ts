import { inShop } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { tapeSvg } from "@/print/tapeSvg";
import { fileNamed, respond } from "@/server/http/http";
import { tapeOf } from "@/server/engines/printPlan";

/** The pulley's tape as a drawing at true scale. */
export function GET(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const query = Object.fromEntries(request.nextUrl.searchParams);
    const tape = await tapeOf(...(await inShop()), (await params).id, query);
    const shown = query["show"] === "yes";
    return new NextResponse(tapeSvg(`Tape for ${tape.title}`, tape.pieces, tape.overlapMm), {
      headers: { "content-type": "image/svg+xml", ...(shown ? {} : fileNamed(`${tape.title} tape`, "svg")) },
    });
  });
}
