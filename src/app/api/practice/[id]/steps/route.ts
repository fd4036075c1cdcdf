import { type NextRequest, NextResponse } from "next/server";
import { visibleState } from "@/core/practice/session/visible";
import { readCommand, respond } from "@/server/http/http";
import { asViewer } from "@/server/http/inShop";
import { stepInput, stepPractice } from "@/server/practice/practice";

/** Does one thing at the virtual engine, and says what is felt and seen: never what is so. */
export function POST(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const session = await stepPractice(
      ...(await asViewer("see")),
      (await params).id,
      await readCommand(request, stepInput),
    );
    return NextResponse.json(visibleState(session));
  });
}
