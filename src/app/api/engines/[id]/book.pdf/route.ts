import type { NextRequest } from "next/server";
import { heavy } from "@/server/heavy/heavy";
import { pdfNamed, respond } from "@/server/http/http";
import { asViewer } from "@/server/http/inShop";
import { loadBook } from "@/server/record/book";

/** The book of an engine on paper. */
export const GET = (request: NextRequest, { params }: { params: Promise<{ id: string }> }) =>
  respond(request, async () => {
    const [db, viewer] = await asViewer("see");
    const { book, unit } = await loadBook(db, viewer, (await params).id);
    const { paper } = viewer.ways;
    return pdfNamed(await heavy("book.pdf", { book, unit, paper }, viewer.shopId), `${book.engine.name} book`);
  });
