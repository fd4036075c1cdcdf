"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { type BleedMinutes, COLD_SHOP_C } from "@/core/preload/bleedDown";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { numberOrText } from "../controls/typed";
import { UNREACHED, send } from "../send";

/** How long squeezed lifters bleed down before the crank may move. */
export function BleedForm({ bleed }: { readonly bleed: BleedMinutes }) {
  const router = useRouter();
  const [usual, setUsual] = useState(String(bleed.usual));
  const [cold, setCold] = useState(String(bleed.cold));
  const [said, setSaid] = useState<{ readonly path: string; readonly message: string } | "kept" | null>(null);
  const wrong = (path: string): string | undefined =>
    said !== null && said !== "kept" && said.path === path ? said.message : undefined;
  async function keep(): Promise<void> {
    const sent = await send("PUT", "/api/shop", { usual: numberOrText(usual), cold: numberOrText(cold) });
    setSaid(sent.kind === "done" ? "kept" : sent.kind === "refused" ? sent : { path: "", message: UNREACHED });
    if (sent.kind === "done") router.refresh();
  }
  return (
    <chakra.form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
      display="flex"
      flexDirection="column"
      gap="3"
    >
      <PlateHeading>Squeezed lifters bleed down for</PlateHeading>
      <chakra.div display="grid" gridTemplateColumns="1fr 1fr" gap="3">
        <Field label="Minutes, usually" error={wrong("usual")}>
          {(c) => (
            <TextInput
              {...c}
              inputMode="numeric"
              value={usual}
              onChange={(e) => {
                setUsual(e.target.value);
                setSaid(null);
              }}
            />
          )}
        </Field>
        <Field label={`Below ${COLD_SHOP_C} °C`} error={wrong("cold")}>
          {(c) => (
            <TextInput
              {...c}
              inputMode="numeric"
              value={cold}
              onChange={(e) => {
                setCold(e.target.value);
                setSaid(null);
              }}
            />
          )}
        </Field>
      </chakra.div>
      <chakra.p fontSize="16px" color="soft">
        Before the crank may be turned in a preload job. Jobs that are open keep the wait they began with.
      </chakra.p>
      {said !== null && said !== "kept" && said.path !== "usual" && said.path !== "cold" && (
        <Complaint role="alert">{said.message}</Complaint>
      )}
      <chakra.div display="flex" gap="3" alignItems="center">
        <Button type="submit">Keep these</Button>
        {said === "kept" && (
          <chakra.span role="status" color="set" fontWeight={600}>
            Kept
          </chakra.span>
        )}
      </chakra.div>
    </chakra.form>
  );
}
