import { chakra } from "@chakra-ui/react/styled-system";
import { useForm } from "react-hook-form";
import { DEFAULT_AIR_C } from "@/core/heat/cooling";
import { Button } from "../../controls/Button";
import { Field, TextInput } from "../../controls/Field";
import { figure } from "../../controls/typed";
import { hotSays } from "../words/hotMinutes";
import type { Run } from "../model";

/** The temperature as it is now: two of them tell how long the engine stays hot. */
export function TemperatureTray({ run }: { readonly run: Run }) {
  const { register, handleSubmit, reset, formState } = useForm({ defaultValues: { celsius: "" } });
  const says = hotSays(run.context, run.now);
  if (says === null) return null;
  const taken = [run.context.temperatureC, ...run.now.state.temperatures.map((t) => t.celsius)].filter(
    (c) => c !== null,
  );
  const take = handleSubmit((typed) => {
    if (run.enter([{ kind: "temperature", celsius: Number(figure(typed.celsius)) }])) reset();
  });
  return (
    <>
      <chakra.p fontSize="18px">
        {says.kind === "asks"
          ? says.words
          : says.minutes > 0
            ? `By its last two temperatures it stays over ${says.leastC} °C for ${Math.floor(says.minutes)} more minutes.`
            : `It has fallen under ${says.leastC} °C: warm it through before more is read, and say its temperature.`}
      </chakra.p>
      <chakra.p fontFamily="mono" fontSize="16px" color="soft">
        {taken.length === 0 ? "none taken" : taken.map((c) => `${c} °C`).join(", ")}; air{" "}
        {run.context.airC ?? `${DEFAULT_AIR_C} (assumed)`} °C
      </chakra.p>
      <chakra.form noValidate display="flex" gap="2" alignItems="end" onSubmit={(e) => void take(e)}>
        <chakra.div width="10rem">
          <Field label="Engine now, °C" error={formState.errors.celsius?.message}>
            {(c) => (
              <TextInput {...c} {...register("celsius", { validate: temperatureProblem })} inputMode="decimal" />
            )}
          </Field>
        </chakra.div>
        <Button type="submit" size="big">
          Taken
        </Button>
      </chakra.form>
    </>
  );
}

/** What can be no engine's temperature. */
function temperatureProblem(typed: string): string | true {
  const celsius = figure(typed);
  return (celsius != null && celsius >= -60 && celsius <= 250) || "Type the temperature in °C, like 82.";
}
