"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import type { PracticeAction } from "@/core/practice/bench/action";
import { FAULTS, FAULT_RULES, type Fault } from "@/core/practice/engine/fault";
import type { VisibleValve } from "@/core/practice/session/visible";
import { Button } from "../controls/Button";
import { Field, Select } from "../controls/Field";

interface Props {
  readonly valves: readonly VisibleValve[];
  readonly faults: readonly Fault[];
  readonly act: (action: PracticeAction) => void;
}

/** What is wrong, and where. */
export function NameFault({ valves, faults, act }: Props) {
  const [fault, setFault] = useState("");
  const [valve, setValve] = useState("");
  const named = FAULTS.find((f) => f === fault) ?? null;
  const at = named !== null && FAULT_RULES[named].atValve;
  return (
    <chakra.div display="flex" flexWrap="wrap" gap="2" alignItems="end">
      <Field label="What is wrong">
        {(c) => (
          <Select {...c} value={fault} onChange={(e) => setFault(e.target.value)} width="19rem" maxWidth="full">
            <option value="">choose</option>
            <option value="nothing">Nothing is wrong</option>
            {faults.map((f) => (
              <option key={f} value={f}>
                {FAULT_RULES[f].name}
              </option>
            ))}
          </Select>
        )}
      </Field>
      {at && (
        <Field label="At which valve">
          {(c) => (
            <Select {...c} value={valve} onChange={(e) => setValve(e.target.value)} width="8rem">
              <option value="">choose</option>
              {valves.map((v) => (
                <option key={v.id}>{v.id}</option>
              ))}
            </Select>
          )}
        </Field>
      )}
      <Button
        type="button"
        kind="now"
        disabled={fault === "" || (at && valve === "")}
        onClick={() => act({ do: "name", fault: named, valve: at ? valve : null })}
      >
        That is it
      </Button>
    </chakra.div>
  );
}
