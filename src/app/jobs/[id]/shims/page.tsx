import { engineUnit } from "@/core/engine/engineUnit";
import { inShop } from "@/server/http/inShop";
import { notFound } from "next/navigation";
import { loadShims } from "@/server/parts/loadShims";
import { ShimsView } from "@/ui/shims/ShimsView";
import { Shell } from "../../../Shell";
import { jobTitle } from "@/server/titles";
import { titled } from "../../../titled";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(jobTitle, (name) => `Parts for ${name}`);

export default async function ShimsPage({ params }: { params: Promise<{ id: string }> }) {
  const given = await loadShims(...(await inShop("see")), (await params).id);
  if (given === null) notFound();
  return (
    <Shell unit={engineUnit(given.file)}>
      <ShimsView given={given} />
    </Shell>
  );
}
