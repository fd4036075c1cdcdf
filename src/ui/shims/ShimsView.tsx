"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { PART_KIND_NAMES } from "@/core/parts/part";
import { runState } from "@/core/run/state";
import type { ShimsGiven } from "@/core/run/shimsGiven";
import { type ShimScope, knownFitted, likelyScope, planShimJob, shimPositions } from "@/core/run/wantedShims";
import { bandWords, readingWords, specUnit } from "@/core/run/words";
import type { Pick, Position, ShimPlan } from "@/core/shims/assign";
import { middle } from "@/core/shims/assign";
import { type Aim, sumLines } from "@/core/shims/oneValve";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { Complaint, PlateHeading, Stamp } from "../controls/Stamp";
import { Choice } from "../prepare/Choice";
import { HeadMap } from "../drawings/HeadMap/HeadMap";
import type { ValveMark } from "../drawings/HeadMap/HeadMapDrawing";
import { UNREACHED, send } from "../send";
import { type Typed, chains, fittedOf, surelyIn, thicknessProblem, wantedMm, whatEachLeaves } from "./typedParts";

/** Which part goes where, with what is here: measured as it comes out, worked out for all at once, and the sum for each to be seen. */
export function ShimsView({ given }: { readonly given: ShimsGiven }) {
  const { job, file, entries, stock, micrometers, jobId } = given;
  const router = useRouter();
  const state = useMemo(() => runState(job, entries), [job, entries]);
  const valves = [...state.valves.values()];
  const [id] = useState(() => crypto.randomUUID());
  const [micrometerId, setMicrometer] = useState(micrometers[0]?.id ?? "");
  const micrometer = micrometers.find((m) => m.id === micrometerId) ?? null;
  const [typed, setTyped] = useState<Typed>(() => Object.fromEntries(valves.flatMap((v) => {
    const known = knownFitted(job, v);
    return known === null ? [] : [[v.valve.id, String(known)]];
  })));
  const [chosen, setChosen] = useState<string | null>(null);
  const [picked, setScope] = useState<ShimScope | null>(null);
  const [aim, setAim] = useState<Aim>("nominal");
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const fittedMm = useMemo(() => fittedOf(typed, micrometer), [typed, micrometer]);
  const positions = useMemo(() => shimPositions(job, state, fittedMm, { scope: "all", aim }), [job, state, fittedMm, aim]);
  const plans = useMemo(() => (positions.length === 0 ? null : { out: planShimJob(job, state, fittedMm, stock, { scope: "out", aim }), all: planShimJob(job, state, fittedMm, stock, { scope: "all", aim }) }), [job, state, fittedMm, stock, positions.length, aim]);
  const scope = picked ?? (plans === null ? "out" : likelyScope(plans));
  const plan = plans?.[scope] ?? null;
  const changes = plan?.picks.filter((p) => p.source !== "own") ?? [];
  const kind = PART_KIND_NAMES[job.shims?.kind ?? "shim-over"];
  const looked = positions.find((p) => p.id === chosen) ?? null;

  async function take(): Promise<void> {
    const slip = Object.entries(typed).find(([, text]) => thicknessProblem(text) !== null);
    if (slip !== undefined) return setProblem(`${slip[0]}: ${thicknessProblem(slip[1]) ?? ""}`);
    setBusy(true);
    const sent = await send("POST", `/api/jobs/${jobId}/shims`, {
      id, scope, aim, micrometerId: micrometerId === "" ? null : micrometerId,
      fitted: Object.entries(typed).flatMap(([valve, read]) => (read.trim() === "" ? [] : [{ valve, read }])),
      agreed: Object.fromEntries(changes.map((c) => [c.position, c.thicknessMm])),
    });
    if (sent.kind === "done") return router.push(`/jobs/${jobId}`);
    setBusy(false);
    setProblem(sent.kind === "refused" ? sent.message : UNREACHED);
    if (sent.kind === "refused") router.refresh();
  }

  return (
    <chakra.div display="grid" gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.15fr)" }} gap={{ base: "6", lg: "10" }} alignItems="start">
      <chakra.header gridColumn="1 / -1">
        <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="30px" lineHeight={1.2}>Which {kind} goes where in <Link href={`/jobs/${jobId}`} style={{ textDecoration: "underline" }}>{file.name}</Link></chakra.h1>
        <chakra.p fontSize="17px" pt="1">Measure each part that you take out. Leave empty what stays shut: its part is not counted with. {stock.reduce((n, p) => n + p.count, 0)} lie in the drawers.</chakra.p>
      </chakra.header>
      <chakra.section aria-label="Parts that came out" minWidth="0" display="flex" flexDirection="column" gap="2">
        <Field label="Measured with">{(c) => <Select {...c} value={micrometerId} onChange={(e) => setMicrometer(e.target.value)}>{micrometers.map((m) => <option key={m.id} value={m.id}>{m.name}</option>)}<option value="">not measured: by their marks</option></Select>}</Field>
        {valves.map((v) => {
          const { id: valve, spec, role } = v.valve;
          const position = positions.find((p) => p.id === valve);
          const wrong = thicknessProblem(typed[valve] ?? "");
          return (
            <chakra.div key={valve} borderTop="1px solid" borderColor="line" pt="2" display="grid" gridTemplateColumns={{ base: "3.2rem 1fr 6rem", md: "3.6rem minmax(0, 1fr) 8rem auto" }} columnGap="3" rowGap="0" alignItems="center">
              <chakra.span fontFamily="stamp" fontWeight={600} fontSize="22px">{valve}</chakra.span>
              <chakra.span fontFamily="mono" fontSize="15px" color={v.verdict === "in" ? "soft" : "ink"}>{v.last === null ? "not read" : readingWords(v.last)}<br />band {bandWords(spec, specUnit(file.lash?.[role]))}</chakra.span>
              <TextInput aria-label={`${valve} fitted`} inputMode="decimal" autoComplete="off" placeholder="2.65" value={typed[valve] ?? ""} aria-invalid={wrong !== null} onChange={(e) => setTyped({ ...typed, [valve]: e.target.value })} />
              {position === undefined
                ? <span />
                : <Button type="button" kind="quiet" gridColumn={{ base: "2 / -1", md: "auto" }} justifyContent={{ base: "start", md: "end" }} aria-pressed={chosen === valve} onClick={() => setChosen(chosen === valve ? null : valve)}>wants {wantedMm(position).toFixed(3)}</Button>}
              {wrong !== null && <Complaint role="alert" gridColumn="1 / -1">{wrong}</Complaint>}
            </chakra.div>
          );
        })}
      </chakra.section>
      <chakra.section aria-label="What goes where" minWidth="0" display="flex" flexDirection="column" gap="4" position={{ lg: "sticky" }} top="3">
        <chakra.div bg="sheet" border="2px solid" borderColor="ink" borderRadius="plate" p="3"><HeadMap file={file} marks={marksOf(given, plan)} onPick={setChosen} /></chakra.div>
        {plan === null ? <chakra.p fontSize="18px">Type the first thickness, and what is possible shows here.</chakra.p> : <PlanWords plan={plan} given={given} positions={positions} byMarks={micrometer === null} />}
        {plans !== null && (
          <Choice legend="What may be touched" name="scope" value={scope} onChange={setScope}
            options={[{ value: "out", label: "Only what is out of its band", note: costWords(plans.out) }, { value: "all", label: "All that came out", note: costWords(plans.all) }]} />
        )}
        <Choice legend="Aim" name="aim" value={aim} onChange={setAim} across
          options={[{ value: "nominal", label: "Nominal" }, { value: "long-life", label: "Long life", note: "Exhausts tighten with use: a quarter of the band wider." }]} />
        {looked !== null && (
          <chakra.div border="1.5px solid" borderColor="edge" borderRadius="plate" bg="sheet" p="3">
            <Stamp color="ink!">{looked.id}, on paper</Stamp>
            <chakra.dl display="grid" gridTemplateColumns="1fr auto" columnGap="4" fontSize="17px" m="0" pt="1">
              {sumLines({ mm: looked.fittedMm, unit: "mm" }, { mm: middle(looked.lashMm), unit: specUnit(file.lash?.[roleOf(given, looked.id)]) }, { mm: looked.aimMm, unit: specUnit(file.lash?.[roleOf(given, looked.id)]) })
                .map((l) => <chakra.div key={l.what} display="contents"><dt>{l.what}</dt><chakra.dd m="0" fontFamily="mono" textAlign="right">{l.figure}</chakra.dd></chakra.div>)}
            </chakra.dl>
            <chakra.p fontSize="16px" pt="2">In the drawers: {whatEachLeaves(looked, stock.map((p) => p.thicknessMm)).slice(0, 6).map((w) => `${w.thicknessMm.toFixed(3)} leaves ${w.lashMm.toFixed(3)}${w.fits ? " ✓" : ""}`).join(", ") || "nothing of this kind"}</chakra.p>
          </chakra.div>
        )}
        {problem !== null && <Complaint role="alert">{problem}</Complaint>}
        <Button type="button" kind="now" justifyContent="center" disabled={busy || changes.length === 0} onClick={() => void take()}>
          {changes.length === 0 ? "Nothing to fit yet" : `Fit ${changes.length === 1 ? "this one" : `these ${changes.length}`}: out of drawers and heads`}
        </Button>
      </chakra.section>
    </chakra.div>
  );
}

