"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { FormEnd } from "../controls/FormEnd";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";
import { Threshold } from "./Threshold";

interface Props {
  readonly token: string;
  /** Whom the link is for; null when it is spent. */
  readonly whose: { readonly name: string; readonly signInName: string } | null;
}

/** As another person all that a page holds is read anew. */
const goIn = (): void => window.location.replace(new URL("/", window.location.href));

/** Where a link leads that a lead gave: one's own password, and PIN. */
export function WelcomeView({ token, whose }: Props) {
  const { register, submit, busy, wrong, elsewhere } = useSentForm({
    defaultValues: { password: "", pin: "" },
    send: ({ password, pin }) => send("POST", "/api/welcome", { token, password, pin: pin === "" ? null : pin }),
    onDone: goIn,
  });
  if (whose === null)
    return (
      <Threshold title="This link is spent" lead="It was used already, or is too old. Ask a lead for another.">
        <chakra.a href="/sign-in" fontSize="18px" textDecoration="underline">
          To sign in
        </chakra.a>
      </Threshold>
    );
  const other = elsewhere("password", "pin");
  return (
    <Threshold
      title={whose.name}
      lead={`Choose a password: with it you sign in as “${whose.signInName}”. A PIN is for the shop's shared tablets.`}
    >
      <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="4">
        <input type="text" name="username" autoComplete="username" value={whose.signInName} readOnly hidden />
        <Field label="New password" hint="At least 8 characters" error={wrong("password")}>
          {(c) => <TextInput {...c} {...register("password")} type="password" autoComplete="new-password" />}
        </Field>
        <Field label="PIN" hint="4 to 8 digits; may be left out" error={wrong("pin")}>
          {(c) => (
            <TextInput
              {...c}
              {...register("pin")}
              type="password"
              inputMode="numeric"
              autoComplete="off"
              maxWidth="12rem"
            />
          )}
        </Field>
        <FormEnd trouble={other}>
          <Button type="submit" kind="now" disabled={busy}>
            Keep them, and go in
          </Button>
        </FormEnd>
      </chakra.form>
    </Threshold>
  );
}
