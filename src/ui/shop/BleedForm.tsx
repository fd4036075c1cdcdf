"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { type BleedMinutes, COLD_SHOP_C } from "@/core/preload/bleedDown";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { numberOrText } from "../controls/typed";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";

/** How long squeezed lifters bleed down before the crank may move. */
export function BleedForm({ bleed }: { readonly bleed: BleedMinutes }) {
  const router = useRouter();
  const [kept, setKept] = useState(false);
  const { register, submit, busy, wrong, elsewhere, forget } = useSentForm({
    defaultValues: { usual: String(bleed.usual), cold: String(bleed.cold) },
    send: ({ usual, cold }) => send("PUT", "/api/shop", { usual: numberOrText(usual), cold: numberOrText(cold) }),
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
  const other = elsewhere("usual", "cold");
  return (
    <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="3">
      <PlateHeading>Squeezed lifters bleed down for</PlateHeading>
      <chakra.div display="grid" gridTemplateColumns="1fr 1fr" gap="3">
        <Field label="Minutes, usually" error={wrong("usual")}>
          {(c) => <TextInput {...c} {...register("usual", anew)} inputMode="numeric" />}
        </Field>
        <Field label={`Below ${COLD_SHOP_C} °C`} error={wrong("cold")}>
          {(c) => <TextInput {...c} {...register("cold", anew)} inputMode="numeric" />}
        </Field>
      </chakra.div>
      <chakra.p fontSize="16px" color="soft">
        Before the crank may be turned in a preload job. Jobs that are open keep the wait they began with.
      </chakra.p>
      {other !== null && <Complaint role="alert">{other.message}</Complaint>}
      <chakra.div display="flex" gap="3" alignItems="center">
        <Button type="submit" disabled={busy}>
          Keep these
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
