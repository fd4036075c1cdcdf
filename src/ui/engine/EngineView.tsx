"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useMemo, useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import { resolveEngine } from "@/core/engine/resolve";
import { ROLE_LETTER, engineWords, turnWords } from "@/core/run/words";
import { marginDeg, meets } from "@/core/stops/margin";
import { METHODS, planStops, type MethodPlan } from "@/core/stops/methods";
import type { MethodId } from "@/core/stops/plan";
import { signAt, stopLetter } from "@/core/stops/sign";
import { fold } from "@/core/units/angle/arc";
import { Button, ButtonLink } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { PlateHeading, Stamp } from "../controls/Stamp";
import { PhaseWheel, PulleyDial } from "../drawings/CrankDrawings";
import { HeadMap } from "../drawings/HeadMap/HeadMap";
import type { ValveMark } from "../drawings/HeadMap/HeadMapDrawing";
import { viewWords } from "../drawings/HeadMap/viewWords";
import { phaseNotes } from "../drawings/phaseNotes";
import { SpecForm } from "./SpecForm";
import { SpecSummary } from "./SpecSummary";

interface Props {
  readonly id: string;
  readonly file: EngineFile;
  readonly serial: string | null;
  readonly runningHours: number | null;
  readonly unknownFields: readonly string[];
}

const STEPS = [-30, -5, -1, 1, 5, 30];

