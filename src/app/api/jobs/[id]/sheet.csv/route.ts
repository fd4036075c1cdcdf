import { asViewer } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { fileNamed, respond } from "@/server/http/http";
import { loadSheet, sheetCsv } from "@/server/jobs/sheet";

/** The sheet as CSV, for taking away. */
export function GET(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { sheet } = await loadSheet(...(await asViewer("see own")), (await params).id);
    return new NextResponse(sheetCsv(sheet), {
      headers: { "content-type": "text/csv; charset=utf-8", ...fileNamed(`${sheet.engine.name} lash sheet`, "csv") },
    });
  });
}
