import { notFound } from "next/navigation";
import { asViewer } from "@/server/http/inShop";
import { loadRun } from "@/server/jobs/loadRun";
import { provingHere } from "@/server/signIn/provingHere";
import { JobRun } from "@/ui/run/JobRun";
import { jobTitle } from "@/server/titles";
import { titled } from "../../titled";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(jobTitle, (name) => name);

export default async function JobPage({ params }: { params: Promise<{ id: string }> }) {
  const [db, viewer] = await asViewer("see");
  const given = await loadRun(db, viewer, (await params).id);
  if (given === null) notFound();
  return (
    <>
      <JobRun given={given} device={await provingHere(viewer)} person={viewer.person} ways={viewer.ways} />
    </>
  );
}
