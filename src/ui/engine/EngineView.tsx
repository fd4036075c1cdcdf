"use client";

import { unitOf } from "@/core/job/words/specs";
import type { ViewerLine } from "@/core/shop/person";
import type { JobInHand } from "@/core/job/pages/prepare";
import { chakra } from "@chakra-ui/react/styled-system";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useMemo, useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import { resolveEngine } from "@/core/engine/resolve";
import type { Measured } from "@/core/heat/growthSources";
import type { SheetWork } from "@/core/job/sheet/format";
import { hasSpec, rulesFor } from "@/core/job/prepare";
import { engineWords } from "@/core/job/words/names";
import { METHODS } from "@/core/stops/methods";
import type { MethodId } from "@/core/stops/methods";
import { planStops } from "@/core/stops/recommend";
import { DEFAULT_STOP_SETTINGS, type StopSettings } from "@/core/stops/settings";
import { stopLetter } from "@/core/stops/sign";
import { type CounterUnit, counted } from "@/core/record/counter";
import type { KeptGeometry } from "@/core/quick/keptRocker";
import { GeometrySummary } from "./geometry/GeometrySummary";
import { Button, ButtonLink } from "../controls/Button";
import { Select } from "../controls/Field";
import { Fold, JumpTo, useFolds } from "../controls/Fold";
import { PlateHeading, Stamp } from "../controls/Stamp";
import { CrankStudy } from "../crank/CrankStudy";
import { useCrankStore } from "../crank/crankStore";
import { CycleStrip } from "../drawings/CycleStrip/CycleStrip";
import { LiftCurves } from "../drawings/LiftCurves/LiftCurves";
import { HeatSection } from "../heat/HeatSection";
import { Locator } from "../locate/Locator";
import { MethodTable } from "./MethodTable";
import { OrderCosts } from "./OrderCosts";
import { DueForms } from "../record/DueForms";
import { DueLine, type LifeGiven, LifeSection } from "../record/LifeSection";
import { Archive } from "./Archive";
import { Viewers } from "./Viewers";
import { SpecForm } from "./spec/SpecForm";
import { SpecSummary } from "./spec/SpecSummary";
import { StopList } from "./StopList";
import { StopSettingsForm } from "./StopSettingsForm";
import { dialMarks } from "./dialMarks";
import { InHand } from "./InHand";
import { planQuery } from "@/core/stops/planQuery";

interface Props {
  readonly id: string;
  readonly file: EngineFile;
  readonly serial: string | null;
  /** What its counter shows, in its own unit. */
  readonly runningHours: number | null;
  readonly counterUnit: CounterUnit;
  readonly unknownFields: readonly string[];
  /** Hot and cold pairs of this engine and its model. */
  readonly measured: Measured;
  readonly inHand: readonly JobInHand[];
  readonly customer: string | null;
  /** It is gone from the shop. */
  readonly archived: boolean;
  /** Whoever looks may say that it is gone, or back. */
  readonly mayArchive: boolean;
  /** What was found and left over the years, and when it is due. */
  readonly life: LifeGiven;
  /** Of its rockers and pushrods, the newest first. */
  readonly geometry: readonly KeptGeometry[];
  /** Each time it was built, the newest first: a line each. */
  readonly buildChecks: readonly { readonly job: string; readonly words: string }[];
  /** Owners and customers, for a lead to say who may look at it. */
  readonly viewers: readonly ViewerLine[];
  /** Whoever looks may change a spec that is there. */
  readonly maySpec: boolean;
}

/** Worked out where it is looked at: the page does not wait for it. */
const WhatIf = dynamic(() => import("./WhatIf").then((m) => m.WhatIf), {
  ssr: false,
  loading: () => <chakra.div minHeight="430px" />,
});

const SPEC_TITLE: Record<SheetWork, string> = {
  lash: "Lash spec",
  preload: "Preload",
  "dry-gap": "Dry gap",
  "build-check": "Build check",
};

