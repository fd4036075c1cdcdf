import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { capital } from "@/core/job/words/names";
import { COUNTER_NAMES, type CounterUnit } from "@/core/record/counter";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { FormEnd } from "../controls/FormEnd";
import { numberOrText } from "../controls/typed";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";

export interface Interval {
  /** In the unit of the counter. */
  readonly hours: number | null;
  readonly days: number | null;
  readonly words: string | null;
}

interface Props {
  readonly id: string;
  /** What its counter showed last. */
  readonly count: number | null;
  readonly counterUnit: CounterUnit;
  readonly interval: Interval;
  /** A lead is at work here. */
  readonly leads: boolean;
}

/** What the counter shows now, and by which rule it is looked at again. */
export const DueForms = ({ id, count, counterUnit, interval, leads }: Props) => (
  <chakra.div display="flex" flexWrap="wrap" gap="6" alignItems="end">
    <CounterForm id={id} count={count} counterUnit={counterUnit} />
    {leads && <IntervalForm id={id} interval={interval} counterUnit={counterUnit} />}
  </chakra.div>
);

function CounterForm({ id, count, counterUnit }: Pick<Props, "id" | "count" | "counterUnit">) {
  const router = useRouter();
  const [asked, setAsked] = useState(false);
  const { register, submit, busy, reset, trouble } = useSentForm({
    defaultValues: { hours: "" },
    send: async (typed, idFor) => {
      const lines = [{ engineId: id, hours: numberOrText(typed.hours), sure: asked }];
      const sent = await send("POST", "/api/engines/use", { id: idFor(lines), lines });
      // A counter that runs backwards is asked about once.
      setAsked(sent.kind === "refused" && sent.status === 409);
      return sent;
    },
    onDone: () => {
      reset();
      router.refresh();
    },
  });
  return (
    <chakra.form noValidate onSubmit={submit} display="flex" gap="2" alignItems="end">
      <Field label={`${capital(COUNTER_NAMES[counterUnit])} now`} error={trouble?.message}>
        {(c) => (
          <TextInput
            {...c}
            {...register("hours")}
            inputMode="decimal"
            width="9rem"
            placeholder={count === null ? "" : String(count)}
          />
        )}
      </Field>
      <Button type="submit" disabled={busy}>
        Keep
      </Button>
    </chakra.form>
  );
}

const shown = (n: number | null): string => (n === null ? "" : String(n));

function IntervalForm({ id, interval, counterUnit }: Pick<Props, "id" | "interval" | "counterUnit">) {
  const router = useRouter();
  const [kept, setKept] = useState(false);
  const { register, submit, busy, wrong, elsewhere } = useSentForm({
    defaultValues: {
      hours: shown(interval.hours),
      days: shown(interval.days),
      words: interval.words ?? "",
      alike: false,
    },
    send: ({ hours, days, words, alike }) =>
      send("PUT", `/api/engines/${id}/interval`, {
        hours: numberOrText(hours),
        days: numberOrText(days),
        words,
        alike,
      }),
    onDone: () => {
      setKept(true);
      router.refresh();
    },
  });
  return (
    <chakra.form noValidate onSubmit={submit} display="flex" flexWrap="wrap" gap="2" alignItems="end">
      <Field label={`Every, ${COUNTER_NAMES[counterUnit]}`} error={wrong("hours")}>
        {(c) => <TextInput {...c} {...register("hours")} inputMode="decimal" width="11rem" />}
      </Field>
      <Field label="Or every, days" error={wrong("days")}>
        {(c) => <TextInput {...c} {...register("days")} inputMode="numeric" width="8rem" />}
      </Field>
      <Field label="The rule in words" error={wrong("words")}>
        {(c) => <TextInput {...c} {...register("words")} width="16rem" placeholder="with every oil change" />}
      </Field>
      <chakra.label display="flex" gap="2" alignItems="center" minHeight="44px" fontSize="17px">
        <input type="checkbox" {...register("alike")} style={{ width: 22, height: 22 }} />
        For every engine of this name that counts {COUNTER_NAMES[counterUnit]}
      </chakra.label>
      <FormEnd trouble={elsewhere("hours", "days", "words")} done={kept ? "Saved" : null}>
        <Button type="submit" disabled={busy}>
          Keep the rule
        </Button>
      </FormEnd>
    </chakra.form>
  );
}
