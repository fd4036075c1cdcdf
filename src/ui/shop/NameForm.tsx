"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { Complaint } from "../controls/Stamp";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";

/** What the shop is called. */
export function NameForm({ name }: { readonly name: string }) {
  const router = useRouter();
  const { register, submit, busy, changed, wrong, elsewhere } = useSentForm({
    defaultValues: { name },
    send: (typed) => send("PUT", "/api/shop", typed),
    onDone: () => router.refresh(),
  });
  const other = elsewhere("name");
  return (
    <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="3">
      <Field label="The shop's name" hint="As it stands on every sheet" error={wrong("name")}>
        {(c) => <TextInput {...c} {...register("name")} autoComplete="off" />}
      </Field>
      {other !== null && <Complaint role="alert">{other.message}</Complaint>}
      {changed && (
        <div>
          <Button type="submit" disabled={busy}>
            Keep the name
          </Button>
        </div>
      )}
    </chakra.form>
  );
}
