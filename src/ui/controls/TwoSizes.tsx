import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import type { LeafMark } from "@/core/job/ledger/fields";
import { parseLength } from "@/core/units/length";
import { type UsualLength, unitProblem } from "@/core/units/typedLength";
import { Button } from "./Button";
import { Field } from "./Field";
import { LengthInput } from "./LengthInput";

interface Props {
  /** What is held to it: "wire", "leaf". */
  readonly what: string;
  readonly usual: UsualLength;
  readonly submit: string;
  readonly now?: boolean;
  readonly onHold: (goes: LeafMark, noGo: LeafMark) => void;
}

/** Two sizes: the largest that goes and the smallest that does not. */
export function TwoSizes({ what, usual, submit, now = false, onHold }: Props) {
  const [goes, setGoes] = useState("");
  const [noGo, setNoGo] = useState("");
  const [problem, setProblem] = useState<{ goes?: string; noGo?: string }>({});
  function hold(): void {
    const [low, high] = [parseLength(goes), parseLength(noGo)];
    const unsaid = { goes: unitProblem(goes), noGo: unitProblem(noGo) };
    const wrong = {
      ...(low === null || unsaid.goes !== null ? { goes: unsaid.goes ?? "Type a size, like 0.80 or .032 in." } : {}),
      ...(high === null || unsaid.noGo !== null
        ? { noGo: unsaid.noGo ?? "Type a size, like 1.00 or .040 in." }
        : low !== null && high.mm <= low.mm
          ? { noGo: `The ${what} that does not go is the thicker one.` }
          : {}),
    };
    setProblem(wrong);
    if (low === null || high === null || wrong.noGo !== undefined || wrong.goes !== undefined) return;
    onHold({ mm: low.mm, text: low.text }, { mm: high.mm, text: high.text });
  }
  return (
    <chakra.form
      noValidate
      display="flex"
      flexWrap="wrap"
      gap="2"
      alignItems="end"
      onSubmit={(e) => {
        e.preventDefault();
        hold();
      }}
    >
      <chakra.div width="10rem">
        <Field label={`${what.charAt(0).toUpperCase()}${what.slice(1)} that goes`} error={problem.goes}>
          {(c) => <LengthInput {...c} usual={usual} value={goes} onChange={setGoes} />}
        </Field>
      </chakra.div>
      <chakra.div width="10rem">
        <Field label="Does not go" error={problem.noGo}>
          {(c) => <LengthInput {...c} usual={usual} value={noGo} onChange={setNoGo} />}
        </Field>
      </chakra.div>
      <Button type="submit" size="big" kind={now ? "now" : "plain"}>
        {submit}
      </Button>
    </chakra.form>
  );
}
