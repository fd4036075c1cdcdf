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
import { METHODS, type MethodPlan } from "@/core/stops/methods";
import { ORDER_NAMES, SERVING_ORDERS, type ServingOrder, serve } from "@/core/stops/orders";
import type { MethodId } from "@/core/stops/plan";
import { planStops } from "@/core/stops/recommend";
import type { StopSettings } from "@/core/stops/settings";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { StopSettingsForm } from "../engine/StopSettingsForm";
import { UNREACHED, send } from "../send";
import { Choice } from "./Choice";

interface Props {
  readonly engineId: string;
  readonly file: EngineFile;
  readonly sets: readonly FeelerSet[];
  /** What was chosen on the engine's page. */
  readonly wanted: { readonly method: MethodId | null; readonly settings: StopSettings };
}

/** Before the run: cautions, the state of the engine, the set in hand, and how to stop the crank. */
export function PrepareView({ engineId, file, sets, wanted }: Props) {
  const router = useRouter();
  const [id] = useState(() => crypto.randomUUID());
  const [state, setState] = useState<EngineState | null>(null);
  const [temperature, setTemperature] = useState("");
  const [setId, setSetId] = useState<string | null>(likelySet(file, sets));
  const [accepted, setAccepted] = useState<readonly string[]>([]);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<{ message: string; path: string } | null>(null);
  const [settings, setSettings] = useState(wanted.settings);
  const [servingOrder, setServingOrder] = useState<ServingOrder>("crank");
  const engine = useMemo(() => resolveEngine(inJob(file)), [file]);
  const answer = useMemo(() => planStops(engine, settings, file.marksDeg), [engine, settings, file.marksDeg]);
  const [picked, setMethod] = useState<MethodId | null>(wanted.method);
  const method = picked ?? answer.recommended;
  const plan = answer.methods.find((m) => m.id === method) ?? null;
  const cautions = cautionsFor(file.sector, state ?? file.lash?.state ?? "cold");
  const wrong = (path: string): string | undefined => (problem?.path === path ? problem.message : undefined);

  async function begin(): Promise<void> {
    if (state === null) return setProblem({ path: "state", message: "Say whether the engine is cold or hot: a job can't start without it." });
    const temperatureC = temperature.trim() === "" ? null : Number(temperature.replace(",", "."));
    if (temperatureC !== null && !Number.isFinite(temperatureC)) return setProblem({ path: "temperatureC", message: `"${temperature}" is not a temperature.` });
    setBusy(true);
    const open = cautions.map((c) => c.id).filter((c) => accepted.includes(c));
    const sent = await send<{ id: string }>("POST", "/api/jobs", {
      id, engineId, state, temperatureC, feelerSetId: setId ?? "", method: method ?? "",
      requiredMarginDeg: settings.requiredDeg, openingShare: settings.openingShare, closingShare: settings.closingShare, marksOnly: settings.marksOnly, servingOrder, cautions: open,
    });
    if (sent.kind === "done") return router.push(`/jobs/${sent.data.id}`);
    setBusy(false);
    setProblem(sent.kind === "refused" ? sent : { message: UNREACHED, path: "" });
  }

  const toggle = (caution: string): void => setAccepted(accepted.includes(caution) ? accepted.filter((a) => a !== caution) : [...accepted, caution]);
  return (
    <chakra.form noValidate onSubmit={(e) => { e.preventDefault(); void begin(); }} display="grid" gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.1fr)" }} gap={{ base: "8", lg: "10" }} alignItems="start">
      <chakra.header gridColumn="1 / -1">
        <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="30px" lineHeight={1.2}>Set the lash of <Link href={`/engines/${engineId}`} style={{ textDecoration: "underline" }}>{file.name}</Link></chakra.h1>
        <SpecLine file={file} />
      </chakra.header>
      <chakra.div display="flex" flexDirection="column" gap="6" minWidth="0">
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
        <Choice legend="The engine is" name="state" value={state} onChange={setState} error={wrong("state")}
          options={[{ value: "cold", label: "Cold" }, { value: "hot", label: "Hot" }]} across />
        <Field label="Temperature, °C" hint="If you know it" error={wrong("temperatureC")}>
          {(c) => <TextInput {...c} inputMode="decimal" value={temperature} onChange={(e) => setTemperature(e.target.value)} maxWidth="10rem" />}
        </Field>
        <Choice legend="Feeler set in your hand" name="set" value={setId} onChange={setSetId} error={wrong("feelerSetId")}
          options={sets.map((s) => ({ value: s.id, label: s.name, note: `${s.leaves.length} leaves, ${s.leaves[0]?.[s.system === "metric" ? "mmMark" : "inchMark"]} to ${s.leaves.at(-1)?.[s.system === "metric" ? "mmMark" : "inchMark"]} ${s.system === "metric" ? "mm" : "in"}` }))} />
      </chakra.div>
      <chakra.div display="flex" flexDirection="column" gap="6" minWidth="0">
        <Methods methods={answer.methods} recommended={answer.recommended} value={method} onChange={setMethod} error={wrong("method")} />
        <chakra.details border="1.5px solid" borderColor="edge" borderRadius="plate" bg="sheet" px="3" py="2">
          <chakra.summary fontSize="18px" fontWeight={600} minHeight="40px" display="list-item" cursor="pointer">Order, margin and eyed moments: {ORDER_NAMES[servingOrder].toLowerCase()}, {settings.requiredDeg}° required</chakra.summary>
          <chakra.div display="flex" flexDirection="column" gap="4" pt="3" pb="2">
            {plan !== null && plan.stops.length > 1 && (
              <Choice legend="Order of serving" name="order" value={servingOrder} onChange={setServingOrder}
                options={SERVING_ORDERS.map((o) => ({ value: o, label: ORDER_NAMES[o], note: `${(serve(engine, plan, o).turnTotalDeg / 360).toFixed(1)} turns of the crank` }))} />
            )}
            <StopSettingsForm settings={settings} onChange={setSettings} />
          </chakra.div>
        </chakra.details>
        {problem !== null && !["state", "cautions", "feelerSetId", "method", "temperatureC"].includes(problem.path) && <Complaint role="alert">{problem.message}</Complaint>}
        <Button type="submit" kind="now" disabled={busy}>Cautions read: begin</Button>
      </chakra.div>
    </chakra.form>
  );
}

