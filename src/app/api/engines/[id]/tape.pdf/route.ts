import { inShop } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { TapeDocument } from "@/print/TapeDocument";
import { pdfOf } from "@/print/pdf";
import { fileNamed, respond } from "@/server/http/http";
import { tapeOf } from "@/server/engines/printPlan";

/** The pulley's tape, to be printed at true scale. */
export function GET(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const tape = await tapeOf(
      ...(await inShop()),
      (await params).id,
      Object.fromEntries(request.nextUrl.searchParams),
    );
    const bytes = await pdfOf(TapeDocument(tape));
    return new NextResponse(bytes, {
      headers: { "content-type": "application/pdf", ...fileNamed(`${tape.title} tape`, "pdf") },
    });
  });
}
