import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import { parseLength } from "@/core/units/length";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import type { Run } from "./useRun";

/** Wires of known size between plunger and retainer, with the valley open: they show the depth itself. */
export function WireForm({ run, folded = false }: { readonly run: Run; readonly folded?: boolean }) {
  const [goes, setGoes] = useState("");
  const [noGo, setNoGo] = useState("");
  const [problem, setProblem] = useState<{ goes?: string; noGo?: string }>({});
  function hold(): void {
    const [low, high] = [parseLength(goes), parseLength(noGo)];
    const wrong = {
      ...(low === null ? { goes: "Type a size, like 0.80 or 0.032 in." } : {}),
      ...(high === null ? { noGo: "Type a size, like 1.00 or 0.040 in." } : low !== null && high.mm <= low.mm ? { noGo: "The wire that does not go is the thicker one." } : {}),
    };
    setProblem(wrong);
    if (low === null || high === null || wrong.noGo !== undefined) return;
    run.wire({ mm: low.mm, text: low.text }, { mm: high.mm, text: high.text });
  }
  const form = (
    <chakra.form noValidate display="flex" flexWrap="wrap" gap="2" alignItems="end" onSubmit={(e) => { e.preventDefault(); hold(); }}>
      <chakra.div width="8rem"><Field label="Wire that goes" error={problem.goes}>{(c) => <TextInput {...c} inputMode="decimal" value={goes} autoComplete="off" onChange={(e) => setGoes(e.target.value)} />}</Field></chakra.div>
      <chakra.div width="8rem"><Field label="Does not go" error={problem.noGo}>{(c) => <TextInput {...c} inputMode="decimal" value={noGo} autoComplete="off" onChange={(e) => setNoGo(e.target.value)} />}</Field></chakra.div>
      <Button type="submit" size="big">Hold wires to it</Button>
    </chakra.form>
  );
  if (!folded) return form;
  return (
    <chakra.details>
      <chakra.summary fontSize="17px" minHeight="44px" display="list-item" cursor="pointer">Valley open? Hold wires to its plunger as it was found</chakra.summary>
      {form}
    </chakra.details>
  );
}
