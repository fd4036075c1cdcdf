import { inShop } from "@/server/http/inShop";
import { type NextRequest, NextResponse } from "next/server";
import { PlanCard } from "@/print/PlanCard";
import { pdfOf } from "@/print/pdf";
import { fileNamed, respond } from "@/server/http/http";
import { cardOf } from "@/server/engines/printPlan";

/** The plan of stops, to hang at the engine. */
export function GET(request: NextRequest, { params }: { params: Promise<{ id: string }> }) {
  return respond(async () => {
    const card = await cardOf(
      ...(await inShop()),
      (await params).id,
      Object.fromEntries(request.nextUrl.searchParams),
    );
    const bytes = await pdfOf(PlanCard(card));
    return new NextResponse(bytes, {
      headers: { "content-type": "application/pdf", ...fileNamed(`${card.title} stops`, "pdf") },
    });
  });
}
