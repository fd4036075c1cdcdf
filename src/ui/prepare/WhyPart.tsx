"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { PURPOSES, PURPOSE_NAMES } from "@/core/job/setup/purpose";
import { Field, Select, TextInput } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { Tick } from "../controls/Tick";
import { toggled } from "./toggled";
import type { Preparation } from "./usePreparation";

/** Why it is looked at, and what is read before anything is touched. */
export function WhyPart({ preparation }: { readonly preparation: Preparation }) {
  const { form, chosen, cautions, wrong } = preparation;
  return (
    <>
      <Field label="Why is it looked at?" hint={PURPOSE_NAMES[chosen.purpose].note}>
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
      <chakra.fieldset border="0" p="0" m="0" minWidth="0">
        <chakra.legend p="0">
          <PlateHeading as="span">Read and tick each caution</PlateHeading>
        </chakra.legend>
        {cautions.map((c) => (
          <Tick
            key={c.id}
            on={chosen.accepted.includes(c.id)}
            onChange={() => form.setValue("accepted", toggled(chosen.accepted, c.id))}
            label={c.text}
            look="ruled"
          />
        ))}
        {wrong("cautions") !== undefined && <Complaint role="alert">{wrong("cautions")}</Complaint>}
      </chakra.fieldset>
    </>
  );
}
