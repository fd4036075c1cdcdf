import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { readCommand, respond } from "@/server/http";
import { live, liveInput } from "@/server/live";

export const POST = (request: NextRequest, { params }: { params: Promise<{ id: string }> }) =>
  respond(async () =>
    NextResponse.json(
      await live(database(), await viewer(), (await params).id, await readCommand(request, liveInput)),
    ),
  );
