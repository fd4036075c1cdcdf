import { notFound } from "next/navigation";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { loadPairs } from "@/server/loadPairs";
import { PairsView } from "@/ui/pairs/PairsView";
import { Shell } from "../../../Shell";

export const dynamic = "force-dynamic";

export default async function PairsPage({ params }: { params: Promise<{ id: string }> }) {
  const given = await loadPairs(database(), (await viewer()).shopId, (await params).id);
  if (given === null) notFound();
  return (
    <Shell>
      <title>{`Hot and cold of ${given.engine} · Fulcrata`}</title>
      <PairsView given={given} />
    </Shell>
  );
}