export function EngineView({ id, file, serial, runningHours, unknownFields }: Props) {
  const engine = useMemo(() => resolveEngine(file), [file]);
  const [crankDeg, setCrankDeg] = useState(0);
  const [requiredDeg, setRequiredDeg] = useState(10);
  const answer = useMemo(() => planStops(engine, requiredDeg), [engine, requiredDeg]);
  const [chosen, setChosen] = useState<MethodId | null>(null);
  const [fromBehind, setFromBehind] = useState(false);
  const [editing, setEditing] = useState(false);
  const plan = answer.methods.find((m) => m.id === (chosen ?? answer.recommended ?? "firing-order"));
  const stops = plan?.stops ?? [];
  const marks = dialMarks(stops, file.marksDeg ?? []);
  const here = engine.valves.filter((v) => meets(marginDeg(v, crankDeg, engine.cycleDeg), requiredDeg));
  const sign = signAt(engine, crankDeg);

  return (
    <chakra.div display="flex" flexDirection="column" gap="6">
      <chakra.header display="flex" flexWrap="wrap" gap="4" alignItems="center" justifyContent="space-between">
        <chakra.div>
          <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="32px" lineHeight={1.15}>{file.name}</chakra.h1>
          <chakra.p color="soft" fontSize="17px">{[engineWords(file), serial, runningHours === null ? null : `${runningHours} h`].filter((x) => x !== null).join(" · ")}</chakra.p>
        </chakra.div>
        <chakra.div display="flex" gap="3" flexWrap="wrap">
          <ButtonLink href={`/api/engines/${id}/file`} download>Take the engine file</ButtonLink>
          <ButtonLink asChild kind="now"><Link href={`/engines/${id}/job`}>Start a job</Link></ButtonLink>
        </chakra.div>
      </chakra.header>

      <chakra.section aria-label="Crank and valves" display="grid" gridTemplateColumns={{ base: "1fr", md: "1fr 1fr", lg: "minmax(0,1.25fr) minmax(0,1fr) minmax(0,0.9fr)" }} border="2px solid" borderColor="ink" borderRadius="plate" bg="sheet" overflow="hidden">
        <chakra.div p="3" minWidth="0" gridColumn={{ md: "1 / -1", lg: "auto" }} borderRight={{ lg: "2px solid" }} borderBottom={{ base: "2px solid", lg: "0" }} borderColor="ink!" backgroundImage="linear-gradient(var(--f-colors-grid) 1px, transparent 1px), linear-gradient(90deg, var(--f-colors-grid) 1px, transparent 1px)" backgroundSize="20px 20px">
          <chakra.div display="flex" justifyContent="space-between" alignItems="center" pb="2">
            <Stamp bg="sheet" px="1">{viewWords(file, fromBehind)}</Stamp>
            <Button type="button" onClick={() => setFromBehind(!fromBehind)}>Turn round</Button>
          </chakra.div>
          <HeadMap file={file} fromBehind={fromBehind} marks={marginMarks(engine, crankDeg, requiredDeg)} notes={phaseNotes(engine, crankDeg)} />
          <chakra.p fontSize="17px" pt="2" bg="sheet" aria-live="polite">
            <b>{here.length === 0 ? "Nothing may be set here." : `May be set here: ${here.map((v) => v.id).join(", ")}.`}</b> {sign.check}
          </chakra.p>
        </chakra.div>
        <chakra.div p="3" minWidth="0" height={{ base: "340px", lg: "auto" }} minHeight="320px"><PhaseWheel engine={engine} crankDeg={crankDeg} onCrank={setCrankDeg} /></chakra.div>
        <chakra.div p="3" minWidth="0" height={{ base: "340px", lg: "auto" }} borderLeft={{ md: "2px solid" }} borderColor="ink!"><PulleyDial engine={engine} crankDeg={crankDeg} rotation={file.rotation ?? "clockwise"} marks={marks} onCrank={setCrankDeg} /></chakra.div>
        <chakra.div gridColumn="1 / -1" borderTop="2px solid" borderColor="ink" p="3" display="flex" flexWrap="wrap" gap="2" alignItems="center" bg="paper">
          <Stamp pr="2">Turn the crank</Stamp>
          {STEPS.map((s) => <Button key={s} type="button" justifyContent="center" minWidth="56px" aria-label={`${s > 0 ? "On" : "Back"} ${Math.abs(s)} degrees`} onClick={() => setCrankDeg(fold(crankDeg + s, engine.cycleDeg))}>{s > 0 ? `+${s}°` : `−${-s}°`}</Button>)}
          <Button type="button" onClick={() => setCrankDeg(nextStopDeg(stops.map((s) => s.crankDeg), crankDeg))}>Next stop</Button>
          <chakra.span color="soft" fontSize="16px">or drag a drawing; arrow keys 1°, Shift 5°, Page 30°</chakra.span>
        </chakra.div>
      </chakra.section>

      <chakra.div display="grid" gridTemplateColumns={{ base: "1fr", lg: "minmax(0, 1.35fr) minmax(0, 1fr)" }} gap="8" alignItems="start">
        <chakra.section aria-labelledby="plan" minWidth="0">
          <chakra.div display="flex" flexWrap="wrap" gap="4" justifyContent="space-between" alignItems="end" pb="2">
            <PlateHeading id="plan">Where to stop</PlateHeading>
            <chakra.div width="12rem"><Field label="Required margin, degrees">{(c) => <TextInput {...c} type="number" min={0} max={90} value={requiredDeg} onChange={(e) => setRequiredDeg(Math.max(0, Math.min(90, Number(e.target.value))))} />}</Field></chakra.div>
          </chakra.div>
          <chakra.p fontSize="18px" pb="3">{answer.why}</chakra.p>
          <chakra.div display="flex" gap="2" flexWrap="wrap" pb="3" role="group" aria-label="Methods">
            {answer.methods.filter((m) => METHODS[m.id].plan !== null).map((m) => (
              <Button key={m.id} type="button" aria-pressed={m.id === plan?.id} borderWidth={m.id === plan?.id ? "3px" : "1.5px"} onClick={() => setChosen(m.id)}>
                {METHODS[m.id].name}{m.usable ? "" : ": not safe here"}
              </Button>
            ))}
          </chakra.div>
          {plan !== undefined && <StopList plan={plan} engine={engine} onGo={setCrankDeg} crankDeg={crankDeg} />}
          {answer.assumptions.concat(unknownFields.map((f) => `The field "${f}" of the file is kept, but not used.`)).map((a) => <chakra.p key={a} color="soft" fontSize="16px" pt="2">{a}</chakra.p>)}
        </chakra.section>
        <chakra.section aria-labelledby="spec" minWidth="0">
          <chakra.div display="flex" justifyContent="space-between" alignItems="center" pb="2">
            <PlateHeading id="spec">Lash spec</PlateHeading>
            {!editing && file.lash !== undefined && <Button type="button" onClick={() => setEditing(true)}>Change</Button>}
          </chakra.div>
          {editing || file.lash === undefined
            ? <SpecForm id={id} file={file} onDone={() => setEditing(false)} />
            : <SpecSummary file={file} />}
        </chakra.section>
      </chakra.div>
    </chakra.div>
  );
}

