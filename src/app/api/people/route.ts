import { asActor, asViewer } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { readCommand, respond } from "@/server/http/http";
import { habitsInput, setHabits } from "@/server/shop/people";
import { Refused } from "@/server/http/refused";
import { enterDemo } from "@/server/signIn/signIn";

/** Says how the person at work feels a leaf and types lengths. */
export function PUT(request: NextRequest) {
  return respond(request, async () => {
    await setHabits(...(await asActor("own habits")), await readCommand(request, habitsInput));
    return NextResponse.json({ ok: true });
  });
}

/** In the made-up shop a name is proof enough: says who is at work on this device. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    const [db, { shopId, madeUp = false }] = await asViewer("see");
    if (!madeUp) throw new Refused("A name proves nobody: sign in.", 403);
    const { personId } = await readCommand(request, z.strictObject({ personId: z.uuid("Choose a name.") }));
    return enterDemo(db, shopId, personId);
  });
}
