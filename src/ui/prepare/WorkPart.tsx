"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { toolsFor } from "@/core/job/prepare";
import { USUAL } from "@/core/units/typedLength";
import { LengthField } from "../controls/LengthField";
import { PlateHeading } from "../controls/Stamp";
import { Choice } from "./Choice";
import type { Preparation } from "./usePreparation";

/** Which valves are done, with what, and in what order. */
export function WorkPart({ preparation }: { readonly preparation: Preparation }) {
  const { form, chosen, file, lash, method, surveys, wrong } = preparation;
  const banks = file.layout?.banks ?? [];
  return (
    <>
      {banks.length > 1 && (
        <Choice
          legend="Which valves"
          name="bank"
          value={chosen.bank === null ? "all" : String(chosen.bank)}
          onChange={(v) => form.setValue("bank", v === "all" ? null : Number(v))}
          error={wrong("bank")}
          across
          options={[
            { value: "all", label: "All" },
            ...banks.map((b, i) => ({ value: String(i), label: `Bank ${b.join(" ")}` })),
          ]}
        />
      )}

      <section>
        <PlateHeading>Tools you need</PlateHeading>
        <chakra.ul m="0" pl="5" pt="1" fontSize="17px" listStyleType="square">
          {toolsFor(file, method).map((t) => (
            <li key={t}>{t}</li>
          ))}
        </chakra.ul>
      </section>

      {lash && (
        <Choice
          legend="In what order"
          name="survey"
          value={surveys ? "survey" : "by-valve"}
          onChange={(v) => form.setValue("survey", v === "survey")}
          options={[
            { value: "by-valve", label: "Valve by valve", note: "Read, set, lock, and on to the next." },
            {
              value: "survey",
              label: "All as found first",
              note: "Nothing is turned before every valve was read: one round of the crank more.",
            },
          ]}
        />
      )}
      {lash && (
        <chakra.div maxWidth="20rem">
          <LengthField
            control={form.control}
            name="tolerance"
            label="Set every valve within so much of the target"
            hint="Left empty: what is in spec stays"
            error={wrong("allToAimMm")}
            usual={USUAL.tolerance}
          />
        </chakra.div>
      )}
    </>
  );
}
