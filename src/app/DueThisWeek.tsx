import { format } from "date-fns";
import { dueWords } from "@/core/record/words";
import { asViewer } from "@/server/http/inShop";
import { dueThisWeek } from "@/server/record/fleet";
import { dayOf } from "@/server/record/results";
import { DueSoon } from "@/ui/record/DueSoon";

const DAY_MS = 86_400_000;
/** The others are a tap away. */
const SHOWN = 6;

/** What is due this week; the rest of the bench does not wait for it. */
export async function DueThisWeek() {
  const [db, { shopId }] = await asViewer("see");
  const soon = await dueThisWeek(db, shopId, dayOf(new Date()), SHOWN);
  return (
    <DueSoon
      count={soon.count}
      engines={soon.engines.flatMap(({ id, name, serial, due }) =>
        due === null
          ? []
          : {
              id,
              name: [name, serial].filter((x) => x !== null).join(", "),
              when: dueWords(due, (day) => format(new Date(day * DAY_MS), "EEE, MMM d")),
              why: due.why,
            },
      )}
    />
  );
}
