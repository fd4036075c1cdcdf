import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor, viewer } from "@/server/actor";
import { fileNamed, readCommand, respond } from "@/server/http";
import { addPartsCsv, listParts, partsCsv, partsCsvInput } from "@/server/parts";

/** Takes parts in from CSV. */
export function POST(request: NextRequest) {
  return respond(async () => {
    await addPartsCsv(database(), await actor(), await readCommand(request, partsCsvInput));
    return NextResponse.json({ ok: true });
  });
}

/** The drawers as CSV. */
export function GET() {
  return respond(
    async () =>
      new NextResponse(partsCsv(await listParts(database(), (await viewer()).shopId)), {
        headers: { "content-type": "text/csv; charset=utf-8", ...fileNamed("parts", "csv") },
      }),
  );
}
