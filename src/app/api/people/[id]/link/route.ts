import { type NextRequest, NextResponse } from "next/server";
import { fromOwnPage, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { linkFor } from "@/server/signIn/signIn";

/** A link by which somebody chooses a new password, once. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    fromOwnPage(request);
    const [db, { shopId }] = await asActor("people");
    return NextResponse.json(await linkFor(db, shopId, (await params).id));
  });
}
