import { chakra } from "@chakra-ui/react/styled-system";
import { type FormEvent, useState } from "react";
import type { LineState } from "@/core/job/tasks/buildCheck/line";
import type { BuildCheckTask } from "@/core/job/tasks/buildCheck/plan";
import { parseLength } from "@/core/units/length";
import { type UsualLength, unitProblem } from "@/core/units/typedLength";
import { Button } from "../../../controls/Button";
import { Field, TextInput } from "../../../controls/Field";
import { LengthInput } from "../../../controls/LengthInput";
import { useUnit } from "../../../controls/unit";
import { ReasonForm } from "../../panels/ReasonForm";
import type { Run } from "../../model";
import { doneWords, ticked, wanted } from "./words";

const LIKE = "Write it like 1.2 or .045 in.";

/** Room between coils, end float, a wire's clearance: all small. */
const ROOM: UsualLength = { leastMm: 0.05, mostMm: 1.27 };

/** What is measured and found at the line in hand, and why it may have no place here. */
export function LinePanel({ run, at }: { readonly run: Run<BuildCheckTask>; readonly at: LineState }) {
  const { line, ticks } = at;
  const unit = useUnit();
  const [reading, setReading] = useState("");
  const [found, setFound] = useState("");
  const [wrong, setWrong] = useState<{ readonly reading?: string; readonly found?: string }>({});
  const asks = wanted(at);
  const measures = line.reading !== null && ticks.length === 0;
  function keep(event: FormEvent): void {
    event.preventDefault();
    const length = reading.trim() === "" ? null : parseLength(reading, unit);
    const odd = reading.trim() === "" ? null : (unitProblem(reading) ?? (length === null ? LIKE : null));
    if (odd !== null) return setWrong({ reading: odd });
    if (asks === "reading" && length === null)
      return setWrong({ reading: "This line is ticked with what was measured." });
    if (asks === "how" && found.trim() === "")
      return setWrong({ found: "Say in a few words how it is bolted down: the sheet shows it." });
    const read = length === null ? null : { mm: length.mm, text: length.text };
    run.enter([ticked(at, run.now, { reading: read, found: found.trim() === "" ? null : found.trim() })]);
  }
  return (
    <chakra.section
      aria-label="The line in hand"
      p="3"
      display="flex"
      flexDirection="column"
      gap="3"
      minWidth="0"
      maxHeight={{ lg: "262px" }}
      overflowY={{ lg: "auto" }}
    >
      <chakra.form noValidate display="flex" flexWrap="wrap" gap="3" alignItems="end" onSubmit={keep}>
        {measures && (
          <chakra.div flex="1 1 11rem" minWidth="0">
            <Field label={line.reading?.label ?? ""} error={wrong.reading}>
              {(c) => <LengthInput {...c} usual={ROOM} value={reading} onChange={setReading} />}
            </Field>
          </chakra.div>
        )}
        <chakra.div flex="2 1 14rem" minWidth="0">
          <Field
            label={asks === "how" ? "How it is bolted down" : "What was found"}
            hint={asks === "how" ? "As the maker has it" : "Where there is something to tell"}
            error={wrong.found}
          >
            {(c) => <TextInput {...c} value={found} maxLength={300} onChange={(e) => setFound(e.target.value)} />}
          </Field>
        </chakra.div>
        <Button type="submit" size="big" kind={asks === null ? "plain" : "now"}>
          {asks === null ? `${doneWords(at)}, with this` : doneWords(at)}
        </Button>
      </chakra.form>
      {ticks.length === 0 && (
        <ReasonForm
          key={line.id}
          ready={[...line.notHere, "No such part on this engine"]}
          label="Not here, because"
          submit="Not here"
          onReason={(reason) => run.enter([{ kind: "line-not-here", line: line.id, reason }])}
        />
      )}
    </chakra.section>
  );
}
