import { type NextRequest, NextResponse } from "next/server";
import { database } from "@/db/connect";
import { actor } from "@/server/actor";
import { readCommand, respond } from "@/server/http";
import { order, placeOrderInput } from "@/server/orders";

/** Keeps an order and sends it to the supplier; the answer says where it stands. */
export function POST(request: NextRequest) {
  return respond(async () =>
    NextResponse.json({ order: await order(database(), await actor(), await readCommand(request, placeOrderInput)) }),
  );
}
