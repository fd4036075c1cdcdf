import { notFound } from "next/navigation";
import { listPeople } from "@/server/http/actor";
import { asViewer } from "@/server/http/inShop";
import { loadRun } from "@/server/jobs/loadRun";
import { JobRun } from "@/ui/run/JobRun";
import { jobTitle } from "@/server/titles";
import { titled } from "../../titled";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(jobTitle, (name) => name);

export default async function JobPage({ params }: { params: Promise<{ id: string }> }) {
  const [db, { shopId, person }] = await asViewer();
  const given = await loadRun(db, { shopId, person }, (await params).id);
  if (given === null) notFound();
  return (
    <>
      <JobRun given={given} people={await listPeople(shopId)} person={person} />
    </>
  );
}
