import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useContext, useState } from "react";
import { Button, ButtonLink } from "../../controls/Button";
import type { Run } from "../model";
import { RunHosted, SHOPS_OWN } from "../session/runHost";
import { ReasonForm } from "../panels/ReasonForm";
import { READY_TO_CALL_OFF } from "../words/ready";

/** A job that should not have been begun is called off, with a reason. */
export function CallOff({ run, onDone }: { readonly run: Run; readonly onDone: () => void }) {
  const [asked, setAsked] = useState(false);
  const rehearsing = useContext(RunHosted) !== SHOPS_OWN;
  if (run.now.state.ended || rehearsing) return null;
  if (!asked)
    return (
      <chakra.div display="flex" flexWrap="wrap" gap="2">
        <Button type="button" size="big" onClick={() => setAsked(true)}>
          Call the job off
        </Button>
        <ButtonLink asChild minHeight="56px">
          <Link href={`/engines/${run.context.engineId}/job?again=${run.context.id}`}>
            Begin it again under other figures
          </Link>
        </ButtonLink>
      </chakra.div>
    );
  return (
    <chakra.div display="flex" flexDirection="column" gap="2">
      <chakra.p fontSize="16px">
        It stays in the books with its reason, counts for nothing, and can&apos;t be taken up again.
      </chakra.p>
      <ReasonForm
        ready={READY_TO_CALL_OFF}
        label="Why"
        submit="Call it off"
        onReason={(reason) => {
          if (run.enter([{ kind: "called-off", reason }])) onDone();
        }}
      />
    </chakra.div>
  );
}
