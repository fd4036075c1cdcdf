import type { Metadata } from "next";
import { comesNext } from "@/core/practice/exercise/comesNext";
import { EXERCISE_IDS } from "@/core/practice/exercise/exerciseList";
import { exerciseProblem } from "@/core/practice/exercise/exercises";
import { mayDo } from "@/core/shop/permission";
import { asViewer } from "@/server/http/inShop";
import { listPractice, practiceEngines, rehearsable } from "@/server/practice/practice";
import { PracticeHome } from "@/ui/practice/PracticeHome";
import { Shell } from "../Shell";
import { lineShown } from "./lineShown";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Practice" };

export default async function PracticePage({
  searchParams,
}: {
  searchParams: Promise<{ readonly engine?: string | string[] }>;
}) {
  const { engine } = await searchParams;

  const [db, viewer] = await asViewer("see");
  const { shopId, person } = viewer;
  const [sessions, engines, jobs] = await Promise.all([
    listPractice(db, shopId, { personId: person?.id ?? null }),
    practiceEngines(db, shopId, typeof engine === "string" ? engine : null),
    rehearsable(db, viewer),
  ]);
  return (
    <Shell>
      <PracticeHome
        person={person?.name ?? null}
        sessions={sessions.map(lineShown)}
        next={comesNext(sessions)}
        engines={engines.map((e) => ({
          id: e.id,
          name: e.serial === null ? e.file.name : `${e.file.name}, ${e.serial}`,
          fits: EXERCISE_IDS.filter((id) => exerciseProblem(id, e.file) === null),
        }))}
        jobs={jobs}
        from={typeof engine === "string" ? engine : null}
        leads={person !== null && mayDo(person.role, "people")}
      />
    </Shell>
  );
}
