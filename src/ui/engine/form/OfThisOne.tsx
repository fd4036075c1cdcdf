import type { UseFormRegister } from "react-hook-form";
import { COUNTER_NAMES, COUNTER_UNITS } from "@/core/record/counter";
import { Field, Select, TextInput } from "../../controls/Field";
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
      <Two>
        <Field label="Counter shows" hint="May be left empty" error={wrong("runningHours")}>
          {(c) => <TextInput {...c} {...register("hours")} inputMode="decimal" />}
        </Field>
        <Field label="It counts" error={wrong("counterUnit")}>
          {(c) => (
            <Select {...c} {...register("counterUnit")}>
              {COUNTER_UNITS.map((unit) => (
                <option key={unit} value={unit}>
                  {COUNTER_NAMES[unit]}
                </option>
              ))}
            </Select>
          )}
        </Field>
      </Two>
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
