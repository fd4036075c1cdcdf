import { jobsInHandOn } from "@/server/jobs/inHand";
import { format } from "date-fns";
import { buildCheckWords } from "@/core/job/sheet/lineOnSheet";
import { buildChecksOf } from "@/server/jobs/buildChecks";
import { engineUnit } from "@/core/engine/engineUnit";
import { notFound } from "next/navigation";
import { mayDo } from "@/core/shop/permission";
import { unknownFields } from "@/core/engine/engineFileSchema";
import { asViewer } from "@/server/http/inShop";
import { findEngine } from "@/server/engines/engines";
import { viewersOf } from "@/server/engines/viewers";
import { loadLife } from "@/server/record/loadLife";
import { measuredFor } from "@/server/jobs/hotColdReadings";
import { EngineView } from "@/ui/engine/EngineView";
import { geometryOf } from "@/server/engines/geometry";
import { Shell } from "../../Shell";
import { engineTitle } from "@/server/titles";
import { titled } from "../../titled";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(engineTitle, (name) => name);

export default async function EnginePage({ params }: { params: Promise<{ id: string }> }) {
  const [db, { shopId, person }] = await asViewer("see");
  const engine = await findEngine(db, shopId, (await params).id);
  if (engine === null) notFound();
  return (
    <Shell unit={engineUnit(engine.file)}>
      <EngineView
        id={engine.id}
        file={engine.file}
        serial={engine.serial}
        runningHours={engine.runningHours}
        counterUnit={engine.counterUnit}
        unknownFields={unknownFields(engine.file)}
        customer={engine.customer}
        archived={engine.archived}
        viewers={person !== null && mayDo(person.role, "viewers") ? await viewersOf(db, shopId, engine.id) : []}
        mayArchive={person !== null && mayDo(person.role, "archive")}
        maySpec={person !== null && mayDo(person.role, "spec")}
        inHand={await jobsInHandOn(db, shopId, engine.id)}
        life={await loadLife(db, shopId, engine.id)}
        geometry={await geometryOf(db, shopId, engine.id)}
        buildChecks={(await buildChecksOf(db, shopId, engine.id)).map((c) => ({
          job: c.job,
          words: `${format(c.closedAt, "MMM d, yyyy")}: ${buildCheckWords(c)}`,
        }))}
        measured={await measuredFor(db, shopId, engine.id)}
      />
    </Shell>
  );
}
