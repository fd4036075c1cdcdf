import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import { valveName } from "@/core/job/words/names";
import { Field, Select } from "../../controls/Field";
import type { Run } from "../model";
import { ReasonForm } from "../panels/ReasonForm";
import { READY_TO_LOOK_AGAIN } from "../words/ready";

/** A valve that was done is looked at again, with a reason. */
export function LookAgain({ run, onDone }: { readonly run: Run; readonly onDone: () => void }) {
  const { valves } = run.context.job;
  const done = valves.filter((v) => run.now.state.valves.get(v.id)?.status === "done");
  const [valve, setValve] = useState("");
  if (done.length === 0) return null;
  return (
    <chakra.div display="flex" flexDirection="column" gap="2">
      <Field label="Look again at">
        {(c) => (
          <Select {...c} minHeight="56px" value={valve} onChange={(e) => setValve(e.target.value)}>
            <option value="">Which valve?</option>
            {done.map((v) => (
              <option key={v.id} value={v.id}>
                {valveName(v, valves)}
              </option>
            ))}
          </Select>
        )}
      </Field>
      {valve !== "" && (
        <ReasonForm
          ready={READY_TO_LOOK_AGAIN}
          label="Why"
          submit="Open it again"
          onReason={(reason) => {
            run.enter([{ kind: "reopened", valve, reason }]);
            onDone();
          }}
        />
      )}
    </chakra.div>
  );
}
