import { asViewer } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { fileNamed, respond } from "@/server/http/http";
import { loadSheet } from "@/server/jobs/sheet";

/** The sheet as JSON, for taking away. */
export function GET(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { sheet } = await loadSheet(...(await asViewer("see own")), (await params).id);
    return NextResponse.json(sheet, { headers: fileNamed(`${sheet.engine.name} lash sheet`, "json") });
  });
}
