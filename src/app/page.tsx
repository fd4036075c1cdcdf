import type { Metadata } from "next";
import { formatDistanceToNow } from "date-fns";
import { Suspense } from "react";
import { mayDo } from "@/core/shop/permission";
import { asViewer } from "@/server/http/inShop";
import { loadBench, searchBench } from "@/server/jobs/bench";
import { engineLinesShown, jobLineShown } from "@/server/jobs/benchLines";
import { BenchView } from "@/ui/bench/BenchView";
import { DueThisWeek } from "./DueThisWeek";
import { Shell } from "./Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Bench" };

interface Params {
  readonly searchParams: Promise<{ readonly q?: string | string[] }>;
}

export default async function BenchPage({ searchParams }: Params) {
  const { q = "" } = await searchParams;
  const text = typeof q === "string" ? q : "";
  const [db, { shopId, person }] = await asViewer("see");
  const [bench, found] = await Promise.all([loadBench(db, shopId), searchBench(db, shopId, text)]);
  return (
    <Shell>
      <BenchView
        due={
          <Suspense fallback={null}>
            <DueThisWeek />
          </Suspense>
        }
        leads={person !== null && mayDo(person.role, "sets")}
        jobs={bench.jobs.map(({ touchedAt, file, valves, ...job }, i) => ({
          ...job,
          touched: formatDistanceToNow(touchedAt, { addSuffix: true }),
          inPairs: file.adjuster?.kind === "positive-closing",
          drawn: i === 0 && valves.length > 0 ? { file, valves } : null,
        }))}
        further={bench.further.map(jobLineShown)}
        ended={bench.ended.map(jobLineShown)}
        engines={engineLinesShown(bench.engines)}
        sought={{ text, found: { engines: engineLinesShown(found.engines), ended: found.jobs.map(jobLineShown) } }}
      />
    </Shell>
  );
}
