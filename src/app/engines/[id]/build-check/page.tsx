import { notFound } from "next/navigation";
import { engineUnit } from "@/core/engine/engineUnit";
import { findEngine } from "@/server/engines/engines";
import { asViewer } from "@/server/http/inShop";
import { jobsInHandOn } from "@/server/jobs/inHand";
import { confirmedBefore } from "@/server/jobs/jobsBefore";
import { cautionDaysOf } from "@/server/shop/shopSettings";
import { listFeelerSets } from "@/server/shop/feelerSets";
import { engineTitle } from "@/server/titles";
import { BuildCheckForm } from "@/ui/buildCheck/BuildCheckForm";
import { Shell } from "../../../Shell";
import { titled } from "../../../titled";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(engineTitle, (name) => `Build check of ${name}`);

export default async function BuildCheckPage({ params }: { params: Promise<{ id: string }> }) {
  const [db, { shopId, person }] = await asViewer("see");
  const engine = await findEngine(db, shopId, (await params).id);
  if (engine === null) notFound();
  const of = { engineId: engine.id, withinDays: await cautionDaysOf(db, shopId) };
  return (
    <Shell unit={engineUnit(engine.file)}>
      <BuildCheckForm
        engineId={engine.id}
        file={engine.file}
        sets={await listFeelerSets(db, shopId)}
        inHand={await jobsInHandOn(db, shopId, engine.id)}
        confirmed={person === null ? null : await confirmedBefore(db, shopId, { ...of, personId: person.id })}
      />
    </Shell>
  );
}