/** The engine as drawn: its crank and valves, its plan of stops by every school, what would make it unsafe, its spec. */
export function EngineView({
  id,
  file,
  serial,
  runningHours,
  counterUnit,
  customer,
  archived,
  unknownFields,
  measured,
  inHand,
  maySpec,
  mayArchive,
  viewers,
  life,
  geometry,
  buildChecks,
}: Props) {
  const engine = useMemo(() => resolveEngine(file), [file]);
  const crank = useCrankStore(0);
  const [settings, setSettings] = useState<StopSettings>(DEFAULT_STOP_SETTINGS);
  const answer = useMemo(() => planStops(engine, settings, file.marksDeg), [engine, settings, file.marksDeg]);
  const [picked, setPicked] = useState<MethodId | null>(null);
  const [valve, setValve] = useState<string | null>(null);
  const [locating, setLocating] = useState(false);
  const [editing, setEditing] = useState(false);
  const rules = rulesFor(file);
  const known = hasSpec(file);
  const chosen = picked ?? answer.recommended ?? "firing-order";
  const plan = answer.methods.find((m) => m.id === chosen) ?? null;
  const stops = useMemo(() => plan?.stops ?? [], [plan]);
  const stopsDeg = useMemo(() => stops.map((s) => s.crankDeg), [stops]);
  const marks = useMemo(
    () => dialMarks(stops, file.marksDeg ?? [0], file.markLabels),
    [stops, file.marksDeg, file.markLabels],
  );
  const query = planQuery(chosen, settings);
  const folds = useFolds(rules.sheetWork === "lash" || !known ? ["spec"] : []);
  const heated = known && rules.judgedIn !== "spec-state";
  const rockers = engine.mover.name === "rocker";
  const places = new Map([
    ["plan", "Where to stop"],
    ["life", "Its life"],
    ["stops", "Its stops"],
    ["strip", "The cycle"],
    ["lift", "Lift"],
    ["whatif", "Bigger ramp"],
    ...(rockers ? [["geometry", "Geometry"] as const] : []),
    ["spec", SPEC_TITLE[rules.sheetWork]],
    ...(heated ? [["heat", "Hot and cold"] as const] : []),
  ]);
  const cylinder = engine.valves.find((v) => v.id === valve)?.cylinder ?? null;
  return (
    <chakra.div display="flex" flexDirection="column" gap="4">
      <chakra.header
        display="flex"
        flexWrap="wrap"
        alignItems="center"
        justifyContent="space-between"
        columnGap="6"
        rowGap="2"
      >
        <chakra.div minWidth="0">
          <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="32px" lineHeight={1.15}>
            {file.name}
          </chakra.h1>
          <chakra.p color="soft" fontSize="17px">
            {[engineWords(file), serial, runningHours === null ? null : counted(runningHours, counterUnit), customer]
              .filter((x) => x !== null)
              .join(" · ")}
          </chakra.p>
        </chakra.div>
        <chakra.div display="flex" gap="2" flexWrap="wrap" alignItems="center">
          <Button type="button" size="big" aria-expanded={locating} onClick={() => setLocating(!locating)}>
            Where is the crank?
          </Button>
          <ButtonLink asChild>
            <Link href={`/engines/${id}/tape?${query}`}>Tape and card</Link>
          </ButtonLink>
          <ButtonLink asChild>
            <Link href={`/engines/${id}/edit`}>Change engine</Link>
          </ButtonLink>
          {!archived && (
            <ButtonLink asChild>
              <Link href={`/engines/${id}/build-check`}>Build check</Link>
            </ButtonLink>
          )}
          {!archived && (
            <ButtonLink asChild kind="now">
              <Link href={`/engines/${id}/job?${query}`}>Start a job</Link>
            </ButtonLink>
          )}
        </chakra.div>
      </chakra.header>

      {archived && (
        <chakra.p fontSize="18px" fontWeight={600}>
          Archived: it is gone from the shop, and its book stays.
        </chakra.p>
      )}
      <DueLine {...life} unit={unitOf(file)} file={file} />
      <InHand jobs={inHand} />
      <JumpTo places={places} folds={folds} />
      {locating ? (
        <Locator
          file={file}
          engine={engine}
          requiredDeg={settings.requiredDeg}
          stops={stops.map((s, i) => ({ letter: stopLetter(i), crankDeg: s.crankDeg }))}
          closeLabel="Back to the engine"
          onClose={() => setLocating(false)}
          onFound={(deg) => {
            crank.set(deg);
            setLocating(false);
          }}
        />
      ) : (
        <CrankStudy
          file={file}
          engine={engine}
          crank={crank}
          requiredDeg={settings.requiredDeg}
          stopsDeg={stopsDeg}
          marks={marks}
          valve={valve}
          onValve={setValve}
        />
      )}

      <chakra.section id="plan" tabIndex={-1} aria-labelledby="plan-name" minWidth="0">
        <PlateHeading id="plan-name">Where to stop</PlateHeading>
        <chakra.p fontSize="20px" lineHeight={1.35} pb="3" maxWidth="72rem">
          {answer.why}
        </chakra.p>
        <Fold id="methods" title="All methods" folds={folds} bare>
          <chakra.div
            display="grid"
            gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 15rem" }}
            gap="6"
            alignItems="start"
          >
            <MethodTable
              methods={answer.methods}
              recommended={answer.recommended}
              chosen={chosen}
              requiredDeg={settings.requiredDeg}
              seen={engine.mover.name}
              onChoose={setPicked}
            />
            <StopSettingsForm settings={settings} onChange={setSettings} />
          </chakra.div>
        </Fold>
      </chakra.section>

      <Fold id="life" title="Its life" folds={folds}>
        <DueForms id={id} count={runningHours} counterUnit={counterUnit} interval={life.interval} leads={maySpec} />
        {buildChecks.length > 0 && (
          <chakra.ul m="0" pb="3" pl="5" fontSize="17px" listStyleType="square" aria-label="Build checks">
            {buildChecks.map(({ job, words }) => (
              <li key={job}>
                <Link href={`/jobs/${job}/sheet`} prefetch={false} style={{ textDecoration: "underline" }}>
                  Built, {words}
                </Link>
              </li>
            ))}
          </chakra.ul>
        )}
        <LifeSection {...life} unit={unitOf(file)} counterUnit={counterUnit} file={file} />
        <chakra.p fontSize="17px" pt="3">
          Engine or hand?{" "}
          <Link href={`/gauge-studies?engine=${id}`} prefetch={false} style={{ textDecoration: "underline" }}>
            Study how well it is read
          </Link>
          , or{" "}
          <Link href={`/practice?engine=${id}`} prefetch={false} style={{ textDecoration: "underline" }}>
            practice on a virtual one
          </Link>
          . Its book:{" "}
          {(["pdf", "csv", "json"] as const).map((kind, i) => (
            <span key={kind}>
              {i > 0 && ", "}
              <a href={`/api/engines/${id}/book.${kind}`} download style={{ textDecoration: "underline" }}>
                {kind.toUpperCase()}
              </a>
            </span>
          ))}
        </chakra.p>
      </Fold>

      <Fold id="strip" title={`The cycle, unrolled: ${METHODS[chosen].name}`} folds={folds}>
        <chakra.p fontSize="16px" color="soft" pb="1">
          Bars are base circles, where a valve may be set; thin lines its ramps; a dot where this method serves it,
          with the margin beside it where it is small.
        </chakra.p>
        <chakra.div border="2px solid" borderColor="ink" borderRadius="plate" bg="sheet" p="1">
          <CycleStrip engine={engine} plan={plan} requiredDeg={settings.requiredDeg} crank={crank} />
        </chakra.div>
      </Fold>

      <chakra.div
        display="grid"
        gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1fr)" }}
        gap={{ base: "2", lg: "8" }}
        alignItems="start"
      >
        <Fold id="stops" title={`Its stops: ${METHODS[chosen].name}`} folds={folds}>
          {plan !== null && <StopList plan={plan} engine={engine} requiredDeg={settings.requiredDeg} crank={crank} />}
          {plan !== null && <OrderCosts engine={engine} plan={plan} />}
          {answer.assumptions
            .concat(unknownFields.map((f) => `The field "${f}" of the file is saved, but not used.`))
            .map((a) => (
              <chakra.p key={a} color="soft" fontSize="16px" pt="2">
                {a}
              </chakra.p>
            ))}
        </Fold>
        <chakra.div display="flex" flexDirection="column" gap={{ base: "2", lg: "8" }} minWidth="0">
          <Fold
            id="lift"
            title="Lift"
            folds={folds}
            aside={
              <chakra.label display="inline-flex" alignItems="center" gap="2">
                <Stamp>Cylinder</Stamp>
                <Select
                  width="auto"
                  value={cylinder ?? engine.cylinders[0]?.id}
                  onChange={(e) => setValve(engine.valves.find((v) => v.cylinder === e.target.value)?.id ?? null)}
                >
                  {engine.cylinders.map((c) => (
                    <option key={c.id} value={c.id}>
                      {c.id}
                    </option>
                  ))}
                </Select>
              </chakra.label>
            }
          >
            <LiftCurves
              file={file}
              engine={engine}
              cylinder={cylinder ?? engine.cylinders[0]?.id ?? ""}
              crank={crank}
            />
          </Fold>
          <Fold id="whatif" title="What a bigger ramp does" folds={folds}>
            <WhatIf file={file} engine={engine} settings={settings} chosen={chosen} />
          </Fold>
          {rockers && (
            <Fold id="geometry" title="Rockers and pushrods" folds={folds}>
              <GeometrySummary id={id} kept={geometry} />
            </Fold>
          )}
        </chakra.div>
      </chakra.div>
      <chakra.div
        display="grid"
        gridTemplateColumns={{
          base: "minmax(0, 1fr)",
          lg: heated ? "minmax(0, 1.15fr) minmax(0, 1fr)" : "minmax(0, 1fr)",
        }}
        gap={{ base: "2", lg: "10" }}
        alignItems="start"
        pt={{ lg: "4" }}
      >
        <Fold
          id="spec"
          title={SPEC_TITLE[rules.sheetWork]}
          folds={folds}
          aside={
            !editing && known && maySpec ? (
              <Button type="button" onClick={() => setEditing(true)}>
                Change
              </Button>
            ) : undefined
          }
        >
          {editing || !known ? (
            <SpecForm id={id} file={file} known={known} onDone={() => setEditing(false)} />
          ) : (
            <SpecSummary file={file} measured={measured} />
          )}
          <chakra.p pt="4">
            <ButtonLink href={`/api/engines/${id}/file`} download>
              Take the engine file
            </ButtonLink>
          </chakra.p>
          {mayArchive && <Archive id={id} archived={archived} />}
          {viewers.length > 0 && <Viewers id={id} viewers={viewers} />}
        </Fold>
        {heated && (
          <Fold id="heat" title="Hot and cold" folds={folds}>
            <HeatSection id={id} file={file} measured={measured} />
          </Fold>
        )}
      </chakra.div>
    </chakra.div>
  );
}
