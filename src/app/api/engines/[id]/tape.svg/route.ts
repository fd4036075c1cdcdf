import type { NextRequest } from "next/server";
import { tapeSvg } from "@/print/tapeSvg";
import { enginePrint } from "@/server/engines/enginePrint";
import { respond, svgNamed } from "@/server/http/http";

/** The pulley's tape as a drawing at true scale. */
export function GET(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { name, made } = await enginePrint(request, (await params).id, "tape");
    const shown = request.nextUrl.searchParams.get("show") === "yes";
    return svgNamed(tapeSvg(`Tape for ${name}`, made.pieces, made.overlapMm), `${name} tape`, shown);
  });
}
