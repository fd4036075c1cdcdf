import { standing } from "@/core/parts/order";
import { inShop } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { idInput } from "@/server/http/id";
import { readCommand, respond } from "@/server/http/http";
import { followOrders } from "@/server/parts/orders";

const asked = z.strictObject({ ids: z.array(idInput).max(500, "At most 500 orders at once.") });

/** Sends what was not sent, asks after what is on its way, and says where the orders that were asked about stand. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    const shop = await inShop("see");
    const { ids } = await readCommand(request, asked);
    const orders = await followOrders(...shop, ids);
    return NextResponse.json({
      states: Object.fromEntries(orders.map((o) => [o.id, standing(o)])),
    });
  });
}
