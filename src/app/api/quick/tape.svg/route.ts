import type { NextRequest } from "next/server";
import { quickPrint } from "@/server/engines/quickPrint";
import { respond, svgNamed } from "@/server/http/http";
import { tapeSvg } from "@/print/tapeSvg";

/** A pulley's tape of a firing order as a drawing at true scale. */
export function GET(request: NextRequest) {
  return respond(request, async () => {
    const { name, made } = await quickPrint(request, "tape");
    return svgNamed(tapeSvg(`Tape for ${name}`, made.pieces, made.overlapMm), `${name} tape`);
  });
}
