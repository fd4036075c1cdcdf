import { notFound } from "next/navigation";
import { database } from "@/db/connect";
import { listPeople, viewer } from "@/server/actor";
import { loadRun } from "@/server/loadRun";
import { RunView } from "@/ui/run/RunView";

export const dynamic = "force-dynamic";

export default async function JobPage({ params }: { params: Promise<{ id: string }> }) {
  const { shopId, person } = await viewer();
  const given = await loadRun(database(), { shopId, person }, (await params).id);
  if (given === null) notFound();
  return (
    <>
      <title>{`${given.file.name} · Fulcrata`}</title>
      <RunView given={given} people={await listPeople(shopId)} person={person} />
    </>
  );
}