const roleOf = ({ job }: ShimsGiven, valve: string) => job.valves.find((v) => v.id === valve)?.role ?? "intake";

/** What a plan costs in work, and how near it comes. */
function costWords({ picks, unserved, sumSquaresMm2 }: ShimPlan): string {
  const changes = picks.filter((p) => p.source !== "own").length;
  const off = picks.length === 0 ? 0 : Math.sqrt(sumSquaresMm2 / picks.length);
  return `${changes} ${changes === 1 ? "part changes" : "parts change"}${unserved.length === 0 ? "" : `, ${unserved.length} without a part`}; ${off.toFixed(3)} mm from the aim on the whole.`;
}

interface WordsProps {
  readonly plan: ShimPlan;
  readonly given: ShimsGiven;
  readonly positions: readonly Position[];
  /** What came out was not measured. */
  readonly byMarks: boolean;
}

function PlanWords({ plan, given, positions, byMarks }: WordsProps) {
  const moved = chains(plan);
  const stock = new Map(given.stock.map((p) => [p.id, p]));
  const told = (p: Pick): string => {
    const part = stock.get(p.from);
    const from = p.source === "moved" ? `from ${p.from}` : `out of ${part?.place ?? "the drawer"}${part?.mark == null ? "" : `, marked ${part.mark}`}`;
    const position = positions.find((x) => x.id === p.position);
    const unsure = position !== undefined && !surelyIn(position, p.thicknessMm, byMarks, p.source === "moved" ? byMarks : part?.measured === null);
    return `${p.position}: ${p.thicknessMm.toFixed(3)} ${from}, leaves ${p.predictedLashMm.toFixed(3)} mm${unsure ? ", not surely in its band" : ""}`;
  };
  const changes = plan.picks.filter((p) => p.source !== "own");
  return (
    <div>
      <PlateHeading>{plan.unserved.length === 0 ? "All in their bands, nothing bought" : `${plan.unserved.length} can't be served with what is here`}</PlateHeading>
      <chakra.ul m="0" pl="5" pt="1" fontSize="17px" listStyleType="square">
        {changes.map((p) => <li key={p.position}>{told(p)}</li>)}
        {plan.unserved.map((u) => <chakra.li key={u.position} color="now" fontWeight={600}>{u.position}: needs {u.needsMm[0].toFixed(3)} to {u.needsMm[1].toFixed(3)} mm, and none is here</chakra.li>)}
      </chakra.ul>
      {moved.length > 0 && <chakra.p fontSize="17px" pt="2"><Stamp>Who gives to whom</Stamp> {moved.join("; ")}</chakra.p>}
      {plan.leftOver.length > 0 && <chakra.p fontSize="16px" color="soft" pt="1">Left over, back into the drawers: {plan.leftOver.join(", ")}.</chakra.p>}
    </div>
  );
}

function marksOf({ job }: ShimsGiven, plan: ShimPlan | null): Record<string, ValveMark> {
  return Object.fromEntries(job.valves.map((v): [string, ValveMark] => {
    const pick = plan?.picks.find((p) => p.position === v.id);
    if (pick === undefined) return [v.id, { look: plan?.unserved.some((u) => u.position === v.id) === true ? "hand" : "here", text: plan?.unserved.some((u) => u.position === v.id) === true ? "?" : "", label: `${v.id}: ${plan?.unserved.some((u) => u.position === v.id) === true ? "no part for it" : "not opened"}` }];
    const words = pick.source === "own" ? "keeps its own" : pick.source === "moved" ? `from ${pick.from}` : "from the drawers";
    return [v.id, { look: pick.source === "own" ? "done" : "open", text: pick.thicknessMm.toFixed(2), label: `${v.id}: ${pick.thicknessMm.toFixed(3)} mm, ${words}` }];
  }));
}
