import { NextResponse } from "next/server";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { respond } from "@/server/http";
import { followOrders } from "@/server/orders";

/** Sends what was not sent, and asks after what is on its way. */
export function POST() {
  return respond(async () => NextResponse.json({ changed: await followOrders(database(), (await viewer()).shopId) }));
}
