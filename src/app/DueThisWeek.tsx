import { format } from "date-fns";
import { dueWords } from "@/core/record/words";
import { asViewer } from "@/server/http/inShop";
import { dueEngines } from "@/server/record/life";
import { DueSoon } from "@/ui/record/DueSoon";

const WEEK_DAYS = 7;
const DAY_MS = 86_400_000;
/** The others are a tap away. */
const SHOWN = 6;

/** What is due this week; the rest of the bench does not wait for it. */
export async function DueThisWeek() {
  const [db, { shopId }] = await asViewer("see");
  const soon = (await dueEngines(db, shopId, new Date()))
    .flatMap(({ due, ...engine }) => (due === null || due.left > WEEK_DAYS ? [] : [{ ...engine, due }]))
    .sort((a, b) => a.due.left - b.due.left);
  return (
    <DueSoon
      count={soon.length}
      engines={soon.slice(0, SHOWN).map(({ id, name, serial, due }) => ({
        id,
        name: [name, serial].filter((x) => x !== null).join(", "),
        when: dueWords(due, (day) => format(new Date(day * DAY_MS), "EEE, MMM d")),
        why: due.why,
      }))}
    />
  );
}
