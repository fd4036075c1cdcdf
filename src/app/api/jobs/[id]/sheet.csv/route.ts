import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { fileNamed, respond } from "@/server/http";
import { loadSheet, sheetCsv } from "@/server/sheet";

/** The sheet as CSV, for taking away. */
export function GET(_request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const { sheet } = await loadSheet(database(), await viewer(), (await params).id);
    return new NextResponse(sheetCsv(sheet), {
      headers: { "content-type": "text/csv; charset=utf-8", ...fileNamed(`${sheet.engine.name} lash sheet`, "csv") },
    });
  });
}
