import { notFound } from "next/navigation";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { loadPair } from "@/server/loadPair";
import { PairView } from "@/ui/pair/PairView";
import { Shell } from "../../../../Shell";

export const dynamic = "force-dynamic";

export default async function PairPage({ params }: { params: Promise<{ id: string; valve: string }> }) {
  const { id, valve } = await params;
  const given = await loadPair(database(), await viewer(), id, decodeURIComponent(valve));
  if (given === null) notFound();
  return (
    <Shell>
      <title>{`Pair of ${given.valve}, ${given.file.name} · Fulcrata`}</title>
      <PairView given={given} />
    </Shell>
  );
}
