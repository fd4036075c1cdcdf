import { formatDuration, intervalToDuration } from "date-fns";
import { notFound } from "next/navigation";
import { EXERCISES, LEVEL_WORDS, exercise, exerciseNumber } from "@/core/practice/exerciseList";
import { faultsFor } from "@/core/practice/fault";
import { resultOf } from "@/core/practice/told";
import { visibleBench, visibleState } from "@/core/practice/visible";
import { asViewer } from "@/server/http/inShop";
import { findPractice, loadSession, personOf, sameSeed } from "@/server/practice/practice";
import { practiceTitle } from "@/server/titles";
import { PracticeBench } from "@/ui/practice/PracticeBench";
import { PracticeResult } from "@/ui/practice/PracticeResult";
import { Shell } from "../../Shell";
import { titled } from "../../titled";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(practiceTitle, (name) => `Practice: ${name}`);

export default async function OnePracticePage({ params }: { params: Promise<{ id: string }> }) {
  const [db, viewer] = await asViewer("see");
  const row = await findPractice(db, viewer, (await params).id);
  if (row === null) notFound();
  const { name, aim, task } = exercise(row.exercise);
  const title = `${exerciseNumber(row.exercise)} · ${name}`;
  const session = await loadSession(db, row);
  const bench = visibleBench(session);
  if (row.endedAt === null) {
    // What others are at is theirs until they are done.
    if (row.personId !== null && row.personId !== viewer.person?.id) notFound();
    return (
      <Shell unit={bench.unit}>
        <PracticeBench
          id={row.id}
          title={title}
          aim={aim}
          task={task}
          level={row.level}
          engine={row.engineFile.name}
          bench={bench}
          initial={visibleState(session)}
          leaves={row.leaves.leaves}
          school={row.school}
          faults={faultsFor(bench.gear, bench.appearance.pushrods)}
        />
      </Shell>
    );
  }
  const others = await sameSeed(db, row);
  return (
    <Shell unit={bench.unit}>
      <PracticeResult
        title={title}
        exercise={row.exercise}
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

/** "4 minutes 10 seconds". */
function tookWords(from: Date, to: Date): string {
  const words = formatDuration(intervalToDuration({ start: from, end: to }), {
    format: ["hours", "minutes", "seconds"],
  });
  return words === "" ? "in a moment" : words;
}
