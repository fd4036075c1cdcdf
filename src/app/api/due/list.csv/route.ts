import { type NextRequest, NextResponse } from "next/server";
import { fileNamed, respond } from "@/server/http/http";
import { inShop } from "@/server/http/inShop";
import { dueCsv } from "@/server/record/dueFiles";
import { dueEngines } from "@/server/record/fleet";
import { dayOf } from "@/server/record/results";

/** When engines are due, as a table. */
export function GET(request: NextRequest) {
  return respond(
    request,
    async () =>
      new NextResponse(dueCsv(await dueEngines(...(await inShop("see")), dayOf(new Date()))), {
        headers: { "content-type": "text/csv; charset=utf-8", ...fileNamed("engines due", "csv") },
      }),
  );
}
