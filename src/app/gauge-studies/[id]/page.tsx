import { notFound } from "next/navigation";
import { gaugeStudy, studyProblem } from "@/core/record/gaugeStudy";
import { handsOfStudy } from "@/core/record/handStudies";
import { nextLook } from "@/core/record/study";
import { asViewer } from "@/server/http/inShop";
import { findStudy, readersOf } from "@/server/record/gauge";
import { listFeelerSets } from "@/server/shop/feelerSets";
import { studyTitle } from "@/server/titles";
import { GaugeReading } from "@/ui/gauge/GaugeReading";
import { GaugeResult } from "@/ui/gauge/GaugeResult";
import { Shell } from "../../Shell";
import { titled } from "../../titled";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(studyTitle, (name) => name);

export default async function GaugeStudyPage({ params }: { params: Promise<{ id: string }> }) {
  const [db, { shopId, person }] = await asViewer("see");
  const study = await findStudy(db, shopId, (await params).id);
  if (study === null) notFound();
  const people = await readersOf(db, shopId, study);
  const { id, name, valves, times, bandMm, readings, knownMm, made } = study;
  const whole = studyProblem(readings) === null;
  if (study.endedAt !== null)
    return (
      <Shell>
        <GaugeResult
          name={name}
          people={people}
          valves={valves}
          bandMm={bandMm}
          hands={whole ? handsOfStudy({ at: study.endedAt.toISOString(), bandMm, readings, knownMm }) : []}
          readings={readings}
          study={whole ? gaugeStudy(readings, bandMm) : null}
        />
      </Shell>
    );
  const place = study.people.indexOf(person?.id ?? "");
  return (
    <Shell>
      <GaugeReading
        id={id}
        name={name}
        sets={await listFeelerSets(db, shopId)}
        all={valves.length * times}
        progress={people.map((p, i) => ({ name: p.name, made: made[i] ?? 0 }))}
        mine={
          place < 0 || person === null
            ? null
            : { made: made[place] ?? 0, look: nextLook(study, person.id, made[place] ?? 0) }
        }
      />
    </Shell>
  );
}
