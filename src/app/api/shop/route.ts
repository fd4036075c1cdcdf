import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { readCommand, respond } from "@/server/http";
import { bleedInput, setBleed } from "@/server/shopSettings";

/** Says how long squeezed lifters bleed down in this shop. */
export function PUT(request: NextRequest) {
  return respond(async () => {
    await setBleed(database(), await actor(), await readCommand(request, bleedInput));
    return NextResponse.json({ ok: true });
  });
}
