import type { NextRequest } from "next/server";
import { enginePrint } from "@/server/engines/enginePrint";
import { pdfNamed, respond } from "@/server/http/http";

/** The pulley's tape, to be printed at true scale. */
export function GET(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { name, made } = await enginePrint(request, (await params).id, "tape.pdf");
    return pdfNamed(made, `${name} tape`);
  });
}
