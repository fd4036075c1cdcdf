import type { UseFormRegister } from "react-hook-form";
import { Field, TextInput } from "../../controls/Field";
import { Two } from "../../controls/Two";
import type { EngineFields } from "./useEngineForm";

interface Props {
  readonly register: UseFormRegister<EngineFields>;
  readonly wrong: (path: string) => string | undefined;
}

/** What tells this engine from others of its kind. */
export const OfThisOne = ({ register, wrong }: Props) => (
  <>
    <Two>
      <Field label="Serial or mark" hint="May be left empty" error={wrong("serial")}>
        {(c) => <TextInput {...c} {...register("serial")} />}
      </Field>
      <Field label="Running hours" hint="May be left empty" error={wrong("runningHours")}>
        {(c) => <TextInput {...c} {...register("hours")} inputMode="decimal" />}
      </Field>
    </Two>
    <Field
      label="Whose it is, and where"
      hint="May be left empty; found by it on the bench"
      error={wrong("customer")}
    >
      {(c) => <TextInput {...c} {...register("customer")} />}
    </Field>
  </>
);
