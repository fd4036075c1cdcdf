import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { fileNamed, respond } from "@/server/http";
import { loadSheet } from "@/server/sheet";

/** The sheet as JSON, for taking away. */
export function GET(_request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const { sheet } = await loadSheet(database(), await viewer(), (await params).id);
    return NextResponse.json(sheet, { headers: fileNamed(`${sheet.engine.name} lash sheet`, "json") });
  });
}
