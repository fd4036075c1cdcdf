import { engineUnit } from "@/core/engine/engineUnit";
import { inShop } from "@/server/http/inShop";
import { notFound } from "next/navigation";
import { findEngine } from "@/server/engines/engines";
import { ChangeEngine } from "@/ui/engine/form/ChangeEngine";
import { Shell } from "../../../Shell";
import { engineTitle } from "@/server/titles";
import { titled } from "../../../titled";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(engineTitle, (name) => `Change ${name}`);

export default async function EditPage({ params }: { params: Promise<{ id: string }> }) {
  const engine = await findEngine(...(await inShop("see")), (await params).id);
  if (engine === null) notFound();
  return (
    <Shell unit={engineUnit(engine.file)}>
      <ChangeEngine
        id={engine.id}
        file={engine.file}
        serial={engine.serial}
        runningHours={engine.runningHours}
        counterUnit={engine.counterUnit}
        customer={engine.customer}
      />
    </Shell>
  );
}
