"use client";

import {
  type FieldValues,
  type UseFormProps,
  type UseFormRegister,
  type UseFormReturn,
  get,
  useForm,
} from "react-hook-form";

/**
 * The form library's hook, for pages that are served before they are alive: its defaults stand in the page from the
 * start. (The library keeps what was typed before its script came, but puts its defaults into fields that it finds
 * empty: under a caret that stands there already, so that "1" became "151".)
 */
export function useTypedForm<F extends FieldValues>(given: UseFormProps<F>): UseFormReturn<F> {
  const form = useForm<F>(given);
  const register: UseFormRegister<F> = (name, options) => {
    const standing: unknown = get(given.defaultValues, name);
    return { ...form.register(name, options), ...(typeof standing === "string" ? { defaultValue: standing } : {}) };
  };
  return { ...form, register };
}
