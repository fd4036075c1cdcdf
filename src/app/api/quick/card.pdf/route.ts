import type { NextRequest } from "next/server";
import { quickPrint } from "@/server/engines/quickPrint";
import { pdfNamed, respond } from "@/server/http/http";

/** The stops of a firing order, to hang at the engine. */
export function GET(request: NextRequest) {
  return respond(request, async () => {
    const { name, made } = await quickPrint(request, "card.pdf");
    return pdfNamed(made, `${name} stops`);
  });
}
