import { format } from "date-fns";
import type { Metadata } from "next";
import { ownEngines } from "@/server/engines/viewers";
import { asViewer } from "@/server/http/inShop";
import { YoursView } from "@/ui/yours/YoursView";
import { Shell } from "../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Your engines" };

/** What an owner or customer looks at. */
export default async function YoursPage() {
  const own = await ownEngines(...(await asViewer("see own")));
  return (
    <Shell to="see own">
      <YoursView
        engines={own.map(({ sheets, ...engine }) => ({
          ...engine,
          sheets: sheets.map(({ jobId, closedAt }) => ({ jobId, closed: format(closedAt, "MMMM d yyyy") })),
        }))}
      />
    </Shell>
  );
}
