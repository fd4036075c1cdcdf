import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import { Button } from "../../controls/Button";
import { KeyFor } from "./KeyFor";
import { Stamp } from "../../controls/Stamp";
import { ReasonLine } from "./ReasonLine";
import type { Run } from "../model";

/** The other answers to an open question, where the leaves lie otherwise. */
export function AnswerPanel({ run, act }: { readonly run: Run; readonly act: (index: number) => void }) {
  const { choices } = run.instruction;
  const [open, setOpen] = useState(false);
  return (
    <chakra.section
      aria-label="Answers"
      p={{ base: "3", lg: "4" }}
      minWidth="0"
      display="flex"
      flexDirection="column"
      gap="2"
    >
      <Stamp>What was found</Stamp>
      <chakra.div display="grid" gridTemplateColumns={{ base: "1fr", md: "1fr 1fr", lg: "1fr 1fr 1fr" }} gap="2">
        {choices.map((choice, i) => (
          <Button
            key={choice.label}
            type="button"
            size="big"
            data-choice={i}
            aria-disabled={run.resting}
            borderWidth={run.marked === i + 1 ? "4px" : "1.5px"}
            borderColor={run.marked === i + 1 ? "now" : "ink"}
            onClick={() => act(i + 1)}
          >
            {choice.label}
            {run.marked === i + 1 ? <KeyFor name="yes" /> : i === run.marked % choices.length && <KeyFor name="no" />}
          </Button>
        ))}
      </chakra.div>
      <ReasonLine key={run.instruction.title} run={run} open={open} onOpen={setOpen} />
    </chakra.section>
  );
}
