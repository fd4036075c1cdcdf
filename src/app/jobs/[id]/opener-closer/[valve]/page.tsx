import { engineUnit } from "@/core/engine/engineUnit";
import { asViewer } from "@/server/http/inShop";
import { notFound } from "next/navigation";
import { loadOpenerCloser } from "@/server/parts/loadOpenerCloser";
import { OpenerCloserView } from "@/ui/openerCloser/OpenerCloserView";
import { Shell } from "../../../../Shell";
import { jobTitle } from "@/server/titles";
import { titled } from "../../../../titled";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(jobTitle, (name) => `Opener and closer, ${name}`);

export default async function OpenerCloserPage({ params }: { params: Promise<{ id: string; valve: string }> }) {
  const { id, valve } = await params;
  const given = await loadOpenerCloser(...(await asViewer("see")), id, decodeURIComponent(valve));
  if (given === null) notFound();
  return (
    <Shell unit={engineUnit(given.file)}>
      <OpenerCloserView given={given} />
    </Shell>
  );
}
