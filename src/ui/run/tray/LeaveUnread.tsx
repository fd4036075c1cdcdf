import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import { valveName } from "@/core/job/words/names";
import { Button } from "../../controls/Button";
import type { Run } from "../model";
import { ReasonForm } from "../panels/ReasonForm";
import { READY_TO_LEAVE_UNREAD } from "../words/ready";

/** The valve in hand stays unread, with a reason: it can't be reached, or something is broken. */
export function LeaveUnread({ run, onDone }: { readonly run: Run; readonly onDone: () => void }) {
  const [asked, setAsked] = useState(false);
  const { next } = run.now;
  const valve = "valve" in next ? next.valve : null;
  if (valve === null || valve.work.some((e) => e.kind !== "skipped" && e.kind !== "reopened")) return null;
  const name = valveName(valve.valve, run.context.job.valves);
  return (
    <chakra.div display="flex" flexDirection="column" alignItems="start" gap="2">
      <Button type="button" size="big" aria-expanded={asked} onClick={() => setAsked(!asked)}>
        Leave {name} unread
      </Button>
      {asked && (
        <ReasonForm
          ready={READY_TO_LEAVE_UNREAD}
          label="Why it is left unread"
          submit="Leave it"
          onReason={(reason) => {
            if (run.enter([{ kind: "skipped", valve: valve.valve.id, reason }])) onDone();
          }}
        />
      )}
    </chakra.div>
  );
}
