"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import { Button } from "../controls/Button";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { send, troubleOf } from "../send";

const SWITCHES = [
  { label: "Deliver now", said: "All that is ordered is on its way in.", how: { deliver: true } },
  { label: "Go down", said: "It answers nothing now.", how: { down: true } },
  { label: "Be slow", said: "It takes three seconds to answer.", how: { slowMs: 3000, down: false } },
  { label: "Answer", said: "It answers at once.", how: { down: false, slowMs: 0 } },
] as const;

/** The supplier is a stand-in here: what a real one does by itself is done by hand. */
export function SupplierBench() {
  const [said, setSaid] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const set = async ({ how, said: words }: (typeof SWITCHES)[number]): Promise<void> => {
    const sent = await send("POST", "/api/supplier/bench", how);
    setProblem(troubleOf(sent)?.message ?? null);
    setSaid(sent.kind === "done" ? words : null);
  };
  return (
    <chakra.section aria-label="Simulated supplier">
      <PlateHeading pb="1">Simulated supplier</PlateHeading>
      <chakra.p fontSize="16px" pb="2">
        A stand-in that ships with the app: its day lasts a minute.
      </chakra.p>
      <chakra.div display="flex" flexWrap="wrap" gap="2">
        {SWITCHES.map((s) => (
          <Button key={s.label} type="button" onClick={() => void set(s)}>
            {s.label}
          </Button>
        ))}
      </chakra.div>
      <chakra.p role="status" fontSize="16px" color="soft" pt="1">
        {said}
      </chakra.p>
      {problem !== null && <Complaint role="alert">{problem}</Complaint>}
    </chakra.section>
  );
}
