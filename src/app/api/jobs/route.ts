import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { openJob } from "@/server/jobs/openJob";
import { openJobInput } from "@/server/jobs/openJobInput";

/** Opens a job. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    const by = await asActor("work");
    return NextResponse.json({ id: await openJob(...by, await readCommand(request, openJobInput)) });
  });
}
