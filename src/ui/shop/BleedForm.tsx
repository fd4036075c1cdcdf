import { useRouter } from "next/navigation";
import { useState } from "react";
import { chakra } from "@chakra-ui/react/styled-system";
import { type BleedMinutes, COLD_SHOP_C } from "@/core/preload/bleedDown";
import { Field, TextInput } from "../controls/Field";
import { Complaint } from "../controls/Stamp";
import { Tick } from "../controls/Tick";
import { useTemperature } from "../controls/ways";
import { send, troubleOf } from "../send";
import { SettingForm } from "./SettingForm";

/** How long squeezed lifters bleed down before the crank may move. */
export const BleedForm = ({ bleed: { usual, cold, always } }: { readonly bleed: BleedMinutes }) => {
  const degrees = useTemperature();
  return (
    <>
      <SettingForm
        heading="Squeezed lifters bleed down for"
        submit="Keep these"
        figures={{ usual, cold }}
        note="Before the crank may be turned in a preload job. Jobs that are open keep the wait they began with."
      >
        {(field, wrong) => (
          <chakra.div display="grid" gridTemplateColumns="1fr 1fr" gap="3">
            <Field label="Minutes, usually" error={wrong("usual")}>
              {(c) => <TextInput {...c} {...field("usual")} inputMode="numeric" />}
            </Field>
            <Field label={`Below ${degrees.words(COLD_SHOP_C)}`} error={wrong("cold")}>
              {(c) => <TextInput {...c} {...field("cold")} inputMode="numeric" />}
            </Field>
          </chakra.div>
        )}
      </SettingForm>
      <AlwaysWaits always={always} />
    </>
  );
};

/** Whether the wait is kept also where piston and cam are out of the way as far as the next stop. */
function AlwaysWaits({ always }: Pick<BleedMinutes, "always">) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<string | null>(null);
  async function keep(on: boolean): Promise<void> {
    setTrouble(troubleOf(await send("PUT", "/api/shop", { always: on }))?.message ?? null);
    router.refresh();
  }
  return (
    <div>
      <Tick
        on={always}
        onChange={(on) => void keep(on)}
        label="Wait every time"
        note="Left off, the crank may go on to a stop as long as that piston only goes down and its cam stays off the lobe."
      />
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
    </div>
  );
}
