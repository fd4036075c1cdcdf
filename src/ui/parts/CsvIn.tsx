import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button } from "../controls/Button";
import { Field, TextArea, TextInput } from "../controls/Field";
import { PlateHeading } from "../controls/Stamp";
import { UNREACHED, send } from "../send";

/** A whole stock of parts at once: all lines, or none and the line that is wrong. */
export function CsvIn() {
  const router = useRouter();
  const [id, setId] = useState(() => crypto.randomUUID());
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string | undefined>();
  async function take(): Promise<void> {
    const sent = await send("POST", "/api/parts/csv", { id, text });
    setProblem(sent.kind === "done" ? undefined : sent.kind === "refused" ? sent.message : UNREACHED);
    if (sent.kind !== "done") return;
    setId(crypto.randomUUID());
    setText("");
    router.refresh();
  }
  return (
    <chakra.form
      noValidate
      display="flex"
      flexDirection="column"
      gap="3"
      onSubmit={(e) => {
        e.preventDefault();
        void take();
      }}
    >
      <PlateHeading>Import parts from a CSV</PlateHeading>
      <Field label="File">
        {(c) => (
          <TextInput
            {...c}
            type="file"
            accept=".csv,text/csv"
            onChange={(e) => void e.target.files?.[0]?.text().then(setText)}
          />
        )}
      </Field>
      <Field
        label="Or its text"
        hint="kind, thickness_mm and count at least; diameter_mm, mark, micrometer, read_mm, worn, place, cost as well"
        error={problem}
      >
        {(c) => (
          <TextArea
            {...c}
            rows={4}
            value={text}
            placeholder={"kind,diameter_mm,thickness_mm,mark,count\nshim-over,29,2.65,265,3"}
            onChange={(e) => setText(e.target.value)}
          />
        )}
      </Field>
      <div>
        <Button type="submit" disabled={text.trim() === ""}>
          Import
        </Button>
      </div>
    </chakra.form>
  );
}
