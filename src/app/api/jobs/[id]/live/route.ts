import { asViewer } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { live, liveInput } from "@/server/jobs/live";

export const POST = (request: NextRequest, { params }: { params: Promise<{ id: string }> }) =>
  respond(request, async () =>
    NextResponse.json(
      await live(...(await asViewer("see")), (await params).id, await readCommand(request, liveInput)),
    ),
  );
