"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import type { EngineFile, EngineState } from "@/core/engine/engineFile";
import { resolveEngine } from "@/core/engine/resolve";
import { lashSpec, specQuestions, specRoles } from "@/core/lash/spec";
import { cautionsFor } from "@/core/run/cautions";
import { specUnit, specWords } from "@/core/run/words";
import type { FeelerSet } from "@/core/shop/feelerSet";
import { METHODS, planStops } from "@/core/stops/methods";
import type { MethodId } from "@/core/stops/plan";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { UNREACHED, send } from "../send";
import { Choice } from "./Choice";

interface Props {
  readonly engineId: string;
  readonly file: EngineFile;
  readonly sets: readonly FeelerSet[];
}

/** Before the run: cautions, the state of the engine, the set in hand, and how to stop the crank. */
export function PrepareView({ engineId, file, sets }: Props) {
  const router = useRouter();
  const [id] = useState(() => crypto.randomUUID());
  const [state, setState] = useState<EngineState | null>(null);
  const [temperature, setTemperature] = useState("");
  const [setId, setSetId] = useState<string | null>(likelySet(file, sets));
  const [accepted, setAccepted] = useState<readonly string[]>([]);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<{ message: string; path: string } | null>(null);
  const answer = useMemo(() => planStops(resolveEngine(inJob(file))), [file]);
  const offered = answer.methods.filter((m) => METHODS[m.id].plan !== null && m.stops.length > 0);
  const [method, setMethod] = useState<MethodId | null>(answer.recommended);
  const cautions = cautionsFor(file.sector, state ?? file.lash?.state ?? "cold");
  const wrong = (path: string): string | undefined => (problem?.path === path ? problem.message : undefined);

  async function begin(): Promise<void> {
    if (state === null) return setProblem({ path: "state", message: "Say whether the engine is cold or hot: a job can't start without it." });
    const temperatureC = temperature.trim() === "" ? null : Number(temperature.replace(",", "."));
    if (temperatureC !== null && !Number.isFinite(temperatureC)) return setProblem({ path: "temperatureC", message: `"${temperature}" is not a temperature.` });
    setBusy(true);
    const open = cautions.map((c) => c.id).filter((c) => accepted.includes(c));
    const sent = await send<{ id: string }>("POST", "/api/jobs", { id, engineId, state, temperatureC, feelerSetId: setId ?? "", method: method ?? "", cautions: open });
    if (sent.kind === "done") return router.push(`/jobs/${sent.data.id}`);
    setBusy(false);
    setProblem(sent.kind === "refused" ? sent : { message: UNREACHED, path: "" });
  }

  const toggle = (caution: string): void => setAccepted(accepted.includes(caution) ? accepted.filter((a) => a !== caution) : [...accepted, caution]);
  return (
    <chakra.form noValidate onSubmit={(e) => { e.preventDefault(); void begin(); }} display="grid" gridTemplateColumns={{ base: "1fr", lg: "minmax(0, 1.15fr) minmax(0, 1fr)" }} gap={{ base: "8", lg: "10" }} alignItems="start">
      <chakra.header gridColumn="1 / -1">
        <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="30px" lineHeight={1.2}>Set the lash of <Link href={`/engines/${engineId}`} style={{ textDecoration: "underline" }}>{file.name}</Link></chakra.h1>
        <SpecLine file={file} />
      </chakra.header>
      <chakra.fieldset border="0" p="0" m="0" minWidth="0">
        <chakra.legend p="0"><PlateHeading as="span">Read and tick each caution</PlateHeading></chakra.legend>
        {cautions.map((c) => (
          <chakra.label key={c.id} display="grid" gridTemplateColumns="32px 1fr" gap="3" py="3" minHeight="56px" alignItems="center" borderTop="1px solid" borderColor="line" fontSize="18px" cursor="pointer">
            <input type="checkbox" checked={accepted.includes(c.id)} onChange={() => toggle(c.id)} style={{ width: 28, height: 28, accentColor: "var(--f-colors-set)" }} />
            <span>{c.text}</span>
          </chakra.label>
        ))}
        {wrong("cautions") !== undefined && <Complaint role="alert">{wrong("cautions")}</Complaint>}
      </chakra.fieldset>
      <chakra.div display="flex" flexDirection="column" gap="6" minWidth="0">
        <Choice legend="The engine is" name="state" value={state} onChange={setState} error={wrong("state")}
          options={[{ value: "cold", label: "Cold" }, { value: "hot", label: "Hot" }]} across />
        <Field label="Temperature, °C" hint="If you know it" error={wrong("temperatureC")}>
          {(c) => <TextInput {...c} inputMode="decimal" value={temperature} onChange={(e) => setTemperature(e.target.value)} maxWidth="10rem" />}
        </Field>
        <Choice legend="Feeler set in your hand" name="set" value={setId} onChange={setSetId} error={wrong("feelerSetId")}
          options={sets.map((s) => ({ value: s.id, label: s.name, note: `${s.leaves.length} leaves, ${s.leaves[0]?.[s.system === "metric" ? "mmMark" : "inchMark"]} to ${s.leaves.at(-1)?.[s.system === "metric" ? "mmMark" : "inchMark"]} ${s.system === "metric" ? "mm" : "in"}` }))} />
        <Choice legend="How to stop the crank" name="method" value={method} onChange={setMethod} error={wrong("method")}
          options={offered.map((m) => ({
            value: m.id,
            label: `${METHODS[m.id].name}${m.id === answer.recommended ? ", recommended" : ""}`,
            note: m.usable ? `${m.stops.length} stops, closest valve ${Math.floor(m.worst?.marginDeg ?? 0)}° clear. Needs ${METHODS[m.id].needs}.` : `Each of these needs an override: ${m.why}`,
          }))} />
        {problem !== null && !["state", "cautions", "feelerSetId", "method", "temperatureC"].includes(problem.path) && <Complaint role="alert">{problem.message}</Complaint>}
        <Button type="submit" kind="now" disabled={busy}>Cautions read: begin</Button>
      </chakra.div>
    </chakra.form>
  );
}

/** The first set that is marked in the spec's own system. */
function likelySet(file: EngineFile, sets: readonly FeelerSet[]): string | null {
  const role = specRoles(file)[0];
  const system = role !== undefined && specUnit(file.lash?.[role]) !== "mm" ? "inch" : "metric";
  return (sets.find((s) => s.system === system) ?? sets[0])?.id ?? null;
}

/** The valves that have a spec: the others are not part of the job. */
const inJob = (file: EngineFile): EngineFile => {
  const roles = specRoles(file);
  return { ...file, valves: file.valves.filter((v) => roles.includes(v.role)) };
};

function SpecLine({ file }: { readonly file: EngineFile }) {
  const { lash } = file;
  if (lash === undefined) return null;
  const roles = specRoles(file);
  const out = [...new Set(file.valves.map((v) => v.role))].filter((r) => !roles.includes(r));
  const line = roles.flatMap((role) => {
    const figures = lash[role];
    return figures === undefined ? [] : [`${role} ${specWords(lashSpec(figures), specUnit(figures))}`];
  });
  return (
    <>
      <chakra.p fontSize="18px" pt="1">Spec for a <b>{lash.state}</b> engine: {line.join(", ")}. {lash.source}</chakra.p>
      {out.length > 0 && <chakra.p fontSize="16px" color="soft">Not part of this job, because no lash is given: {out.join(", ")}.</chakra.p>}
      {specQuestions(lash).map((q) => <chakra.p key={q} fontSize="16px" color="now" fontWeight={600}>{q}</chakra.p>)}
    </>
  );
}
