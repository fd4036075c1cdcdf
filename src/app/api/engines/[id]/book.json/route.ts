import { type NextRequest, NextResponse } from "next/server";
import { fileNamed, respond } from "@/server/http/http";
import { asViewer } from "@/server/http/inShop";
import { loadBook } from "@/server/record/book";

/** The book of an engine, in the open. */
export const GET = (request: NextRequest, { params }: { params: Promise<{ id: string }> }) =>
  respond(request, async () => {
    const { book } = await loadBook(...(await asViewer("see")), (await params).id);
    return NextResponse.json(book, { headers: { ...fileNamed(`${book.engine.name} book`, "json") } });
  });
