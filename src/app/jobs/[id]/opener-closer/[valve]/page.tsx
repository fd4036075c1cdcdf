import { engineUnit } from "@/core/engine/engineUnit";
import { asViewer } from "@/server/http/inShop";
import { notFound } from "next/navigation";
import { loadOpenerCloser } from "@/server/parts/loadOpenerCloser";
import { OpenerCloserView } from "@/ui/openerCloser/OpenerCloserView";
import { Shell } from "../../../../Shell";

export const dynamic = "force-dynamic";

export default async function OpenerCloserPage({ params }: { params: Promise<{ id: string; valve: string }> }) {
  const { id, valve } = await params;
  const given = await loadOpenerCloser(...(await asViewer()), id, decodeURIComponent(valve));
  if (given === null) notFound();
  return (
    <Shell unit={engineUnit(given.file)}>
      <title>{`Opener and closer of ${given.valve}, ${given.file.name} · Fulcrata`}</title>
      <OpenerCloserView given={given} />
    </Shell>
  );
}
