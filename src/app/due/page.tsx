import { format } from "date-fns";
import type { Metadata } from "next";
import { dueWords } from "@/core/record/words";
import { asViewer } from "@/server/http/inShop";
import { dueEngines } from "@/server/record/life";
import { DueView } from "@/ui/record/DueView";
import { Shell } from "../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Due" };

const DAY_MS = 86_400_000;
const DATE = "MMM d, yyyy";

export default async function DuePage() {
  const [db, { shopId }] = await asViewer("see");
  const engines = await dueEngines(db, shopId, new Date());
  return (
    <Shell>
      <DueView
        engines={engines.map(({ lastAt, due, unknown, interval: _, ...engine }) => ({
          ...engine,
          last: lastAt === null ? null : format(lastAt, DATE),
          left: due === null ? null : due.left,
          hasDay: due?.day != null,
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
