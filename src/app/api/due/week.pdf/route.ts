import type { NextRequest } from "next/server";
import { heavy } from "@/server/heavy/heavy";
import { pdfNamed, respond } from "@/server/http/http";
import { asViewer } from "@/server/http/inShop";
import { loadWeekReport, mondayOf } from "@/server/record/week";

/** A week on paper: the one in which `of` lies, or this one. */
export const GET = (request: NextRequest) =>
  respond(request, async () => {
    const [db, viewer] = await asViewer("see");
    const now = new Date();
    const report = await loadWeekReport(
      db,
      viewer,
      mondayOf(request.nextUrl.searchParams.get("of") ?? undefined, now),
      now,
    );
    return pdfNamed(
      await heavy("week.pdf", { report, paper: viewer.ways.paper }, viewer.shopId),
      `week of ${report.from}`,
    );
  });
