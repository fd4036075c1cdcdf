import { type NextRequest, NextResponse } from "next/server";
import { fileNamed, respond } from "@/server/http/http";
import { asViewer } from "@/server/http/inShop";
import { bookCsv, loadBook } from "@/server/record/book";

/** The book of an engine as a table. */
export const GET = (request: NextRequest, { params }: { params: Promise<{ id: string }> }) =>
  respond(request, async () => {
    const { book } = await loadBook(...(await asViewer("see")), (await params).id);
    return new NextResponse(bookCsv(book), {
      headers: { "content-type": "text/csv; charset=utf-8", ...fileNamed(`${book.engine.name} book`, "csv") },
    });
  });
