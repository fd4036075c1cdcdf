import { asViewer } from "@/server/http/inShop";
import { format } from "date-fns";
import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { specUnit } from "@/core/job/words/specs";
import { PAPERS } from "@/print/paper";
import { pdfOf } from "@/print/pdf";
import { SheetDocument } from "@/print/SheetDocument";
import { fileNamed, respond } from "@/server/http/http";
import { loadSheet } from "@/server/jobs/sheet";
import { layHead } from "@/ui/drawings/HeadMap/geometry";

/** Wide enough that no valve is drawn smaller than its figure. */
const DRAWN_WIDTH = 560;

export const GET = (request: NextRequest, { params }: { params: Promise<{ id: string }> }) =>
  respond(async () => {
    const { sheet, file } = await loadSheet(...(await asViewer()), (await params).id);
    const paper = z.enum(PAPERS).catch("a4").parse(request.nextUrl.searchParams.get("paper"));
    const bytes = await pdfOf(
      SheetDocument({
        sheet,
        head: layHead(file, DRAWN_WIDTH),
        unitOf: (v) => specUnit(file.lash?.[v.role]),
        date: (iso) => format(iso, "MMM d yyyy, HH:mm"),
        aircraft: file.sector === "aircraft",
        paper,
      }),
    );
    return new NextResponse(bytes, {
      headers: { "content-type": "application/pdf", ...fileNamed(`${sheet.engine.name} lash sheet`, "pdf") },
    });
  });
