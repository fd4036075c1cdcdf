import { asActor } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { atWork, listPeople, viewer } from "@/server/http/actor";
import { readCommand, respond } from "@/server/http/http";
import { habitsInput, setHabits } from "@/server/shop/people";
import { Refused } from "@/server/http/refused";

/** Says how the person at work feels a leaf and types lengths. */
export function PUT(request: NextRequest) {
  return respond(request, async () => {
    await setHabits(...(await asActor()), await readCommand(request, habitsInput));
    return NextResponse.json({ ok: true });
  });
}

/** Says who is at work on this device. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    const { personId } = await readCommand(request, z.strictObject({ personId: z.uuid("Choose a name.") }));
    const { shopId } = await viewer();
    const known = (await listPeople(shopId)).some((p) => p.id === personId);
    if (!known) throw new Refused("This person is not in the shop. Choose another name.", 422, "personId");
    return atWork(NextResponse.json({ ok: true }), personId);
  });
}
