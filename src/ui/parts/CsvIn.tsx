import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useWatch } from "react-hook-form";
import { Button } from "../controls/Button";
import { Field, TextArea, TextInput } from "../controls/Field";
import { PlateHeading } from "../controls/Stamp";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";

/** A whole stock of parts at once: all lines, or none and the line that is wrong. */
export function CsvIn() {
  const router = useRouter();
  const { register, submit, control, setValue, reset, busy, trouble } = useSentForm({
    defaultValues: { text: "" },
    send: ({ text }, idFor) => send("POST", "/api/parts/csv", { id: idFor(text), text }),
    onDone: () => {
      reset();
      router.refresh();
    },
  });
  const text = useWatch({ control, name: "text" });
  return (
    <chakra.form noValidate display="flex" flexDirection="column" gap="3" onSubmit={submit}>
      <PlateHeading>Import parts from a CSV</PlateHeading>
      <Field label="File">
        {(c) => (
          <TextInput
            {...c}
            type="file"
            accept=".csv,text/csv"
            onChange={(e) => void e.target.files?.[0]?.text().then((typed) => setValue("text", typed))}
          />
        )}
      </Field>
      <Field
        label="Or its text"
        hint="kind, thickness_mm and count at least; diameter_mm, mark, micrometer, read_mm, worn, place, cost as well"
        error={trouble?.message}
      >
        {(c) => (
          <TextArea
            {...c}
            {...register("text")}
            rows={4}
            placeholder={"kind,diameter_mm,thickness_mm,mark,count\nshim-over,29,2.65,265,3"}
          />
        )}
      </Field>
      <div>
        <Button type="submit" disabled={busy || text.trim() === ""}>
          Import
        </Button>
      </div>
    </chakra.form>
  );
}
