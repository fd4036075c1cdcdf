import { chakra } from "@chakra-ui/react/styled-system";
import { useForm } from "react-hook-form";
import { DEFAULT_AIR_C } from "@/core/heat/cooling";
import { Button } from "../../controls/Button";
import { Field, TextInput } from "../../controls/Field";
import { useTemperature } from "../../controls/ways";
import { hotSays } from "../words/hotMinutes";
import type { Run } from "../model";

/** The temperature as it is now: two of them tell how long the engine stays hot. */
export function TemperatureTray({ run }: { readonly run: Run }) {
  const { register, handleSubmit, reset, formState } = useForm({ defaultValues: { celsius: "" } });
  const { sign, words, celsius } = useTemperature();
  const says = hotSays(run.context, run.now);
  if (says === null) return null;
  const taken = [run.context.temperatureC, ...run.now.state.temperatures.map((t) => t.celsius)].filter(
    (c) => c !== null,
  );
  const problem = (typed: string): string | true => {
    const c = celsius(typed);
    return (c != null && c >= -60 && c <= 250) || `Type the temperature, like ${words(82)}.`;
  };
  const take = handleSubmit((typed) => {
    if (run.enter([{ kind: "temperature", celsius: Number(celsius(typed.celsius)) }])) reset();
  });
  return (
    <>
      <chakra.p fontSize="18px">
        {says.kind === "asks"
          ? says.words
          : says.minutes > 0
            ? `By its last two temperatures it stays over ${words(says.leastC)} for ${Math.floor(says.minutes)} more minutes.`
            : `It has fallen under ${words(says.leastC)}: warm it through before more is read, and say its temperature.`}
      </chakra.p>
      <chakra.p fontFamily="mono" fontSize="16px" color="soft">
        {taken.length === 0 ? "none taken" : taken.map(words).join(", ")}; air{" "}
        {run.context.airC === null ? `${words(DEFAULT_AIR_C)} (assumed)` : words(run.context.airC)}
      </chakra.p>
      <chakra.form noValidate display="flex" gap="2" alignItems="end" onSubmit={(e) => void take(e)}>
        <chakra.div width="10rem">
          <Field label={`Engine now, ${sign}`} error={formState.errors.celsius?.message}>
            {(c) => <TextInput {...c} {...register("celsius", { validate: problem })} inputMode="decimal" />}
          </Field>
        </chakra.div>
        <Button type="submit" size="big">
          Taken
        </Button>
      </chakra.form>
    </>
  );
}
