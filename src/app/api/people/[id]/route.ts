import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asActor } from "@/server/http/inShop";
import { changePerson, changePersonInput } from "@/server/shop/people";

/** Another name or role for somebody, or that they work here no more. */
export function PUT(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    await changePerson(
      ...(await asActor("people")),
      (await params).id,
      await readCommand(request, changePersonInput),
    );
    return NextResponse.json({ ok: true });
  });
}
