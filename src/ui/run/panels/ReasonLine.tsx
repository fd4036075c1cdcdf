import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import { Button } from "../../controls/Button";
import { Field, TextInput } from "../../controls/Field";
import type { Run } from "../model";

/** What goes against the rule, or what no ready answer covers: a few words, which the record keeps. */
export function ReasonLine({ run }: { readonly run: Run }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  const { reasoned } = run.instruction;
  if (reasoned === null) return null;
  if (!open)
    return (
      <Button type="button" size="big" flex="1 1 40%" fontSize="16px" onClick={() => setOpen(true)}>
        {reasoned.open}
      </Button>
    );
  return (
    <chakra.form
      flex="1 1 100%"
      display="flex"
      gap="2"
      alignItems="end"
      onSubmit={(e) => {
        e.preventDefault();
        if (reason.trim() !== "") run.withReason(reasoned.for, reason.trim());
      }}
    >
      <chakra.div flex="1">
        <Field label={reasoned.label}>
          {(c) => (
            <TextInput
              {...c}
              autoFocus
              value={reason}
              maxLength={300}
              required
              onChange={(e) => setReason(e.target.value)}
            />
          )}
        </Field>
      </chakra.div>
      <Button type="submit" size="big">
        {reasoned.submit}
      </Button>
    </chakra.form>
  );
}
