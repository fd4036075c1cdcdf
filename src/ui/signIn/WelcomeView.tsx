"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { type ReactNode, useState } from "react";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { FormEnd } from "../controls/FormEnd";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";
import { Threshold } from "./Threshold";

interface Props {
  readonly token: string;
  /** Whom the link is for; null when it is spent. */
  readonly whose: { readonly name: string; readonly signInName: string; readonly isNew: boolean } | null;
}

/** As another person all that a page holds is read anew. */
const goIn = (): void => window.location.replace(new URL("/", window.location.href));

/** Where a link leads that a lead gave: one's own password, and PIN; or the name that one has from another shop. */
export function WelcomeView({ token, whose }: Props) {
  const [known, setKnown] = useState(false);
  if (whose === null)
    return (
      <Threshold title="This link is spent" lead="It was used already, or is too old. Ask a lead for another.">
        <chakra.a href="/sign-in" fontSize="18px" textDecoration="underline">
          To sign in
        </chakra.a>
      </Threshold>
    );
  const turn = (
    <Button type="button" kind="quiet" onClick={() => setKnown(!known)}>
      {known ? "I am new here" : "I sign in for another shop already"}
    </Button>
  );
  return known ? (
    <Known token={token} name={whose.name} turn={turn} />
  ) : (
    <New token={token} whose={whose} turn={whose.isNew ? turn : null} />
  );
}

interface WayProps {
  readonly token: string;
  /** To the other way in. */
  readonly turn: ReactNode;
}

function New({ token, whose, turn }: WayProps & { readonly whose: NonNullable<Props["whose"]> }) {
  const { register, submit, busy, wrong, elsewhere } = useSentForm({
    defaultValues: { password: "", pin: "" },
    send: ({ password, pin }) => send("POST", "/api/welcome", { token, password, pin: pin === "" ? null : pin }),
    onDone: goIn,
  });
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
      {turn}
    </Threshold>
  );
}

function Known({ token, name, turn }: WayProps & { readonly name: string }) {
  const { register, submit, busy, wrong, elsewhere } = useSentForm({
    defaultValues: { name, password: "" },
    send: (typed) => send("POST", "/api/welcome/known", { token, ...typed }),
    onDone: goIn,
  });
  const other = elsewhere("name", "password");
  return (
    <Threshold
      title={name}
      lead="Sign in as you do for your other shop: you work in both from then on, and choose where you are under your name."
    >
      <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="4">
        <Field label="Your name there" error={wrong("name")}>
          {(c) => <TextInput {...c} {...register("name")} autoComplete="username" />}
        </Field>
        <Field label="Password" error={wrong("password")}>
          {(c) => <TextInput {...c} {...register("password")} type="password" autoComplete="current-password" />}
        </Field>
        <FormEnd trouble={other}>
          <Button type="submit" kind="now" disabled={busy}>
            Sign in, and go in
          </Button>
        </FormEnd>
      </chakra.form>
      {turn}
    </Threshold>
  );
}
