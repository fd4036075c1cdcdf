import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import { Button } from "../../controls/Button";
import { Field, TextInput } from "../../controls/Field";

interface Props {
  /** What is mostly said: one tap each. */
  readonly ready: readonly string[];
  readonly label: string;
  readonly submit: string;
  readonly onReason: (reason: string) => void;
}

/** A reason, which the record keeps: ready ones as large taps, one's own words last. */
export function ReasonForm({ ready, label, submit, onReason }: Props) {
  const [own, setOwn] = useState("");
  const [missing, setMissing] = useState(false);
  return (
    <chakra.div flex="1 1 100%" display="flex" flexDirection="column" gap="2">
      {ready.length > 0 && (
        <chakra.div display="flex" flexWrap="wrap" gap="2">
          {ready.map((reason) => (
            <Button key={reason} type="button" size="big" flex="1 1 40%" onClick={() => onReason(reason)}>
              {reason}
            </Button>
          ))}
        </chakra.div>
      )}
      <chakra.form
        noValidate
        display="flex"
        gap="2"
        alignItems="end"
        onSubmit={(e) => {
          e.preventDefault();
          if (own.trim() === "") setMissing(true);
          else onReason(own.trim());
        }}
      >
        <chakra.div flex="1" minWidth="10rem">
          <Field
            label={ready.length > 0 ? `${label}, in your own words` : label}
            error={missing && own.trim() === "" ? "Give the reason in a few words: the sheet shows it." : undefined}
          >
            {(c) => <TextInput {...c} value={own} maxLength={300} onChange={(e) => setOwn(e.target.value)} />}
          </Field>
        </chakra.div>
        <Button type="submit" size="big">
          {submit}
        </Button>
      </chakra.form>
    </chakra.div>
  );
}
