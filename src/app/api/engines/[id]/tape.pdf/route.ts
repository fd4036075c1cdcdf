import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { TapeDocument } from "@/print/TapeDocument";
import { pdfOf } from "@/print/pdf";
import { viewer } from "@/server/actor";
import { fileNamed, respond } from "@/server/http";
import { tapeOf } from "@/server/printPlan";

/** The pulley's tape, to be printed at true scale. */
export function GET(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const tape = await tapeOf(
      database(),
      (await viewer()).shopId,
      (await params).id,
      Object.fromEntries(request.nextUrl.searchParams),
    );
    const bytes = await pdfOf(TapeDocument(tape));
    return new NextResponse(bytes, {
      headers: { "content-type": "application/pdf", ...fileNamed(`${tape.title} tape`, "pdf") },
    });
  });
}
