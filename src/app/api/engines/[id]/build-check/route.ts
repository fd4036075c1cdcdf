import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { buildCheckInput, openBuildCheck } from "@/server/jobs/openBuildCheck";

/** Opens a build check on an engine. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const by = await asActor("work");
    const id = await openBuildCheck(...by, (await params).id, await readCommand(request, buildCheckInput));
    return NextResponse.json({ id });
  });
}
