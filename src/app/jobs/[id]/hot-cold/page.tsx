import { inShop } from "@/server/http/inShop";
import { notFound } from "next/navigation";
import { loadHotCold } from "@/server/jobs/loadHotCold";
import { HotColdView } from "@/ui/hotCold/HotColdView";
import { Shell } from "../../../Shell";

export const dynamic = "force-dynamic";

export default async function HotColdPage({ params }: { params: Promise<{ id: string }> }) {
  const given = await loadHotCold(...(await inShop()), (await params).id);
  if (given === null) notFound();
  return (
    <Shell unit={given.unit === "mm" ? "mm" : "in"}>
      <title>{`Hot and cold of ${given.engine} · Fulcrata`}</title>
      <HotColdView given={given} />
    </Shell>
  );
}
