"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import { Button } from "../controls/Button";
import { Field, Select, TextArea, TextInput } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { UNREACHED, send } from "../send";
import { EngineForm } from "./EngineForm";
import { LiveEngine } from "./LiveEngine";
import { useEngineDraft } from "./useEngineDraft";

interface Props {
  /** Built-in patterns, as engine files. */
  readonly patterns: readonly { readonly id: string; readonly file: EngineFile }[];
}

/** An engine typed in, begun from a built-in pattern, or taken from its file. */
export function AddEngine({ patterns }: Props) {
  const router = useRouter();
  const [id] = useState(() => crypto.randomUUID());
  const form = useEngineDraft(null);
  const [fileText, setFileText] = useState("");
  const [serial, setSerial] = useState("");
  const [hours, setHours] = useState("");
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<{ message: string; path: string } | null>(null);
  const say = (message: string, path = ""): void => setProblem({ message, path });

  async function take(file: File | undefined): Promise<void> {
    if (file === undefined) return;
    if (file.size > 1_000_000)
      return say("This file is over 1 MB: an engine file is far smaller. Choose another.", "text");
    setFileText(await file.text());
    setProblem(null);
  }

  async function add(text: string): Promise<void> {
    const runningHours = hours.trim() === "" ? null : Number(hours.replace(",", "."));
    if (runningHours !== null && !Number.isFinite(runningHours))
      return say(`"${hours}" is not a number of hours.`, "runningHours");
    setBusy(true);
    const sent = await send<{ id: string }>("POST", "/api/engines", { id, text, serial, runningHours });
    if (sent.kind === "done") return router.push(`/engines/${sent.data.id}`);
    setBusy(false);
    if (sent.kind === "refused") say(sent.message, sent.path);
    else say(UNREACHED);
  }

  function addTyped(): void {
    form.speakUp();
    const wrong = Object.values(form.problems)[0];
    if (form.file === null || wrong !== undefined) return say(wrong ?? "Type the firing order first.", "form");
    void add(JSON.stringify(form.file));
  }
  function addFile(): void {
    if (fileText.trim() === "") return say("Choose a file, or paste its text.", "text");
    void add(fileText);
  }

  const where = problem === null || ["", "text", "form"].includes(problem.path) ? "" : ` (at ${problem.path})`;
  const atOwn = problem !== null && (problem.path === "serial" || problem.path === "runningHours");
  const atFile =
    problem !== null && !atOwn && fileText !== "" && problem.path !== "form"
      ? `${problem.message}${where}`
      : problem?.path === "text"
        ? problem.message
        : undefined;
  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.05fr)" }}
      gap={{ base: "6", lg: "8" }}
      alignItems="start"
    >
      <chakra.form
        noValidate
        display="flex"
        flexDirection="column"
        gap="6"
        minWidth="0"
        onSubmit={(e) => {
          e.preventDefault();
          addTyped();
        }}
      >
        <chakra.div>
          <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="30px" lineHeight={1.2}>
            Add an engine
          </chakra.h1>
          <chakra.p fontSize="18px" color="soft">
            Type what you know: the firing order alone makes a plan. Or begin from a pattern.
          </chakra.p>
        </chakra.div>
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
        <EngineForm draft={form.draft} problems={form.problems} touched={form.touched} onChange={form.change} />
        <chakra.div display="grid" gridTemplateColumns="1fr 1fr" gap="3">
          <Field
            label="Serial or mark"
            hint="May be left empty"
            error={problem?.path === "serial" ? problem.message : undefined}
          >
            {(c) => <TextInput {...c} value={serial} onChange={(e) => setSerial(e.target.value)} />}
          </Field>
          <Field
            label="Running hours"
            hint="May be left empty"
            error={problem?.path === "runningHours" ? problem.message : undefined}
          >
            {(c) => <TextInput {...c} inputMode="decimal" value={hours} onChange={(e) => setHours(e.target.value)} />}
          </Field>
        </chakra.div>
        {problem !== null && !atOwn && atFile === undefined && (
          <Complaint role="alert">
            {problem.message}
            {where}
          </Complaint>
        )}
        <chakra.div>
          <Button type="submit" kind="now" disabled={busy}>
            Add the engine
          </Button>
        </chakra.div>
      </chakra.form>
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
          onSubmit={(e) => {
            e.preventDefault();
            addFile();
          }}
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
          <Field label="Or its text" error={atFile}>
            {(c) => (
              <TextArea
                {...c}
                rows={6}
                spellCheck={false}
                value={fileText}
                onChange={(e) => setFileText(e.target.value)}
              />
            )}
          </Field>
          <chakra.div>
            <Button type="submit" size="big" disabled={busy}>
              Add from the file
            </Button>
          </chakra.div>
        </chakra.form>
      </chakra.div>
    </chakra.div>
  );
}