interface StopListProps {
  readonly plan: MethodPlan;
  readonly engine: ReturnType<typeof resolveEngine>;
  readonly crankDeg: number;
  readonly onGo: (deg: number) => void;
}

function StopList({ plan, engine, crankDeg, onGo }: StopListProps) {
  return (
    <>
      <chakra.ol listStyleType="none" m="0" p="0" borderBottom="1px solid" borderColor="line">
        {plan.stops.map((stop, i) => (
          <chakra.li key={stop.crankDeg} borderTop="1px solid" borderColor="line" py="2" display="grid" gridTemplateColumns="56px 1fr" gap="3" alignItems="start">
            <Button type="button" justifyContent="center" minWidth="56px" px="2" fontFamily="stamp" fontSize="20px" bg={crankDeg === stop.crankDeg ? "ink" : "sheet"} color={crankDeg === stop.crankDeg ? "paper" : "ink"} _hover={{}} aria-label={`Show stop ${stopLetter(i)}`} onClick={() => onGo(stop.crankDeg)}>{stopLetter(i)}</Button>
            <chakra.div>
              <chakra.p fontSize="17px"><b>{`Mark at ${Math.round(stop.markDeg)}°${i === 0 ? "" : `, ${turnWords(stop.turnDeg)} on`}`}</b>: {stop.set.map((v) => `${v.valve} (${Math.floor(v.marginDeg)}°)`).join(", ")}</chakra.p>
              <chakra.p color="soft" fontSize="16px">{signAt(engine, stop.crankDeg).check}</chakra.p>
            </chakra.div>
          </chakra.li>
        ))}
      </chakra.ol>
      {plan.unserved.length > 0 && <chakra.p pt="2" fontSize="17px" color="now" fontWeight={600}>Not served: {plan.unserved.map((u) => `${u.valve}${u.bestMarginDeg === null ? "" : ` (${Math.floor(u.bestMarginDeg)}°)`}`).join(", ")}. {plan.why}</chakra.p>}
    </>
  );
}

function marginMarks(engine: ReturnType<typeof resolveEngine>, crankDeg: number, requiredDeg: number): Record<string, ValveMark> {
  return Object.fromEntries(engine.valves.map((v) => {
    const margin = marginDeg(v, crankDeg, engine.cycleDeg);
    const free = meets(margin, requiredDeg);
    const figure = margin === null ? "?" : `${Math.floor(margin)}°`.replace("-", "−");
    const label = margin === null ? `${v.id}: no arc known` : free ? `${v.id}: may be set here, ${Math.floor(margin)} degrees clear` : `${v.id}: not here`;
    return [v.id, { look: free ? "here" : "elsewhere", text: `${ROLE_LETTER[v.role]} ${figure}`, label }];
  }));
}

function dialMarks(stops: MethodPlan["stops"], printed: readonly number[]) {
  const byMark = new Map<number, string[]>(printed.map((deg) => [deg, []]));
  stops.forEach((s, i) => byMark.set(s.markDeg, [...(byMark.get(s.markDeg) ?? []), stopLetter(i)]));
  return [...byMark.entries()].map(([markDeg, letters]) => ({ markDeg, letters: letters.length === 0 ? [`${markDeg}`] : letters }));
}

function nextStopDeg(stops: readonly number[], crankDeg: number): number {
  return stops.find((s) => s > crankDeg + 1e-6) ?? stops[0] ?? crankDeg;
}
