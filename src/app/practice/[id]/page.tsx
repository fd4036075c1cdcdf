import { formatDuration, intervalToDuration } from "date-fns";
import { notFound } from "next/navigation";
import { EXERCISES, LEVEL_WORDS, exercise, exerciseNumber } from "@/core/practice/exercise/exerciseList";
import { faultsFor } from "@/core/practice/engine/fault";
import { resultOf } from "@/core/practice/session/told";
import { visibleBench, visibleState } from "@/core/practice/session/visible";
import type { Person } from "@/core/shop/person";
import { asViewer } from "@/server/http/inShop";
import { findPractice, loadSession, personOf, rehearsedRun, sameSeed } from "@/server/practice/practice";
import { provingHere } from "@/server/signIn/provingHere";
import { practiceTitle } from "@/server/titles";
import { PracticeBench } from "@/ui/practice/PracticeBench";
import { RehearsalLazy } from "@/ui/practice/rehearsal/RehearsalLazy";
import type { BenchProps } from "@/ui/practice/benchProps";
import { PracticeResult } from "@/ui/practice/PracticeResult";
import { Shell } from "../../Shell";
import { titled } from "../../titled";
import { practiceName } from "../lineShown";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(practiceTitle, (name) => `Practice: ${name}`);

export default async function OnePracticePage({ params }: { params: Promise<{ id: string }> }) {
  const [db, viewer] = await asViewer("see");
  const row = await findPractice(db, viewer, (await params).id);
  if (row === null) notFound();
  const { name, aim, task } = exercise(row.exercise);
  const title =
    row.jobId === null ? `${exerciseNumber(row.exercise)} · ${name}` : practiceName(row.exercise, row.jobId);
  const session = await loadSession(db, row);
  const bench = visibleBench(session);
  if (row.endedAt === null) {
    // What others are at is theirs until they are done.
    if (row.personId !== null && row.personId !== viewer.person?.id) notFound();
    const props: BenchProps = {
      id: row.id,
      title,
      aim,
      task,
      level: row.level,
      engine: row.engineFile.name,
      bench,
      initial: visibleState(session),
      leaves: row.leaves.leaves,
      school: row.school,
      faults: faultsFor(bench.gear, bench.appearance.pushrods),
    };
    const given = await rehearsedRun(db, viewer, row);
    if (given !== null)
      return (
        <RehearsalLazy
          given={given}
          bench={props}
          device={{ ...(await provingHere(viewer)), demo: false, quietMinutes: null, sponsors: [] }}
          // In practice nobody's word is wanted.
          person={{ ...(viewer.person ?? NOBODY), role: "lead" }}
          ways={viewer.ways}
        />
      );
    return (
      <Shell unit={bench.unit}>
        <PracticeBench {...props} />
      </Shell>
    );
  }
  const others = await sameSeed(db, row);
  return (
    <Shell unit={bench.unit}>
      <PracticeResult
        title={title}
        exercise={row.exercise}
        job={row.jobId}
        level={row.level}
        levelName={LEVEL_WORDS[row.level].name.toLowerCase()}
        engine={{
          name: EXERCISES[row.exercise].task === "gaps" ? "gap block" : row.engineFile.name,
          id: row.engineId,
        }}
        seed={row.seed}
        took={tookWords(row.begunAt, row.endedAt)}
        person={await personOf(db, row)}
        bench={bench}
        result={resultOf(session, row.marks ?? undefined)}
        over={session.state.over}
        others={others.map((o) => ({ id: o.id, person: o.person ?? "", score: o.score ?? 0, level: o.level }))}
      />
    </Shell>
  );
}

/** Whoever rehearses in a made-up shop without saying who they are. */
const NOBODY: Person = { id: "nobody", name: "You", role: "lead", school: "go-no-go" };

/** "4 minutes 10 seconds". */
function tookWords(from: Date, to: Date): string {
  const words = formatDuration(intervalToDuration({ start: from, end: to }), {
    format: ["hours", "minutes", "seconds"],
  });
  return words === "" ? "in a moment" : words;
}
