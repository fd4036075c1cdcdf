import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import { DEFAULT_AIR_C } from "@/core/heat/cooling";
import { Button } from "../../controls/Button";
import { Field, TextInput } from "../../controls/Field";
import { figure } from "../../controls/typed";
import { hotSays } from "../words/hotMinutes";
import type { Run } from "../model";

/** The temperature as it is now: two of them tell how long the engine stays hot. */
export function TemperatureTray({ run }: { readonly run: Run }) {
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string | undefined>();
  const says = hotSays(run.context, run.now);
  if (says === null) return null;
  const taken = [run.context.temperatureC, ...run.now.state.temperatures.map((t) => t.celsius)].filter(
    (c) => c !== null,
  );
  function take(): void {
    const celsius = figure(text);
    if (celsius == null || celsius < -60 || celsius > 250) return setProblem("Type the temperature in °C, like 82.");
    if (run.enter([{ kind: "temperature", celsius }])) setText("");
    setProblem(undefined);
  }
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
      <chakra.form
        noValidate
        display="flex"
        gap="2"
        alignItems="end"
        onSubmit={(e) => {
          e.preventDefault();
          take();
        }}
      >
        <chakra.div width="10rem">
          <Field label="Engine now, °C" error={problem}>
            {(c) => <TextInput {...c} inputMode="decimal" value={text} onChange={(e) => setText(e.target.value)} />}
          </Field>
        </chakra.div>
        <Button type="submit" size="big">
          Taken
        </Button>
      </chakra.form>
    </>
  );
}
