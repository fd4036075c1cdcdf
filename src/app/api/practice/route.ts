import { type NextRequest, NextResponse } from "next/server";
import { readCommand, respond } from "@/server/http/http";
import { asViewer } from "@/server/http/inShop";
import { beginPractice, practiceInput } from "@/server/practice/practice";

/** Begins a practice; in a made-up shop nobody has to say who they are. */
export function POST(request: NextRequest) {
  return respond(request, async () => {
    const [db, viewer] = await asViewer("see");
    const input = await readCommand(request, practiceInput);
    await beginPractice(db, viewer, input);
    return NextResponse.json({ id: input.id });
  });
}
