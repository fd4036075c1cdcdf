import { jobsInHandOn } from "@/server/jobs/inHand";
import { engineUnit } from "@/core/engine/engineUnit";
import { notFound, redirect } from "next/navigation";
import { planFromQuery } from "@/core/stops/planQuery";
import { PURPOSES } from "@/core/job/setup/purpose";
import { hasSpec } from "@/core/job/prepare";
import { asViewer } from "@/server/http/inShop";
import { findEngine } from "@/server/engines/engines";
import { listFeelerSets } from "@/server/shop/feelerSets";
import { asLastTime, confirmedBefore } from "@/server/jobs/jobsBefore";
import { jobAgain } from "@/server/jobs/beginAgain";
import { measuredFor } from "@/server/jobs/hotColdReadings";
import { bleedOf, cautionDaysOf } from "@/server/shop/shopSettings";
import { PrepareView } from "@/ui/prepare/PrepareView";
import { Shell } from "../../../Shell";
import { engineTitle } from "@/server/titles";
import { titled } from "../../../titled";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(engineTitle, (name) => `Start a job on ${name}`);

interface Props {
  readonly params: Promise<{ id: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function PreparePage({ params, searchParams }: Props) {
  const [db, { shopId, person }] = await asViewer("see");
  const engine = await findEngine(db, shopId, (await params).id);
  if (engine === null) notFound();
  // Without a spec there is nothing to judge by: the engine's page asks for it.
  if (!hasSpec(engine.file)) redirect(`/engines/${engine.id}#spec`);
  const query = await searchParams;
  const wanted = planFromQuery(query);
  return (
    <Shell unit={engineUnit(engine.file)}>
      <PrepareView
        engineId={engine.id}
        file={engine.file}
        runningHours={engine.runningHours}
        counterUnit={engine.counterUnit}
        person={person}
        sets={await listFeelerSets(db, shopId)}
        again={typeof query["again"] === "string" ? await jobAgain(db, shopId, engine, query["again"]) : null}
        inHand={await jobsInHandOn(db, shopId, engine.id)}
        measured={await measuredFor(db, shopId, engine.id)}
        bleed={await bleedOf(db, shopId)}
        wanted={{
          method: wanted.method,
          settings: "margin" in query ? wanted.settings : null,
          purpose: PURPOSES.find((p) => p === query["purpose"]) ?? null,
        }}
        last={await asLastTime(db, shopId, engine.id)}
        confirmed={
          person === null
            ? null
            : await confirmedBefore(db, shopId, {
                engineId: engine.id,
                personId: person.id,
                withinDays: await cautionDaysOf(db, shopId),
              })
        }
      />
    </Shell>
  );
}
