import type { NextRequest } from "next/server";
import { enginePrint } from "@/server/engines/enginePrint";
import { pdfNamed, respond } from "@/server/http/http";

/** The plan of stops, to hang at the engine. */
export function GET(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { name, made } = await enginePrint(request, (await params).id, "card.pdf");
    return pdfNamed(made, `${name} stops`);
  });
}
