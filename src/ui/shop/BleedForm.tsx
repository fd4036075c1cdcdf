import { chakra } from "@chakra-ui/react/styled-system";
import { type BleedMinutes, COLD_SHOP_C } from "@/core/preload/bleedDown";
import { Field, TextInput } from "../controls/Field";
import { SettingForm } from "./SettingForm";

/** How long squeezed lifters bleed down before the crank may move. */
export const BleedForm = ({ bleed: { usual, cold } }: { readonly bleed: BleedMinutes }) => (
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
        <Field label={`Below ${COLD_SHOP_C} °C`} error={wrong("cold")}>
          {(c) => <TextInput {...c} {...field("cold")} inputMode="numeric" />}
        </Field>
      </chakra.div>
    )}
  </SettingForm>
);
