import type { NextRequest } from "next/server";
import { fromOwnPage, respond } from "@/server/http/http";
import { endSessionHere } from "@/server/signIn/signIn";

/** Ends the session of the device that asks. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    fromOwnPage(request);
    return endSessionHere();
  });
}
