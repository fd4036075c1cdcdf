import { type NextRequest, NextResponse } from "next/server";
import { fileNamed, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { takeOut } from "@/server/shop/takeOut";

/** The whole shop in one archive. */
export function GET(request: NextRequest) {
  return respond(request, async () => {
    const [db, actor] = await asActor("export");
    return new NextResponse(await takeOut(db, actor), {
      headers: { "content-type": "application/zip", ...fileNamed(actor.shopName, "zip") },
    });
  });
}
