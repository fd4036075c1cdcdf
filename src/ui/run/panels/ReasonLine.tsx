import { Button } from "../../controls/Button";
import { ReasonForm } from "./ReasonForm";
import type { Run } from "../model";

interface Props {
  readonly run: Run;
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
}

/** What goes against the rule, or what no ready answer covers: opened by a button of its own. */
export function ReasonLine({ run, open, onOpen }: Props) {
  const { reasoned, choices } = run.instruction;
  if (reasoned === null) return null;
  if (!open)
    return (
      <Button
        type="button"
        size="big"
        // Beside a single choice, else a line of its own: the large button keeps its room.
        flex={choices.length % 2 === 0 ? "1 1 100%" : "1 1 40%"}
        fontSize="16px"
        onClick={() => onOpen(true)}
      >
        {reasoned.open}
      </Button>
    );
  return (
    <ReasonForm
      ready={reasoned.ready}
      label={reasoned.label}
      submit={reasoned.submit}
      onReason={(reason) => {
        // The same may be asked once more: then it begins closed again.
        onOpen(false);
        run.withReason(reasoned.for, reason);
      }}
    />
  );
}
