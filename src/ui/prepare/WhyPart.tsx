"use client";

import { PURPOSES, PURPOSE_NAMES } from "@/core/job/setup/purpose";
import { capital } from "@/core/job/words/names";
import { COUNTER_NAMES, counted } from "@/core/record/counter";
import { Field, Select, TextInput } from "../controls/Field";
import type { Preparation } from "./usePreparation";

/** Why it is looked at. */
export function WhyPart({ preparation }: { readonly preparation: Preparation }) {
  const { form, chosen, given, wrong } = preparation;
  return (
    <>
      <Field label="Reason for the job" hint={PURPOSE_NAMES[chosen.purpose].note}>
        {(c) => (
          <Select {...c} minHeight="56px" fontSize="18px" {...form.register("purpose")}>
            {PURPOSES.map((p) => (
              <option key={p} value={p}>
                {PURPOSE_NAMES[p].name}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="What was noticed" hint="If anything was" error={wrong("note")}>
        {(c) => <TextInput {...c} {...form.register("note")} maxLength={500} />}
      </Field>
      <Field
        label={`${capital(COUNTER_NAMES[given.counterUnit])} now`}
        hint={
          given.runningHours === null
            ? "If it has a counter"
            : `It showed ${counted(given.runningHours, given.counterUnit)}`
        }
        error={wrong("hours")}
      >
        {(c) => <TextInput {...c} inputMode="decimal" {...form.register("hours")} maxWidth="10rem" />}
      </Field>
    </>
  );
}
