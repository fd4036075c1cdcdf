import type { Metadata } from "next";
import { engineUnit } from "@/core/engine/engineUnit";
import { asViewer } from "@/server/http/inShop";
import { findEngine } from "@/server/engines/engines";
import { listStudies } from "@/server/record/gauge";
import { listPeople } from "@/server/http/actor";
import { studyDraft } from "@/core/record/studyDraft";
import { GaugeStudies } from "@/ui/gauge/GaugeStudies";
import { Shell } from "../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Gauge studies" };

export default async function GaugeStudiesPage({
  searchParams,
}: {
  searchParams: Promise<{ readonly engine?: string | string[] }>;
}) {
  const [db, { shopId, person }] = await asViewer("see");
  const { engine: id } = await searchParams;
  const engine = typeof id === "string" ? await findEngine(db, shopId, id) : null;
  const [studies, people] = [await listStudies(db, shopId), await listPeople(db, shopId)];
  const here = people.filter((p) => p.role !== "viewer").map(({ id, name }) => ({ id, name }));
  return (
    <Shell unit={engine === null ? null : engineUnit(engine.file)}>
      <GaugeStudies
        studies={studies.map(({ id, name, at, endedAt, made, people, valves, times }) => ({
          id,
          name,
          at: at.toISOString(),
          ended: endedAt !== null,
          left: made.reduce((n, m) => n + valves.length * times - m, 0),
          yours: people.includes(person?.id ?? ""),
        }))}
        people={here}
        draft={engine === null ? null : studyDraft(engine.file, engine.serial)}
      />
    </Shell>
  );
}