interface MethodsProps {
  readonly methods: readonly MethodPlan[];
  readonly recommended: MethodId | null;
  readonly value: MethodId | null;
  readonly onChange: (id: MethodId) => void;
  readonly error: string | undefined;
}

/** What serves every valve, the recommended first; what would need overrides is kept apart, and not hidden when chosen. */
function Methods({ methods, recommended, value, onChange, error }: MethodsProps) {
  const option = (m: MethodPlan) => ({
    value: m.id,
    label: `${METHODS[m.id].name}${m.id === recommended ? ", recommended" : ""}`,
    note: m.usable
      ? `${m.stops.length} ${m.stops.length === 1 ? "stop" : "stops"}, ${(m.turnTotalDeg / 360).toFixed(1)} turns, closest valve ${Math.floor(m.worst?.marginDeg ?? 0)}° clear. Needs ${METHODS[m.id].needs}.`
      : `Needs an override for ${m.unserved.length} ${m.unserved.length === 1 ? "valve" : "valves"}. ${m.why}`,
  });
  const safe = methods.filter((m) => m.usable).sort((a, b) => Number(b.id === recommended) - Number(a.id === recommended));
  const unsafe = methods.filter((m) => !m.usable && m.stops.length > 0);
  return (
    <chakra.div display="flex" flexDirection="column" gap="2">
      <Choice legend="How to stop the crank" name="method" value={value} onChange={onChange} error={error} options={safe.map(option)} />
      {unsafe.length > 0 && (
        <chakra.details open={unsafe.some((m) => m.id === value)}>
          <chakra.summary fontSize="17px" minHeight="40px" display="list-item" cursor="pointer" color="soft">{unsafe.length} more would leave valves on their lobes here</chakra.summary>
          <Choice legend="Not safe for every valve" name="method" value={value} onChange={onChange} options={unsafe.map(option)} />
        </chakra.details>
      )}
    </chakra.div>
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
