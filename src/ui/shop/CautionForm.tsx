import { Field, TextInput } from "../controls/Field";
import { SettingForm } from "./SettingForm";

/** For how long one tap confirms again the cautions that a person confirmed on an engine. */
export const CautionForm = ({ days }: { readonly days: number }) => (
  <SettingForm
    heading="Cautions are confirmed again by one tap for"
    submit="Keep the days"
    figures={{ cautionDays: days }}
  >
    {(field, wrong) => (
      <Field
        label="Days"
        hint="On the same engine, by the same person. New ones are always ticked by themselves; 0: all are."
        error={wrong("cautionDays")}
      >
        {(c) => <TextInput {...c} {...field("cautionDays")} inputMode="numeric" maxWidth="10rem" />}
      </Field>
    )}
  </SettingForm>
);
