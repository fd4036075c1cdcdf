import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import { valveName } from "@/core/job/words/names";
import { Button } from "../../controls/Button";
import { Field, Select, TextInput } from "../../controls/Field";
import type { Run } from "../model";

/** A valve that was done is looked at again, with a reason. */
export function LookAgain({ run, onDone }: { readonly run: Run; readonly onDone: () => void }) {
  const { valves } = run.context.job;
  const done = valves.filter((v) => run.now.state.valves.get(v.id)?.status === "done");
  const [id, setId] = useState("");
  const [reason, setReason] = useState("");
  if (done.length === 0) return null;
  const submit = (): void => {
    if (id === "" || reason.trim() === "") return;
    run.enter([{ kind: "reopened", valve: id, reason: reason.trim() }]);
    onDone();
  };
  return (
    <chakra.form
      display="flex"
      flexWrap="wrap"
      gap="2"
      alignItems="end"
      onSubmit={(e) => {
        e.preventDefault();
        submit();
      }}
    >
      <Field label="Look again at">
        {(c) => (
          <Select {...c} value={id} onChange={(e) => setId(e.target.value)}>
            <option value="">Which valve?</option>
            {done.map((v) => (
              <option key={v.id} value={v.id}>
                {valveName(v, valves)}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <chakra.div flex="1" minWidth="10rem">
        <Field label="Why">
          {(c) => <TextInput {...c} value={reason} maxLength={300} onChange={(e) => setReason(e.target.value)} />}
        </Field>
      </chakra.div>
      <Button type="submit" size="big" disabled={id === "" || reason.trim() === ""}>
        Open it again
      </Button>
    </chakra.form>
  );
}
