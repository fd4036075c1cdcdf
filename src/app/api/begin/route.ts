import type { NextRequest } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asAnybody } from "@/server/http/inShop";
import { beginInput, beginShop } from "@/server/shop/begin";
import { signIn } from "@/server/signIn/signIn";

/** Begins the first shop, and signs its lead in: by the password, so that the same sent by somebody else opens nothing. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    const begin = await readCommand(request, beginInput);
    await beginShop(asAnybody(), begin);
    return signIn(request, begin);
  });
}
