import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { readCommand, respond } from "@/server/http";
import { followOrders } from "@/server/orders";

const asked = z.strictObject({ ids: z.array(z.string().max(60)).max(500, "At most 500 orders at once.") });

/** Sends what was not sent, asks after what is on its way, and says where the orders that were asked about stand. */
export function POST(request: NextRequest) {
  return respond(async () => {
    const { ids } = await readCommand(request, asked);
    const orders = await followOrders(database(), (await viewer()).shopId);
    return NextResponse.json({
      states: Object.fromEntries(orders.filter((o) => ids.includes(o.id)).map((o) => [o.id, o.state])),
    });
  });
}
