import { format } from "date-fns";
import type { Metadata } from "next";
import { z } from "zod";
import { FLEET_SORTS, FLEET_WITHIN } from "@/core/record/fleet";
import { dueWords } from "@/core/record/words";
import { asViewer } from "@/server/http/inShop";
import { fleetPage } from "@/server/record/fleet";
import { dayOf } from "@/server/record/results";
import { DueView } from "@/ui/record/DueView";
import { Shell } from "../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Due" };

const DAY_MS = 86_400_000;
const DATE = "MMM d, yyyy";
const MOST_TEXT = 100;

/** What the address asks for; what is not understood is as if it were not there. */
const question = z.object({
  text: z.string().max(MOST_TEXT).catch(""),
  kind: z.string().max(MOST_TEXT).catch(""),
  within: z.enum(FLEET_WITHIN).catch("all"),
  sort: z.enum(FLEET_SORTS).catch("due"),
  down: z
    .literal("yes")
    .transform(() => true)
    .catch(false),
  page: z.coerce.number().int().min(1).catch(1),
});

interface Params {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export default async function DuePage({ searchParams }: Params) {
  const [db, { shopId }] = await asViewer("see");
  const asked = question.parse(await searchParams);
  const { rows, ...place } = await fleetPage(db, shopId, dayOf(new Date()), asked);
  return (
    <Shell>
      <DueView
        asked={asked}
        {...place}
        engines={rows.map(({ id, name, serial, customer, hours, counterUnit, lastAt, due, unknown }) => ({
          id,
          name,
          serial,
          customer,
          count: hours,
          counterUnit,
          last: lastAt === null ? null : format(lastAt, DATE),
          left: due?.left ?? null,
          when:
            due === null
              ? unknown
                ? "no forecast yet"
                : ""
              : dueWords(due, (day) => format(new Date(day * DAY_MS), DATE)),
          why: due?.why ?? "",
        }))}
      />
    </Shell>
  );
}
