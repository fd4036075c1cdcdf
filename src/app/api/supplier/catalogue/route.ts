import { type NextRequest, NextResponse } from "next/server";
import { z } from "zod";
import { parseInput } from "@/core/calc/problem";
import { DRAWER_PART_KINDS } from "@/core/parts/part";
import { asViewer } from "@/server/http/inShop";
import { respond } from "@/server/http/http";
import { askCatalogue } from "@/server/parts/supplier";

const wanted = z.object({
  kind: z.enum(DRAWER_PART_KINDS, "Say what kind of part."),
  diameterMm: z.coerce.number("Give the diameter in mm.").positive().max(100).nullable(),
});

/** What the supplier sells of one kind and diameter; `items` is null while it does not answer. */
export function GET(request: NextRequest) {
  return respond(request, async () => {
    const [
      ,
      {
        ways: { currency },
      },
    ] = await asViewer("see");
    const { searchParams } = request.nextUrl;
    const { kind, diameterMm } = parseInput(wanted, {
      kind: searchParams.get("kind"),
      diameterMm: searchParams.get("diameterMm"),
    });
    const asked = await askCatalogue(kind, diameterMm, currency);
    return NextResponse.json({ items: asked.kind === "down" ? null : asked.data });
  });
}
