import { notFound } from "next/navigation";
import { format } from "date-fns";
import { engineUnit } from "@/core/engine/engineUnit";
import { findEngine } from "@/server/engines/engines";
import { geometryOf } from "@/server/engines/geometry";
import { inShop } from "@/server/http/inShop";
import { engineTitle } from "@/server/titles";
import { GeometryView } from "@/ui/engine/geometry/GeometryView";
import { Shell } from "../../../Shell";
import { titled } from "../../../titled";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(engineTitle, (name) => `Geometry of ${name}`);

export default async function GeometryPage({ params }: { params: Promise<{ id: string }> }) {
  const [db, shopId] = await inShop("see");
  const engine = await findEngine(db, shopId, (await params).id);
  if (engine === null) notFound();
  const kept = await geometryOf(db, shopId, engine.id);
  return (
    <Shell unit={engineUnit(engine.file)}>
      <GeometryView
        id={engine.id}
        file={engine.file}
        kept={kept.map((k) => ({ ...k, when: format(k.at, "MMM d, yyyy") }))}
      />
    </Shell>
  );
}
