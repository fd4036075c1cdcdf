import { Field, TextInput } from "../controls/Field";
import { SettingForm } from "./SettingForm";

/** How likely it may become that a valve is out of its band, before its engine is due. */
export const RiskForm = ({ percent }: { readonly percent: number }) => (
  <SettingForm
    heading="An engine is due by its forecast when"
    submit="Keep the chance"
    figures={{ riskPercent: percent }}
    note="What is listed as due is worked out anew within minutes."
  >
    {(field, wrong) => (
      <Field label="Chance of any valve out, percent" hint="5 is usual" error={wrong("riskPercent")}>
        {(c) => <TextInput {...c} {...field("riskPercent")} inputMode="decimal" maxWidth="10rem" />}
      </Field>
    )}
  </SettingForm>
);
