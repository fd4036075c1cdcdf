import type { Metadata } from "next";
import { formatDistanceToNow } from "date-fns";
import { engineWords } from "@/core/job/words/names";
import { asViewer } from "@/server/http/inShop";
import { loadBench } from "@/server/jobs/bench";
import { BenchView } from "@/ui/bench/BenchView";
import { Shell } from "./Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Bench" };

export default async function BenchPage() {
  const [db, { shopId }] = await asViewer();
  const { jobs, engines } = await loadBench(db, shopId);
  return (
    <Shell>
      <BenchView
        jobs={jobs.map((j) => ({ ...j, touched: formatDistanceToNow(j.touchedAt, { addSuffix: true }) }))}
        engines={engines.map((e) => ({
          id: e.id,
          name: e.file.name,
          serial: e.serial,
          hours: e.runningHours,
          about: engineWords(e.file),
        }))}
      />
    </Shell>
  );
}
