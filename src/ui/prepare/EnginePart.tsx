"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { jobRoles, toolsFor } from "@/core/job/prepare";
import { Field, TextInput } from "../controls/Field";
import { PlateHeading } from "../controls/Stamp";
import { Choice } from "./Choice";
import { HeatPart } from "./HeatPart";
import { Tick } from "../controls/Tick";
import type { Preparation } from "./usePreparation";

/** How the engine stands: hot or cold, how that is brought to its spec, and which valves are done. */
export function EnginePart({ preparation }: { readonly preparation: Preparation }) {
  const { form, chosen, file, rules, lash, sources, otherState, heatWay, method, surveys, wrong } = preparation;
  const banks = file.layout?.banks ?? [];
  return (
    <>
      <Choice
        legend="The engine is"
        name="state"
        value={chosen.state}
        onChange={(v) => {
          form.setValue("state", v);
          form.setValue("sure", false);
        }}
        error={wrong("state")}
        options={[
          { value: "cold", label: "Cold" },
          { value: "hot", label: "Hot" },
        ]}
        across
      />
      <div>
        <Field label="Temperature, °C" hint="If you know it" error={wrong("temperatureC")}>
          {(c) => (
            <TextInput
              {...c}
              inputMode="decimal"
              {...form.register("temperature", { onChange: () => form.setValue("sure", false) })}
              maxWidth="10rem"
            />
          )}
        </Field>
        {wrong("temperatureC") !== undefined && (
          <Tick
            on={chosen.sure}
            onChange={(sure) => form.setValue("sure", sure)}
            label={`The figure is right, and the engine counts as ${chosen.state ?? ""}`}
            look="ruled"
          />
        )}
      </div>
      {chosen.state === "hot" && lash && (
        <Field
          label="Air in the shop, °C"
          hint="Towards this it cools: with two temperatures of the engine the minutes left are known"
          error={wrong("airC")}
        >
          {(c) => <TextInput {...c} inputMode="decimal" {...form.register("air")} maxWidth="10rem" />}
        </Field>
      )}
      {otherState && chosen.state !== null && file.lash !== undefined && (
        <HeatPart
          ways={sources}
          lash={file.lash}
          roles={jobRoles(file)}
          state={chosen.state}
          value={heatWay}
          onChange={(way) => form.setValue("heatWay", way)}
          error={wrong("heatWay")}
        />
      )}
      {file.sector === "aircraft" && rules.namesLicensed === true && (
        <Field
          label="Licensed person who releases this work"
          hint="Named at every step, and on the sheet"
          error={wrong("licensed")}
        >
          {(c) => <TextInput {...c} {...form.register("licensed")} maxLength={120} />}
        </Field>
      )}
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
        <PlateHeading>Lay ready</PlateHeading>
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
        <Field
          label="Bring all within, mm of the aim"
          hint="Left empty: what is in its band stays"
          error={wrong("allToAimMm")}
        >
          {(c) => <TextInput {...c} inputMode="decimal" {...form.register("tolerance")} maxWidth="10rem" />}
        </Field>
      )}
    </>
  );
}
