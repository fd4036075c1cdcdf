import { formatDistanceToNow } from "date-fns";
import { engineWords } from "@/core/run/words";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { loadBench } from "@/server/bench";
import { BenchView } from "@/ui/bench/BenchView";
import { Shell } from "./Shell";

export const dynamic = "force-dynamic";

export default async function BenchPage() {
  const { shopId } = await viewer();
  const { jobs, engines } = await loadBench(database(), shopId);
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
