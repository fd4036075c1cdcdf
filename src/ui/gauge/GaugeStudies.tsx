"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { format } from "date-fns";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { StudyDraft } from "@/core/record/studyDraft";
import { USUAL, withUnit } from "@/core/units/typedLength";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { FormEnd } from "../controls/FormEnd";
import { LengthField } from "../controls/LengthField";
import { Row } from "../controls/Row";
import { PlateHeading } from "../controls/Stamp";
import { Tick } from "../controls/Tick";
import { useSentForm } from "../controls/useSentForm";
import { useUnit } from "../controls/unit";
import { send } from "../send";
import { Title } from "../controls/Title";

export interface StudyLine {
  readonly id: string;
  readonly name: string;
  readonly at: string;
  readonly ended: boolean;
  /** How many readings are left. */
  readonly left: number;
  /** Whoever looks reads in it. */
  readonly yours: boolean;
}

interface Props {
  readonly studies: readonly StudyLine[];
  readonly people: readonly { readonly id: string; readonly name: string }[];
  /** From an engine; null where none was named. */
  readonly draft: StudyDraft | null;
}

/** How far a reading can be trusted: the same valves read by several hands, or several times by one. */
export const GaugeStudies = ({ studies, people, draft }: Props) => (
  <chakra.div
    display="grid"
    gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1fr)" }}
    gap={{ base: "6", lg: "10" }}
    alignItems="start"
  >
    <chakra.div gridColumn="1 / -1">
      <Title>Gauge studies</Title>
      <chakra.p fontSize="18px" maxWidth="70ch">
        Is it the engine, or the hand? Some valves (or known gaps) are read by several people, or several times by
        one, in an order that nobody knows before. What comes out is told at the reading and counted in what moved.
      </chakra.p>
    </chakra.div>
    <Begin people={people} draft={draft} />
    <section aria-labelledby="studies">
      <PlateHeading id="studies" pb="2">
        Studies
      </PlateHeading>
      {studies.length === 0 ? (
        <chakra.p fontSize="18px">None yet.</chakra.p>
      ) : (
        <chakra.ul listStyleType="none" m="0" p="0">
          {studies.map((s) => (
            <Row key={s.id}>
              <span>
                <Link href={`/gauge-studies/${s.id}`} style={{ textDecoration: "underline", fontWeight: 600 }}>
                  {s.name}
                </Link>
                <chakra.span display="block" color="soft" fontSize="16px">
                  {format(new Date(s.at), "MMM d, yyyy")} · {s.ended ? "done" : `${s.left} readings left`}
                </chakra.span>
              </span>
              {!s.ended && s.yours && <chakra.b fontSize="16px">you read here</chakra.b>}
            </Row>
          ))}
        </chakra.ul>
      )}
    </section>
  </chakra.div>
);

const words = (text: string): string[] => text.split(/[\s,;]+/).filter((w) => w !== "");

function Begin({ people, draft }: Pick<Props, "people" | "draft">) {
  const router = useRouter();
  const unit = useUnit();
  const [who, setWho] = useState<readonly string[]>([]);
  const { register, control, submit, busy, wrong, elsewhere } = useSentForm({
    defaultValues: {
      name: draft?.name ?? "",
      valves: draft?.valves ?? "",
      known: "",
      band: draft?.band ?? "",
      times: "2",
    },
    send: async ({ name, valves, known, band, times }, idFor) => {
      const gaps = words(known).map((gap) => withUnit(gap, unit));
      const names = words(valves);
      const body = {
        name,
        band,
        people: who,
        valves: names.map((n, i) => ({ name: n, known: gaps[i] ?? null })),
        times: Number(times),
      };
      const id = idFor(body);
      const sent = await send("POST", "/api/gauge-studies", { id, ...body });
      return sent.kind === "done" ? { ...sent, data: id } : sent;
    },
    onDone: (id: string) => router.push(`/gauge-studies/${id}`),
  });
  return (
    <chakra.form
      noValidate
      onSubmit={submit}
      aria-label="Set a study up"
      display="flex"
      flexDirection="column"
      gap="3"
    >
      <PlateHeading>Set one up</PlateHeading>
      <Field label="What is studied" error={wrong("name")}>
        {(c) => <TextInput {...c} {...register("name")} />}
      </Field>
      <Field
        label="Valves or gaps"
        hint="What they are called, with spaces between: 1I 1E 2I 2E"
        error={wrong("valves", "valves.0.name")}
      >
        {(c) => <TextInput {...c} {...register("valves")} fontFamily="mono" />}
      </Field>
      <Field
        label="Their true gaps, where they are known"
        hint={`In the same order, in ${unit === "mm" ? "mm" : "inches"}, or each with its unit right behind it: 0.25mm .010in. Leave it empty on an engine.`}
        error={wrong(...Array.from({ length: 24 }, (_, i) => `valves.${i}.known`))}
      >
        {(c) => <TextInput {...c} {...register("known")} fontFamily="mono" />}
      </Field>
      <LengthField
        control={control}
        name="band"
        usual={USUAL.bandWidth}
        label="How wide the band is"
        hint="From the lowest to the highest gap that is right: 0.10 mm where 0.15 to 0.25 mm is"
        error={wrong("band")}
      />
      <Field label="How often everybody reads each" error={wrong("times")}>
        {(c) => (
          <Select {...c} {...register("times")} maxWidth="10rem">
            {["2", "3", "4", "5"].map((n) => (
              <option key={n}>{n}</option>
            ))}
          </Select>
        )}
      </Field>
      <chakra.fieldset border="none" m="0" p="0">
        <chakra.legend fontWeight={600} fontSize="16px">
          Who reads
        </chakra.legend>
        {people.map((p) => (
          <Tick
            key={p.id}
            on={who.includes(p.id)}
            label={p.name}
            onChange={(on) => setWho(on ? [...who, p.id] : who.filter((x) => x !== p.id))}
          />
        ))}
      </chakra.fieldset>
      <FormEnd trouble={elsewhere("name", "valves", "band", "times")} done={null}>
        <Button kind="now" type="submit" disabled={busy}>
          Begin to read
        </Button>
      </FormEnd>
    </chakra.form>
  );
}
