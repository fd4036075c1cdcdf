import { inShop } from "@/server/http/inShop";
import { notFound } from "next/navigation";
import { loadHotCold } from "@/server/jobs/loadHotCold";
import { HotColdView } from "@/ui/hotCold/HotColdView";
import { Shell } from "../../../Shell";
import { jobTitle } from "@/server/titles";
import { titled } from "../../../titled";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(jobTitle, (name) => `Hot and cold readings of ${name}`);

export default async function HotColdPage({ params }: { params: Promise<{ id: string }> }) {
  const given = await loadHotCold(...(await inShop("see")), (await params).id);
  if (given === null) notFound();
  return (
    <Shell unit={given.unit === "mm" ? "mm" : "in"}>
      <HotColdView given={given} />
    </Shell>
  );
}
