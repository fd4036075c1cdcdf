import { asActor, inShop } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { fileNamed, readCommand, respond } from "@/server/http/http";
import { addPartsCsv, partsCsvInput } from "@/server/parts/partsCsv";
import { partsCsv } from "@/server/parts/partsCsvLines";
import { listParts } from "@/server/parts/stock";

/** Imports parts from CSV. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    await addPartsCsv(...(await asActor("work")), await readCommand(request, partsCsvInput));
    return NextResponse.json({ ok: true });
  });
}

/** The stock as CSV. */
export function GET(request: NextRequest) {
  return respond(
    request,
    async () =>
      new NextResponse(partsCsv(await listParts(...(await inShop("see")))), {
        headers: { "content-type": "text/csv; charset=utf-8", ...fileNamed("parts", "csv") },
      }),
  );
}
