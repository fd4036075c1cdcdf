import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { comesNext } from "@/core/practice/exercise/comesNext";
import { EXERCISES } from "@/core/practice/exercise/exerciseList";
import { mayDo } from "@/core/shop/permission";
import { groupedBy } from "@/core/units/groups";
import { asViewer } from "@/server/http/inShop";
import { listPractice } from "@/server/practice/practice";
import { PracticePeople } from "@/ui/practice/PracticePeople";
import { Shell } from "../../Shell";
import { lineShown } from "../lineShown";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "How others come on" };

export default async function PracticePeoplePage() {
  const [db, { shopId, person }] = await asViewer("see");
  // Only a lead looks at how others come on.
  if (person === null || !mayDo(person.role, "people")) notFound();
  const all = await listPractice(db, shopId, "all");
  return (
    <Shell>
      <PracticePeople
        people={[...groupedBy(all, (l) => l.personId ?? "")].map(([id, lines]) => {
          const next = comesNext(lines);
          return {
            id,
            name: lines[0]?.person ?? "",
            sessions: lines.map(lineShown),
            next: `Next: ${EXERCISES[next.exercise].name}, ${next.level}.`,
          };
        })}
      />
    </Shell>
  );
}
