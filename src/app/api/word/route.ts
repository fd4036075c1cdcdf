import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { actor } from "@/server/http/actor";
import { giveWord, wordInput } from "@/server/signIn/word";

/** Somebody trained gives their word, by PIN, for what whoever is at work here may not do alone. */
export function POST(request: NextRequest) {
  return respond(request, async () =>
    NextResponse.json(await giveWord(await actor("work"), await readCommand(request, wordInput), Date.now())),
  );
}
