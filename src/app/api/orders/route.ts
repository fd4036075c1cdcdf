import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { order, placeOrderInput } from "@/server/parts/orders";

/** Keeps an order and sends it to the supplier; the answer says where it stands. */
export function POST(request: NextRequest) {
  return respond(request, async () =>
    NextResponse.json({
      order: await order(...(await asActor("work")), await readCommand(request, placeOrderInput)),
    }),
  );
}
