"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import { Button } from "../controls/Button";
import { Field, Select, TextArea, TextInput } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { UNREACHED, send } from "../send";

interface Props {
  /** Built-in patterns, as engine files. */
  readonly patterns: readonly { readonly id: string; readonly file: EngineFile }[];
}

/** An engine from a file, from pasted text, or from a built-in pattern. */
export function AddEngine({ patterns }: Props) {
  const router = useRouter();
  const [id] = useState(() => crypto.randomUUID());
  const [text, setText] = useState("");
  const [serial, setSerial] = useState("");
  const [hours, setHours] = useState("");
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<{ message: string; path: string } | null>(null);
  const say = (message: string, path = ""): void => setProblem({ message, path });

  async function take(file: File | undefined): Promise<void> {
    if (file === undefined) return;
    if (file.size > 1_000_000) return say("This file is over 1 MB: an engine file is far smaller. Choose another.", "text");
    setText(await file.text());
    setProblem(null);
  }

  async function add(): Promise<void> {
    if (text.trim() === "") return say("Choose a file, paste its text, or pick a pattern.", "text");
    const runningHours = hours.trim() === "" ? null : Number(hours.replace(",", "."));
    if (runningHours !== null && !Number.isFinite(runningHours)) return say(`"${hours}" is not a number of hours.`, "runningHours");
    setBusy(true);
    const sent = await send<{ id: string }>("POST", "/api/engines", { id, text, serial, runningHours });
    if (sent.kind === "done") router.push(`/engines/${sent.data.id}`);
    else {
      setBusy(false);
      if (sent.kind === "refused") say(sent.message, sent.path);
      else say(UNREACHED);
    }
  }

  const atOther = problem !== null && problem.path !== "serial" && problem.path !== "runningHours" ? problem : null;
  const where = atOther === null || atOther.path === "" || atOther.path === "text" ? "" : ` (at ${atOther.path})`;
  return (
    <chakra.form display="grid" gridTemplateColumns={{ base: "1fr", lg: "minmax(0, 1.3fr) minmax(0, 1fr)" }} gap={{ base: "6", lg: "10" }} noValidate onSubmit={(e) => { e.preventDefault(); void add(); }}>
      <chakra.div gridColumn="1 / -1">
        <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="30px">Add an engine</chakra.h1>
        <chakra.p fontSize="18px" color="soft">From its file, or from a built-in pattern that you fill in afterwards.</chakra.p>
      </chakra.div>
      <chakra.section display="flex" flexDirection="column" gap="4" minWidth="0">
        <Field label="Engine file" hint="A .json file in the format fulcrata-engine/1">
          {(c) => <TextInput {...c} type="file" accept=".json,application/json" onChange={(e) => void take(e.target.files?.[0])} />}
        </Field>
        <Field label="Or its text" error={atOther === null ? undefined : `${atOther.message}${where}`}>
          {(c) => <TextArea {...c} rows={14} spellCheck={false} value={text} onChange={(e) => setText(e.target.value)} />}
        </Field>
      </chakra.section>
      <chakra.section display="flex" flexDirection="column" gap="4" minWidth="0">
        <PlateHeading>A built-in pattern</PlateHeading>
        <Field label="Pattern" hint="Layout and firing order only: check them against your engine, then give cam and lash.">
          {(c) => (
            <Select {...c} defaultValue="" onChange={(e) => { const p = patterns.find((x) => x.id === e.target.value); if (p !== undefined) { setText(JSON.stringify(p.file, null, 2)); setProblem(null); } }}>
              <option value="">choose a pattern</option>
              {patterns.map((p) => <option key={p.id} value={p.id}>{p.file.name}</option>)}
            </Select>
          )}
        </Field>
        <PlateHeading pt="4">This engine</PlateHeading>
        <Field label="Serial or mark" hint="May be left empty" error={problem?.path === "serial" ? problem.message : undefined}>
          {(c) => <TextInput {...c} value={serial} onChange={(e) => setSerial(e.target.value)} />}
        </Field>
        <Field label="Running hours" hint="May be left empty" error={problem?.path === "runningHours" ? problem.message : undefined}>
          {(c) => <TextInput {...c} inputMode="decimal" value={hours} onChange={(e) => setHours(e.target.value)} />}
        </Field>
        {atOther !== null && <Complaint>This engine was not added: see what is said under its text.</Complaint>}
        <chakra.div><Button type="submit" kind="now" disabled={busy}>Add the engine</Button></chakra.div>
      </chakra.section>
    </chakra.form>
  );
}
