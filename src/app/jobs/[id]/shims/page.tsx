import { notFound } from "next/navigation";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { loadShims } from "@/server/loadShims";
import { ShimsView } from "@/ui/shims/ShimsView";
import { Shell } from "../../../Shell";

export const dynamic = "force-dynamic";

export default async function ShimsPage({ params }: { params: Promise<{ id: string }> }) {
  const given = await loadShims(database(), (await viewer()).shopId, (await params).id);
  if (given === null) notFound();
  return (
    <Shell>
      <title>{`Parts of ${given.file.name} · Fulcrata`}</title>
      <ShimsView given={given} />
    </Shell>
  );
}
