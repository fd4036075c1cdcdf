"use client";

import { type Control, type FieldPath, type FieldValues, useController } from "react-hook-form";
import { type UsualLength, unitProblem } from "@/core/units/typedLength";
import { Field } from "./Field";
import { LengthInput } from "./LengthInput";

interface FieldProps<F extends FieldValues> {
  readonly control: Control<F>;
  readonly name: FieldPath<F>;
  readonly label: string;
  readonly hint?: string;
  /** How it is called where the label alone does not tell. */
  readonly spoken?: string;
  /** What the shop said of it. */
  readonly error?: string | undefined;
  readonly usual: UsualLength;
  readonly placeholder?: string;
}

/** A length in a form; the form is not sent while it must be asked which unit was meant. */
export function LengthField<F extends FieldValues>({
  control,
  name,
  error,
  spoken,
  usual,
  placeholder,
  ...field
}: FieldProps<F>) {
  const { field: typed, fieldState } = useController({
    control,
    name,
    rules: { validate: (value: unknown) => (typeof value === "string" ? (unitProblem(value) ?? true) : true) },
  });
  return (
    <Field {...field} error={fieldState.error?.message ?? error}>
      {(c) => (
        <LengthInput
          {...c}
          aria-label={spoken}
          usual={usual}
          placeholder={placeholder}
          value={typed.value as string}
          onChange={typed.onChange}
          onBlur={typed.onBlur}
          ref={typed.ref}
        />
      )}
    </Field>
  );
}
