import { type NextRequest, NextResponse } from "next/server";
import { fileNamed, respond } from "@/server/http/http";
import { asViewer } from "@/server/http/inShop";
import { dueCalendar } from "@/server/record/dueFiles";
import { dueEngines } from "@/server/record/fleet";
import { dayOf } from "@/server/record/results";

/** When engines are due, as a calendar. */
export function GET(request: NextRequest) {
  return respond(request, async () => {
    const [db, { shopId, shopName }] = await asViewer("see");
    const now = new Date();
    return new NextResponse(dueCalendar(shopName, await dueEngines(db, shopId, dayOf(now)), now), {
      headers: { "content-type": "text/calendar; charset=utf-8", ...fileNamed("engines due", "ics") },
    });
  });
}
