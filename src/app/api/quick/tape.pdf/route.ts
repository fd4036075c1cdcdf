import type { NextRequest } from "next/server";
import { quickPrint } from "@/server/engines/quickPrint";
import { pdfNamed, respond } from "@/server/http/http";

/** A pulley's tape of a firing order, to be printed at true scale. */
export function GET(request: NextRequest) {
  return respond(request, async () => {
    const { name, made } = await quickPrint(request, "tape.pdf");
    return pdfNamed(made, `${name} tape`);
  });
}
