import { inShop } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { respond } from "@/server/http/http";
import { searchBench } from "@/server/jobs/bench";
import { engineLinesShown, jobLineShown } from "@/server/jobs/benchLines";

/** What is looked for on the bench: `q` word by word. */
export function GET(request: NextRequest) {
  return respond(request, async () => {
    const found = await searchBench(...(await inShop("see")), request.nextUrl.searchParams.get("q") ?? "");
    return NextResponse.json({ engines: engineLinesShown(found.engines), ended: found.jobs.map(jobLineShown) });
  });
}
