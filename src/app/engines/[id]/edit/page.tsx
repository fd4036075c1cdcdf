import { notFound } from "next/navigation";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { findEngine } from "@/server/engines";
import { ChangeEngine } from "@/ui/engine/ChangeEngine";
import { Shell } from "../../../Shell";

export const dynamic = "force-dynamic";

export default async function EditPage({ params }: { params: Promise<{ id: string }> }) {
  const engine = await findEngine(database(), (await viewer()).shopId, (await params).id);
  if (engine === null) notFound();
  return (
    <Shell>
      <title>{`Change ${engine.file.name} · Fulcrata`}</title>
      <ChangeEngine id={engine.id} file={engine.file} />
    </Shell>
  );
}
