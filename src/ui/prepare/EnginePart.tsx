"use client";

import { jobRoles } from "@/core/job/prepare";
import { Field, TextInput } from "../controls/Field";
import { Choice } from "./Choice";
import { HeatPart } from "./HeatPart";
import { Tick } from "../controls/Tick";
import { useTemperature } from "../controls/ways";
import type { Preparation } from "./usePreparation";

/** How the engine stands: hot or cold, and how that is brought to its spec. */
export function EnginePart({ preparation }: { readonly preparation: Preparation }) {
  const { form, chosen, file, rules, lash, sources, otherState, heatWay, wrong } = preparation;
  const { sign } = useTemperature();
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
        <Field label={`Temperature, ${sign}`} hint="If you know it" error={wrong("temperatureC")}>
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
          label={`Air in the shop, ${sign}`}
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
    </>
  );
}
