import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { openJob } from "@/server/jobs/openJob";
import { openJobInput } from "@/server/jobs/openJobInput";

/** Opens a job. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    const input = await readCommand(request, openJobInput);
    return NextResponse.json({ id: await openJob(...(await asActor()), input) });
  });
}
