"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import { Button } from "../../controls/Button";
import { Field, Select, TextArea, TextInput } from "../../controls/Field";
import { Complaint, PlateHeading } from "../../controls/Stamp";
import type { Carried } from "@/core/quick/carry";
import { useSentForm } from "../../controls/useSentForm";
import { type Sent, notSent, send } from "../../send";
import { adjusterWords } from "../spec/adjusterWords";
import { EngineForm } from "./EngineForm";
import { FormBeside } from "./FormBeside";
import { LiveEngine } from "../LiveEngine";
import { OfThisOne } from "./OfThisOne";
import { type OfThisEngine, thisOne, useEngineForm, withPlace } from "./useEngineForm";

interface Props {
  /** Built-in patterns, as engine files. */
  readonly patterns: readonly { readonly id: string; readonly file: EngineFile }[];
  /** What was typed elsewhere already. */
  readonly carried?: Carried;
  /** A job is started with it at once. */
  readonly thenJob?: boolean;
}

interface Added {
  readonly id: string;
}
const MOST_BYTES = 1_000_000;
const TOO_LARGE = "This file is over 1 MB: an engine file is far smaller. Choose another.";

/** An engine typed in, begun from a built-in pattern, or taken from its file. */
export function AddEngine({ patterns, carried, thenJob = false }: Props) {
  const router = useRouter();
  const [id] = useState(() => crypto.randomUUID());
  const [large, setLarge] = useState(false);
  const add = (text: string, of: OfThisEngine): Promise<Sent<Added>> => {
    const engine = thisOne(of);
    return "why" in engine
      ? Promise.resolve(notSent(engine.why, "runningHours"))
      : send("POST", "/api/engines", { id, text, ...engine });
  };
  const added = (data: Added): void => router.push(`/engines/${data.id}${thenJob ? "/job" : ""}`);
  const form = useEngineForm(null, (file, fields) => add(JSON.stringify(file), fields), added, carried);
  const fromFile = useSentForm<{ text: string }, Added>({
    defaultValues: { text: "" },
    send: async ({ text }) =>
      text.trim() === "" ? notSent("Choose a file, or paste its text.", "text") : add(text, form.getValues()),
    onDone: added,
  });
  async function take(file: File | undefined): Promise<void> {
    if (file === undefined) return;
    const tooLarge = file.size > MOST_BYTES;
    fromFile.forget();
    setLarge(tooLarge);
    if (!tooLarge) fromFile.setValue("text", await file.text());
  }
  const busy = form.busy || fromFile.busy;
  const ofThisOne = (path: string): string | undefined => form.wrong(path) ?? fromFile.wrong(path);
  const ofFile = fromFile.elsewhere("serial", "runningHours", "counterUnit", "customer");
  const other = form.elsewhere("serial", "runningHours", "counterUnit", "customer");
  return (
    <FormBeside
      title="Add an engine"
      lead={
        <>
          <chakra.p fontSize="18px" color="soft">
            Type what you know: the firing order alone makes a plan. Or begin from a pattern.
          </chakra.p>
          {carried !== undefined && <CarriedWords {...carried} />}
        </>
      }
      onSubmit={form.submit}
      beside={
        <chakra.div minWidth="0" display="flex" flexDirection="column" gap="6">
          {form.shown === null ? (
            <chakra.p border="2px dashed" borderColor="edge" borderRadius="plate" p="6" fontSize="20px" color="soft">
              Type the firing order: the engine is drawn here, with the plan it would get.
            </chakra.p>
          ) : (
            <LiveEngine file={form.shown} />
          )}
          <chakra.form
            noValidate
            display="flex"
            flexDirection="column"
            gap="3"
            onSubmit={fromFile.submit}
            _print={{ display: "none" }}
          >
            <PlateHeading>Or take it from its file</PlateHeading>
            <Field label="Engine file" hint="A .json file in the format fulcrata-engine/1">
              {(c) => (
                <TextInput
                  {...c}
                  type="file"
                  accept=".json,application/json"
                  onChange={(e) => void take(e.target.files?.[0])}
                />
              )}
            </Field>
            <Field label="Or its text" error={ofFile !== null ? withPlace(ofFile) : large ? TOO_LARGE : undefined}>
              {(c) => <TextArea {...c} {...fromFile.register("text")} rows={6} spellCheck={false} />}
            </Field>
            <chakra.div>
              <Button type="submit" size="big" disabled={busy}>
                Add from the file
              </Button>
            </chakra.div>
          </chakra.form>
        </chakra.div>
      }
    >
      <Field
        label="Begin from a pattern"
        hint="Common layouts with their common firing orders. Check them against your engine."
      >
        {(c) => (
          <Select
            {...c}
            defaultValue=""
            onChange={(e) => {
              const p = patterns.find((x) => x.id === e.target.value);
              if (p !== undefined) form.fill(p.file);
            }}
          >
            <option value="">no pattern</option>
            {patterns.map((p) => (
              <option key={p.id} value={p.id}>
                {p.file.name}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <EngineForm
        draft={form.draft}
        problems={form.problems}
        touched={form.touched}
        file={form.shown}
        onChange={form.change}
      />
      <OfThisOne register={form.register} wrong={ofThisOne} />
      {other !== null && <Complaint role="alert">{withPlace(other)}</Complaint>}
      <chakra.div>
        <Button type="submit" kind="now" disabled={busy}>
          Add the engine
        </Button>
      </chakra.div>
    </FormBeside>
  );
}

/** What was typed elsewhere, and is not shown in this form. */
function CarriedWords({ rest: { adjuster, heat } }: Carried) {
  const words = [
    ...(adjuster === undefined ? [] : [`Its gear comes with it: ${adjusterWords(adjuster)}`]),
    ...(heat?.block === undefined || heat.head === undefined
      ? []
      : [`It comes with its material: ${heat.block} block, ${heat.head} head`]),
  ];
  return words.map((line) => (
    <chakra.p key={line} fontSize="17px" pt="1">
      {line}
    </chakra.p>
  ));
}
