import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import { valveName } from "@/core/job/words/names";
import { Button } from "../../controls/Button";
import { Field, Select } from "../../controls/Field";
import type { Run } from "../model";

/** It ticks after starting: the job goes back to that valve. */
export function TicksLine({ run }: { readonly run: Run }) {
  const { valves } = run.context.job;
  const [id, setId] = useState("");
  return (
    <chakra.form
      p={{ base: "3", lg: "4" }}
      display="flex"
      alignContent="start"
      flexWrap="wrap"
      gap="3"
      alignItems="end"
      onSubmit={(e) => {
        e.preventDefault();
        if (id !== "") run.enter([{ kind: "reopened", valve: id, reason: "Ticks after start" }]);
      }}
    >
      <chakra.div flex="1" minWidth="12rem">
        <Field label="It ticks at">
          {(c) => (
            <Select {...c} minHeight="56px" value={id} onChange={(e) => setId(e.target.value)}>
              <option value="">Which valve?</option>
              {valves.map((v) => (
                <option key={v.id} value={v.id}>
                  {valveName(v, valves)}
                </option>
              ))}
            </Select>
          )}
        </Field>
      </chakra.div>
      <Button type="submit" size="big" disabled={id === ""}>
        Back to that valve
      </Button>
    </chakra.form>
  );
}
