"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import type { AtDoor } from "@/core/shop/person";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { FormEnd } from "../controls/FormEnd";
import { PlateHeading } from "../controls/Stamp";
import { useSentForm } from "../controls/useSentForm";
import { handTo } from "../device/whoHasIt";
import { type Opened, keepPass } from "../device/passes";
import { type Sent, send } from "../send";
import { Door } from "./Door";
import { Threshold } from "./Threshold";

interface Props {
  /** Of the shop, where the device is one of it. */
  readonly shopName: string | null;
  /** Who may work on this shared device; null on one's own. */
  readonly people: readonly AtDoor[] | null;
  readonly demo: boolean;
  /** Where one came from. */
  readonly back: string;
}

/** Proves who one is: by name and PIN on a shared device, by name and password anywhere. */
export function SignInView({ shopName, people, demo, back }: Props) {
  // As another person all that a page holds is read anew.
  const goOn = (): void => window.location.assign(back);
  return (
    <Threshold
      title={shopName ?? "Sign in"}
      {...(demo
        ? { lead: "A made-up shop to try things in: nothing here is anybody's. One tap, and you are in." }
        : {})}
    >
      {people !== null && (
        <Door
          people={people}
          asks="Who is at work?"
          words={(name) => `Go on as ${name}`}
          open={demo}
          prove={(personId, pin) => (demo ? send("POST", "/api/people", { personId }) : byPin(personId, pin))}
          onProven={goOn}
        />
      )}
      {!demo && (
        <chakra.div pt={people === null ? "0" : "8"}>
          {people !== null && <PlateHeading pb="3">Or by password</PlateHeading>}
          <PasswordForm first={people === null} onIn={goOn} />
        </chakra.div>
      )}
    </Threshold>
  );
}

/** Whoever gave their PIN here may take this device over while the shop does not answer. */
async function byPin(personId: string, pin: string): Promise<Sent<unknown>> {
  const sent = await send<Opened>("POST", "/api/sign-in/pin", { personId, pin });
  if (sent.kind === "done") await Promise.all([keepPass(sent.data, pin), handTo(null)]).catch(() => undefined);
  return sent;
}

function PasswordForm({ first, onIn }: { readonly first: boolean; readonly onIn: () => void }) {
  const { register, submit, busy, wrong, elsewhere } = useSentForm({
    defaultValues: { name: "", password: "" },
    send: (typed) => send("POST", "/api/sign-in", typed),
    onDone: onIn,
  });
  const other = elsewhere("name", "password");
  return (
    <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="4">
      <Field label="Your name" error={wrong("name")}>
        {(c) => <TextInput {...c} {...register("name")} autoComplete="username" autoFocus={first} />}
      </Field>
      <Field label="Password" error={wrong("password")}>
        {(c) => <TextInput {...c} {...register("password")} type="password" autoComplete="current-password" />}
      </Field>
      <FormEnd trouble={other}>
        <Button type="submit" kind={first ? "now" : "plain"} disabled={busy}>
          Sign in
        </Button>
      </FormEnd>
      <chakra.p fontSize="16px" color="soft">
        Forgotten? A lead of your shop gives you a link to choose a new one.
      </chakra.p>
    </chakra.form>
  );
}
