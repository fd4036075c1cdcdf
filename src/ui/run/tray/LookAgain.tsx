import { chakra } from "@chakra-ui/react/styled-system";
import { useForm, useWatch } from "react-hook-form";
import { valveName } from "@/core/job/words/names";
import { Button } from "../../controls/Button";
import { Field, Select, TextInput } from "../../controls/Field";
import type { Run } from "../model";

/** A valve that was done is looked at again, with a reason. */
export function LookAgain({ run, onDone }: { readonly run: Run; readonly onDone: () => void }) {
  const { valves } = run.context.job;
  const done = valves.filter((v) => run.now.state.valves.get(v.id)?.status === "done");
  const { register, handleSubmit, control } = useForm({ defaultValues: { valve: "", reason: "" } });
  const { valve, reason } = useWatch({ control });
  if (done.length === 0) return null;
  const open = handleSubmit((look) => {
    run.enter([{ kind: "reopened", valve: look.valve, reason: look.reason.trim() }]);
    onDone();
  });
  return (
    <chakra.form display="flex" flexWrap="wrap" gap="2" alignItems="end" onSubmit={(e) => void open(e)}>
      <Field label="Look again at">
        {(c) => (
          <Select {...c} {...register("valve")}>
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
        <Field label="Why">{(c) => <TextInput {...c} {...register("reason")} maxLength={300} />}</Field>
      </chakra.div>
      <Button type="submit" size="big" disabled={valve === "" || reason?.trim() === ""}>
        Open it again
      </Button>
    </chakra.form>
  );
}
