import { notFound } from "next/navigation";
import { unknownFields } from "@/core/engine/engineFileSchema";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { findEngine } from "@/server/engines";
import { measuredFor } from "@/server/pairs";
import { EngineView } from "@/ui/engine/EngineView";
import { Shell } from "../../Shell";

export const dynamic = "force-dynamic";

export default async function EnginePage({ params }: { params: Promise<{ id: string }> }) {
  const { shopId } = await viewer();
  const engine = await findEngine(database(), shopId, (await params).id);
  if (engine === null) notFound();
  return (
    <Shell>
      <title>{`${engine.file.name} · Fulcrata`}</title>
      <EngineView
        id={engine.id}
        file={engine.file}
        serial={engine.serial}
        runningHours={engine.runningHours}
        unknownFields={unknownFields(engine.file)}
        measured={await measuredFor(database(), shopId, engine.id)}
      />
    </Shell>
  );
}
