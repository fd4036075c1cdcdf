"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { PlateHeading } from "../controls/Stamp";
import { numberOrText } from "../controls/typed";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";

/** For how long one tap confirms again the cautions that a person confirmed on an engine. */
export function CautionForm({ days }: { readonly days: number }) {
  const router = useRouter();
  const [kept, setKept] = useState(false);
  const { register, submit, busy, trouble, forget } = useSentForm({
    defaultValues: { days: String(days) },
    send: (typed) => send("PUT", "/api/shop", { cautionDays: numberOrText(typed.days) }),
    onDone: () => {
      setKept(true);
      router.refresh();
    },
  });
  const anew = {
    onChange: () => {
      setKept(false);
      forget();
    },
  };
  return (
    <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="3">
      <PlateHeading>Cautions are confirmed again by one tap for</PlateHeading>
      <Field
        label="Days"
        hint="On the same engine, by the same person. New ones are always ticked by themselves; 0: all are."
        error={trouble?.message}
      >
        {(c) => <TextInput {...c} {...register("days", anew)} inputMode="numeric" maxWidth="10rem" />}
      </Field>
      <chakra.div display="flex" gap="3" alignItems="center">
        <Button type="submit" disabled={busy}>
          Keep the days
        </Button>
        {kept && (
          <chakra.span role="status" color="set" fontWeight={600}>
            Kept
          </chakra.span>
        )}
      </chakra.div>
    </chakra.form>
  );
}
