import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useWatch } from "react-hook-form";
import { send } from "../send";
import { Button } from "./Button";
import { Field, TextArea, TextInput } from "./Field";
import { FormEnd } from "./FormEnd";
import { useSentForm } from "./useSentForm";

interface Props<T> {
  /** Where the text is sent. */
  readonly to: string;
  /** Which columns it has. */
  readonly hint: string;
  readonly placeholder: string;
  /** What can't be right by itself is asked about there. */
  readonly asks?: boolean;
  /** What came of it, in words. */
  readonly done?: (answer: T) => string;
}

/** A whole table at once, from a file or pasted: all lines, or none and the line that is wrong. */
export function CsvForm<T>({ to, hint, placeholder, asks = false, done }: Props<T>) {
  const router = useRouter();
  /** The text about which the shop asked: sent once more as it is, it is right. */
  const [asked, setAsked] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const { register, submit, control, setValue, reset, busy, trouble } = useSentForm<{ text: string }, T>({
    defaultValues: { text: "" },
    send: async ({ text }, idFor) => {
      setSaid(null);
      const sure = asked === text;
      const sent = await send<T>("POST", to, { id: idFor([text, sure]), text, ...(sure ? { sure } : {}) });
      setAsked(asks && sent.kind === "refused" && sent.status === 409 ? text : null);
      return sent;
    },
    onDone: (answer) => {
      reset();
      setSaid(done?.(answer) ?? null);
      router.refresh();
    },
  });
  const text = useWatch({ control, name: "text" });
  return (
    <chakra.form noValidate display="flex" flexDirection="column" gap="3" onSubmit={submit}>
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
      <Field label="Or its text" hint={hint} error={trouble?.message}>
        {(c) => <TextArea {...c} {...register("text")} rows={4} placeholder={placeholder} />}
      </Field>
      <FormEnd trouble={null} done={said}>
        <Button type="submit" disabled={busy || text.trim() === ""}>
          Import
        </Button>
      </FormEnd>
    </chakra.form>
  );
}
