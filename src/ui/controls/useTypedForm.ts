"use client";

import { useRef } from "react";
import {
  type FieldPath,
  type FieldValues,
  type PathValue,
  type UseFormProps,
  type UseFormRegister,
  type UseFormReturn,
  get,
  useForm,
} from "react-hook-form";

/** What somebody entered into a control before the page was alive; null when it stands as it was served. */
export function enteredEarly(control: unknown): string | boolean | null {
  if (control instanceof HTMLSelectElement) {
    const chosen = control.options[control.selectedIndex];
    return chosen === undefined || control.selectedIndex === 0 || chosen.defaultSelected ? null : chosen.value;
  }
  if (control instanceof HTMLInputElement && control.type === "checkbox")
    return control.checked === control.defaultChecked ? null : control.checked;
  if (control instanceof HTMLInputElement || control instanceof HTMLTextAreaElement)
    return control.value === control.defaultValue ? null : control.value;
  return null;
}

/**
 * The form library's hook, for pages that are served before they are alive: its defaults stand in the page from the
 * start, and what was typed before the script came is kept rather than overwritten by them.
 */
export function useTypedForm<F extends FieldValues>(given: UseFormProps<F>): UseFormReturn<F> {
  const form = useForm<F>(given);
  const met = useRef(new WeakSet<Element>());
  const register: UseFormRegister<F> = (name, options) => {
    const field = form.register(name, options);
    const standing: unknown = get(given.defaultValues, name);
    return {
      ...field,
      ...(typeof standing === "string" ? { defaultValue: standing } : {}),
      ref: (control: unknown) => {
        const first = control instanceof Element && !met.current.has(control);
        const early = first ? enteredEarly(control) : null;
        field.ref(control);
        if (first) met.current.add(control);
        if (early !== null) form.setValue(name, early as PathValue<F, FieldPath<F>>, { shouldDirty: true });
      },
    };
  };
  return { ...form, register };
}
