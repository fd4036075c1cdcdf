"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import { ROLES, type AdjusterEntry, type EngineFile, type LashFigures, type LengthText, type ValveRole } from "@/core/engine/engineFile";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { Complaint, Stamp } from "../controls/Stamp";
import { UNREACHED, send } from "../send";

interface Figures {
  nominal: string;
  low: string;
  high: string;
}
interface Form {
  state: "" | "cold" | "hot";
  source: string;
  intake: Figures;
  exhaust: Figures;
  injector: Figures;
  at: string;
  ratio: string;
  followerRatio: string;
  thread: string;
}

interface Props {
  readonly id: string;
  readonly file: EngineFile;
  readonly onDone: () => void;
}

/** Lash spec and adjuster of an engine, typed as they stand in the book. */
export function SpecForm({ id, file, onDone }: Props) {
  const router = useRouter();
  const [problem, setProblem] = useState<{ message: string; path: string } | null>(null);
  const { register, handleSubmit, control, formState } = useForm<Form>({ defaultValues: fromFile(file) });
  const roles = ROLES.filter((role) => file.valves.some((v) => v.role === role));
  const at = useWatch({ control, name: "at" });
  const screw = file.adjuster === undefined || file.adjuster.kind === "screw";
  const wrong = (path: string): string | undefined => (problem?.path === path ? problem.message : undefined);

  async function save(form: Form): Promise<void> {
    const sent = await send("PUT", `/api/engines/${id}/spec`, toPart(form, roles, file.adjuster));
    if (sent.kind === "done") {
      setProblem(null);
      router.refresh();
      onDone();
    } else setProblem(sent.kind === "refused" ? sent : { message: UNREACHED, path: "" });
  }

  return (
    <chakra.form onSubmit={(e) => void handleSubmit(save)(e)} noValidate display="flex" flexDirection="column" gap="4">
      <chakra.div display="grid" gridTemplateColumns="8rem 1fr" gap="3">
        <Field label="Engine is" error={wrong("lash.state")}>{(c) => <Select {...c} {...register("state")}><option value="">choose</option><option value="cold">cold</option><option value="hot">hot</option></Select>}</Field>
        <Field label="Source" hint="Manual, cam card, builder, own" error={wrong("lash.source")}>{(c) => <TextInput {...c} {...register("source")} />}</Field>
      </chakra.div>
      {roles.map((role) => (
        <chakra.fieldset key={role} border="0" p="0" m="0" minWidth="0">
          <chakra.legend p="0"><Stamp>{role}{role === "injector" ? " (leave empty to leave it out of lash jobs)" : ""}</Stamp></chakra.legend>
          <chakra.div display="grid" gridTemplateColumns="1fr 1fr 1fr" gap="3">
            {(["nominal", "low", "high"] as const).map((part) => (
              <Field key={part} label={{ nominal: "Lash", low: "Low limit", high: "High limit" }[part]} error={wrong(`lash.${role}.${part}`) ?? (part === "nominal" ? wrong(`lash.${role}`) : undefined)}>
                {(c) => <TextInput {...c} {...register(`${role}.${part}`)} placeholder={part === "nominal" ? "0.30 mm" : ""} autoComplete="off" />}
              </Field>
            ))}
          </chakra.div>
        </chakra.fieldset>
      ))}
      {screw && (
        <chakra.div display="grid" gridTemplateColumns={{ base: "1fr", sm: "1.4fr 1fr 1fr" }} gap="3">
          <Field label="Adjuster" error={wrong("adjuster.at")}>
            {(c) => (
              <Select {...c} {...register("at")}>
                <option value="">not known</option>
                <option value="valve-end">screw at the valve end</option>
                <option value="pushrod-end">screw at the pushrod end</option>
                <option value="stud-nut">nut on the stud</option>
                <option value="tappet">tappet screw</option>
                <option value="cam">screw at the valve, read at the cam</option>
              </Select>
            )}
          </Field>
          {at === "cam"
            ? <Field label="Follower ratio" error={wrong("adjuster.followerRatio")}>{(c) => <TextInput {...c} {...register("followerRatio")} inputMode="decimal" />}</Field>
            : <Field label="Rocker ratio" error={wrong("adjuster.ratio")}>{(c) => <TextInput {...c} {...register("ratio")} inputMode="decimal" />}</Field>}
          <Field label="Thread" hint="1.25 mm, or 24 tpi" error={wrong("adjuster.pitch") ?? wrong("adjuster.tpi")}>{(c) => <TextInput {...c} {...register("thread")} />}</Field>
        </chakra.div>
      )}
      {problem !== null && <Complaint role="alert">{problem.message}</Complaint>}
      <chakra.div display="flex" gap="3">
        <Button type="submit" kind={file.lash === undefined ? "now" : "plain"} size="big" disabled={formState.isSubmitting}>Keep this spec</Button>
        {file.lash !== undefined && <Button type="button" onClick={onDone}>Leave it as it was</Button>}
      </chakra.div>
    </chakra.form>
  );
}

const shown = (v: LengthText | undefined): string => (v === undefined ? "" : typeof v === "number" ? `${v} mm` : v);
const figuresOf = (f: LashFigures | undefined): Figures => ({ nominal: shown(f?.nominal), low: shown(f?.low), high: shown(f?.high) });

function fromFile({ lash, adjuster }: EngineFile): Form {
  return {
    state: lash?.state ?? "", source: lash?.source ?? "",
    intake: figuresOf(lash?.intake), exhaust: figuresOf(lash?.exhaust), injector: figuresOf(lash?.injector),
    at: adjuster?.at ?? "", ratio: String(adjuster?.ratio ?? ""), followerRatio: String(adjuster?.followerRatio ?? ""),
    thread: adjuster?.tpi !== undefined ? `${adjuster.tpi} tpi` : shown(adjuster?.pitch),
  };
}

const given = (figures: Figures): Partial<Figures> => Object.fromEntries(Object.entries(figures).filter(([, v]) => v.trim() !== ""));

/** What was typed, as the file has it; the server says what is wrong with it. */
function toPart(form: Form, roles: readonly ValveRole[], before: AdjusterEntry | undefined): object {
  const figures = Object.fromEntries(roles.map((r) => [r, given(form[r])] as const).filter(([r, f]) => r !== "injector" || Object.keys(f).length > 0));
  const lash = { ...(form.state === "" ? {} : { state: form.state }), ...(form.source.trim() === "" ? {} : { source: form.source.trim() }), ...figures };
  if (before !== undefined && before.kind !== "screw") return { lash, adjuster: before };
  return form.at === "" ? { lash } : { lash, adjuster: { kind: "screw", at: form.at, ...ratioPart(form), ...threadPart(form.thread) } };
}

const numberOrText = (text: string): number | string => (Number.isNaN(Number(text.replace(",", "."))) ? text : Number(text.replace(",", ".")));

function ratioPart({ at, ratio, followerRatio }: Form): object {
  if (at === "cam") return followerRatio.trim() === "" ? {} : { followerRatio: numberOrText(followerRatio) };
  return ratio.trim() === "" ? {} : { ratio: numberOrText(ratio) };
}

function threadPart(thread: string): object {
  const tpi = /^\s*([\d.,]+)\s*tpi\s*$/i.exec(thread);
  if (tpi !== null) return { tpi: numberOrText(tpi[1] ?? "") };
  return thread.trim() === "" ? {} : { pitch: thread.trim() };
}
