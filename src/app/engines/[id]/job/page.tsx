import type { Metadata } from "next";
import { notFound, redirect } from "next/navigation";
import { database } from "@/db/connect";
import { planFromQuery } from "@/core/stops/planQuery";
import { hasSpec } from "@/core/run/ready";
import { viewer } from "@/server/actor";
import { findEngine } from "@/server/engines";
import { listFeelerSets } from "@/server/feelerSets";
import { measuredFor } from "@/server/pairs";
import { bleedOf } from "@/server/shopSettings";
import { PrepareView } from "@/ui/prepare/PrepareView";
import { Shell } from "../../../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Start a job" };

interface Props {
  readonly params: Promise<{ id: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function PreparePage({ params, searchParams }: Props) {
  const { shopId, person } = await viewer();
  const engine = await findEngine(database(), shopId, (await params).id);
  if (engine === null) notFound();
  // Without a spec there is nothing to judge by: the engine's page asks for it.
  if (!hasSpec(engine.file)) redirect(`/engines/${engine.id}#spec`);
  return (
    <Shell>
      <PrepareView
        engineId={engine.id}
        file={engine.file}
        person={person}
        sets={await listFeelerSets(database(), shopId)}
        measured={await measuredFor(database(), shopId, engine.id)}
        bleed={await bleedOf(database(), shopId)}
        wanted={planFromQuery(await searchParams)}
      />
    </Shell>
  );
}
