import { useState } from "react";
import { Button } from "../../controls/Button";
import { ReasonForm } from "./ReasonForm";
import type { Run } from "../model";

/** What goes against the rule, or what no ready answer covers: opened by a button of its own. */
export function ReasonLine({ run }: { readonly run: Run }) {
  const [open, setOpen] = useState(false);
  const { reasoned } = run.instruction;
  if (reasoned === null) return null;
  if (!open)
    return (
      <Button type="button" size="big" flex="1 1 40%" fontSize="16px" onClick={() => setOpen(true)}>
        {reasoned.open}
      </Button>
    );
  return (
    <ReasonForm
      ready={reasoned.ready}
      label={reasoned.label}
      submit={reasoned.submit}
      onReason={(reason) => run.withReason(reasoned.for, reason)}
    />
  );
}
