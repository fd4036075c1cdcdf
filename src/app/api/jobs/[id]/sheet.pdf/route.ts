import type { NextRequest } from "next/server";
import { z } from "zod";
import { PAPERS } from "@/core/units/paper";
import { heavy } from "@/server/heavy/heavy";
import { pdfNamed, respond } from "@/server/http/http";
import { asViewer } from "@/server/http/inShop";
import { loadSheet } from "@/server/jobs/sheet";
import { layHead } from "@/ui/drawings/HeadMap/geometry";

/** Wide enough that no valve is drawn smaller than its figure. */
const DRAWN_WIDTH = 560;

export const GET = (request: NextRequest, { params }: { params: Promise<{ id: string }> }) =>
  respond(request, async () => {
    const [db, viewer] = await asViewer("see own");
    const { sheet, file } = await loadSheet(db, viewer, (await params).id);
    const paper = z.enum(PAPERS).catch(viewer.ways.paper).parse(request.nextUrl.searchParams.get("paper"));
    const head = layHead(file, DRAWN_WIDTH);
    return pdfNamed(
      await heavy(
        "sheet.pdf",
        { sheet, file, head, paper, temperatureUnit: viewer.ways.temperatureUnit },
        viewer.shopId,
      ),
      `${sheet.engine.name} lash sheet`,
    );
  });
