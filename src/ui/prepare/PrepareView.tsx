"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useMemo, useState } from "react";
import type { EngineFile, EngineState } from "@/core/engine/engineFile";
import { resolveEngine } from "@/core/engine/resolve";
import {
  type Measured,
  type GrowthSourceId,
  type GrowthSources,
  proposedSource,
  sourceRefusal,
  growthSourcesOf,
} from "@/core/heat/growthSources";
import { type BleedMinutes, bleedMinutesFor } from "@/core/preload/bleedDown";
import type { LifterState } from "@/core/preload/zeroLash";
import { SCHOOLS, SCHOOL_NAMES, type School } from "@/core/lash/school";
import { specRoles } from "@/core/lash/spec";
import { cautionsFor, jobRoles, withJobValves, rulesFor, toolsFor } from "@/core/job/prepare";
import { PURPOSES, PURPOSE_NAMES, type Purpose, surveysFirst } from "@/core/job/setup/purpose";
import { fileTurns } from "@/core/job/tasks/preload/plan";
import type { SheetWork } from "@/core/job/sheet/format";
import { specSources, underSource } from "@/core/job/setup/setup";
import { specUnit } from "@/core/job/words/specs";
import type { FeelerSet } from "@/core/shop/feelerSet";
import type { Person } from "@/core/shop/person";
import { ORDER_NAMES, SERVING_ORDERS, type ServingOrder, serve } from "@/core/stops/orders";
import type { MethodId } from "@/core/stops/plan";
import { planStops } from "@/core/stops/recommend";
import type { StopSettings } from "@/core/stops/settings";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { figure } from "../controls/typed";
import { StopSettingsForm } from "../engine/StopSettingsForm";
import { Choice } from "./Choice";
import { HeatPart } from "./HeatPart";
import { Methods } from "./Methods";
import { PreloadPart } from "./PreloadPart";
import { SpecLine, figuresWords } from "./SpecLine";
import { useBegin } from "./useBegin";

interface Props {
  readonly engineId: string;
  readonly file: EngineFile;
  readonly sets: readonly FeelerSet[];
  readonly person: Person | null;
  /** What was chosen on the engine's page. */
  readonly wanted: { readonly method: MethodId | null; readonly settings: StopSettings };
  /** Hot and cold pairs of this engine and its model. */
  readonly measured: Measured;
  readonly bleed: BleedMinutes;
}

/** Before the run: why, cautions, the state of the engine, the ruling spec, the sets on hand, and how to stop the crank. */
export function PrepareView({ engineId, file: kept, sets, person, wanted, measured, bleed }: Props) {
  const [purpose, setPurpose] = useState<Purpose>("routine");
  const [note, setNote] = useState("");
  const [source, setSource] = useState(0);
  const [state, setState] = useState<EngineState | null>(null);
  const [temperature, setTemperature] = useState("");
  const [sure, setSure] = useState(false);
  const [setId, setSetId] = useState<string | null>(likelySet(kept, sets));
  const [otherSets, setOtherSets] = useState<readonly string[]>([]);
  const [school, setSchool] = useState<School>(person?.school ?? "go-no-go");
  const [survey, setSurvey] = useState<boolean | null>(null);
  const [tolerance, setTolerance] = useState("");
  const [accepted, setAccepted] = useState<readonly string[]>([]);
  const [settings, setSettings] = useState(wanted.settings);
  const [servingOrder, setServingOrder] = useState<ServingOrder>("crank");
  const [picked, setMethod] = useState<MethodId | null>(wanted.method);
  const [bank, setBank] = useState<number | null>(null);
  const [lifters, setLifters] = useState<LifterState | null>(null);
  const [pickedTurns, setTurns] = useState<number | null>(null);
  const [pickedWay, setWay] = useState<GrowthSourceId | "none" | null>(null);
  const [air, setAir] = useState("");
  const [licensed, setLicensed] = useState("");
  const sources = specSources(kept);
  const file = useMemo(() => underSource(kept, source), [kept, source]);
  const rules = rulesFor(file);
  const lash = rules.judgedIn === "either-state";
  const roles = jobRoles(file);
  const ways = useMemo(() => growthSourcesOf(file, measured), [file, measured]);
  const otherState = lash && state !== null && file.lash !== undefined && file.lash.state !== state;
  const heatWay = pickedWay === "none" ? null : (pickedWay ?? proposedFor(ways, file, otherState ? state : null));
  const engine = useMemo(() => resolveEngine(withJobValves(file, bank)), [file, bank]);
  const answer = useMemo(() => planStops(engine, settings, file.marksDeg), [engine, settings, file.marksDeg]);
  // Flat followers are set in firing order, whatever takes fewer stops.
  const inOrder =
    !rules.judgesReadings &&
    file.follower === "flat" &&
    answer.methods.some((m) => m.id === "firing-order" && m.usable);
  const recommended = inOrder ? "firing-order" : answer.recommended;
  const method = picked ?? recommended;
  const plan = answer.methods.find((m) => m.id === method) ?? null;
  const cautions = cautionsFor(file, state ?? file.lash?.state ?? "cold", lifters);
  const turns = pickedTurns ?? fileTurns(file);
  const surveys = survey ?? surveysFirst(purpose);
  const { begin, busy, problem } = useBegin(person);
  const banks = file.layout?.banks ?? [];
  const wrong = (path: string): string | undefined => (problem?.path === path ? problem.message : undefined);
  const elsewhere = problem !== null && !SHOWN_AT.includes(problem.path) ? problem.message : null;

  const submit = (): void =>
    void begin({
      engineId,
      purpose,
      note,
      source,
      state,
      temperature,
      temperatureSure: sure,
      feelerSetId: setId,
      otherSetIds: otherSets.filter((s) => s !== setId),
      school,
      survey: surveys,
      tolerance,
      heatWay: !rules.judgesReadings || otherState ? heatWay : null,
      targetTurns: !rules.judgesReadings ? turns : null,
      lifters: !rules.judgesReadings ? lifters : null,
      air,
      licensed,
      bank,
      method,
      settings,
      servingOrder,
      cautions: cautions.map((c) => c.id).filter((c) => accepted.includes(c)),
    });
  const toggled = (list: readonly string[], id: string): string[] =>
    list.includes(id) ? list.filter((x) => x !== id) : [...list, id];

  return (
    <chakra.form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        submit();
      }}
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.1fr)" }}
      gap={{ base: "8", lg: "10" }}
      alignItems="start"
    >
      <chakra.header gridColumn="1 / -1">
        <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="30px" lineHeight={1.2}>
          {TITLE[rules.sheetWork]}{" "}
          <Link href={`/engines/${engineId}`} style={{ textDecoration: "underline" }}>
            {file.name}
          </Link>
        </chakra.h1>
        {!rules.judgesReadings ? (
          <chakra.p fontSize="18px" pt="1">
            Hydraulic lifters{file.follower === undefined ? "" : `, ${file.follower} followers`}:{" "}
            {jobRoles(file).join(" and ")} valves.
          </chakra.p>
        ) : (
          <SpecLine file={file} />
        )}
      </chakra.header>
      <chakra.div display="flex" flexDirection="column" gap="6" minWidth="0">
        <Field label="Why is it looked at?" hint={PURPOSE_NAMES[purpose].note}>
          {(c) => (
            <Select
              {...c}
              minHeight="56px"
              fontSize="18px"
              value={purpose}
              onChange={(e) => setPurpose(PURPOSES.find((p) => p === e.target.value) ?? "routine")}
            >
              {PURPOSES.map((p) => (
                <option key={p} value={p}>
                  {PURPOSE_NAMES[p].name}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="What was noticed" hint="If anything was" error={wrong("note")}>
          {(c) => <TextInput {...c} value={note} maxLength={500} onChange={(e) => setNote(e.target.value)} />}
        </Field>
        <chakra.fieldset border="0" p="0" m="0" minWidth="0">
          <chakra.legend p="0">
            <PlateHeading as="span">Read and tick each caution</PlateHeading>
          </chakra.legend>
          {cautions.map((c) => (
            <Tick key={c.id} on={accepted.includes(c.id)} onToggle={() => setAccepted(toggled(accepted, c.id))}>
              {c.text}
            </Tick>
          ))}
          {wrong("cautions") !== undefined && <Complaint role="alert">{wrong("cautions")}</Complaint>}
        </chakra.fieldset>
        <Choice
          legend="The engine is"
          name="state"
          value={state}
          onChange={(v) => {
            setState(v);
            setSure(false);
          }}
          error={wrong("state")}
          options={[
            { value: "cold", label: "Cold" },
            { value: "hot", label: "Hot" },
          ]}
          across
        />
        <div>
          <Field label="Temperature, °C" hint="If you know it" error={wrong("temperatureC")}>
            {(c) => (
              <TextInput
                {...c}
                inputMode="decimal"
                value={temperature}
                onChange={(e) => {
                  setTemperature(e.target.value);
                  setSure(false);
                }}
                maxWidth="10rem"
              />
            )}
          </Field>
          {wrong("temperatureC") !== undefined && (
            <Tick on={sure} onToggle={() => setSure(!sure)}>
              The figure is right, and the engine counts as {state}
            </Tick>
          )}
        </div>
        {state === "hot" && lash && (
          <Field
            label="Air in the shop, °C"
            hint="Towards this it cools: with two temperatures of the engine the minutes left are known"
            error={wrong("airC")}
          >
            {(c) => (
              <TextInput
                {...c}
                inputMode="decimal"
                value={air}
                onChange={(e) => setAir(e.target.value)}
                maxWidth="10rem"
              />
            )}
          </Field>
        )}
        {otherState && file.lash !== undefined && (
          <HeatPart
            ways={ways}
            lash={file.lash}
            roles={roles}
            state={state}
            value={heatWay}
            onChange={setWay}
            error={wrong("heatWay")}
          />
        )}
        {file.sector === "aircraft" && rules.namesLicensed === true && (
          <Field
            label="Licensed person who releases this work"
            hint="Named at every step, and on the sheet"
            error={wrong("licensed")}
          >
            {(c) => (
              <TextInput {...c} value={licensed} maxLength={120} onChange={(e) => setLicensed(e.target.value)} />
            )}
          </Field>
        )}
        {banks.length > 1 && (
          <Choice
            legend="Which valves"
            name="bank"
            value={bank === null ? "all" : String(bank)}
            onChange={(v) => setBank(v === "all" ? null : Number(v))}
            error={wrong("bank")}
            across
            options={[
              { value: "all", label: "All" },
              ...banks.map((b, i) => ({ value: String(i), label: `Bank ${b.join(" ")}` })),
            ]}
          />
        )}
        <section>
          <PlateHeading>Lay ready</PlateHeading>
          <chakra.ul m="0" pl="5" pt="1" fontSize="17px" listStyleType="square">
            {toolsFor(file, method).map((t) => (
              <li key={t}>{t}</li>
            ))}
          </chakra.ul>
        </section>
        {lash && (
          <Choice
            legend="In what order"
            name="survey"
            value={surveys ? "survey" : "by-valve"}
            onChange={(v) => setSurvey(v === "survey")}
            options={[
              { value: "by-valve", label: "Valve by valve", note: "Read, set, lock, and on to the next." },
              {
                value: "survey",
                label: "All as found first",
                note: "Nothing is turned before every valve was read: one round of the crank more.",
              },
            ]}
          />
        )}
        {lash && (
          <Field
            label="Bring all within, mm of the aim"
            hint="Left empty: what is in its band stays"
            error={wrong("allToAimMm")}
          >
            {(c) => (
              <TextInput
                {...c}
                inputMode="decimal"
                value={tolerance}
                onChange={(e) => setTolerance(e.target.value)}
                maxWidth="10rem"
              />
            )}
          </Field>
        )}
      </chakra.div>
      <chakra.div display="flex" flexDirection="column" gap="6" minWidth="0">
        {sources.length > 1 && (
          <Choice
            legend="Whose figures rule"
            name="source"
            value={String(source)}
            onChange={(v) => setSource(Number(v))}
            error={wrong("source")}
            options={sources.map((s, i) => ({
              value: String(i),
              label: s.source ?? "No source named",
              note: `${s.state}: ${figuresWords(s, kept)}`,
            }))}
          />
        )}
        {!rules.judgesReadings && (
          <PreloadPart
            file={file}
            ways={ways}
            lifters={lifters}
            onLifters={setLifters}
            turns={turns}
            onTurns={setTurns}
            wayId={heatWay}
            onWay={(w) => setWay(w ?? "none")}
            bleedMinutes={bleedMinutesFor(bleed, state ?? "cold", figure(temperature) ?? null)}
            wrong={wrong}
          />
        )}
        {rules.judgesReadings && (
          <Choice
            legend="Feeler set in your hand"
            name="set"
            value={setId}
            onChange={setSetId}
            error={wrong("feelerSetId")}
            options={sets.map((s) => ({
              value: s.id,
              label: s.name,
              note: `${s.leaves.length} leaves, ${s.leaves[0]?.[s.system === "metric" ? "mmMark" : "inchMark"]} to ${s.leaves.at(-1)?.[s.system === "metric" ? "mmMark" : "inchMark"]} ${s.system === "metric" ? "mm" : "in"}`,
            }))}
          />
        )}
        {sets.length > 1 && rules.judgesReadings && (
          <chakra.fieldset border="0" p="0" m="0" minWidth="0">
            <chakra.legend p="0">
              <PlateHeading as="span">On hand as well</PlateHeading>
            </chakra.legend>
            {sets
              .filter((s) => s.id !== setId)
              .map((s) => (
                <Tick
                  key={s.id}
                  on={otherSets.includes(s.id)}
                  onToggle={() => setOtherSets(toggled(otherSets, s.id))}
                >
                  {s.name}
                </Tick>
              ))}
          </chakra.fieldset>
        )}
        {rules.judgesReadings && (
          <Choice
            legend="How you feel a leaf"
            name="school"
            value={school}
            onChange={setSchool}
            options={SCHOOLS.map((s) => ({ value: s, label: SCHOOL_NAMES[s].name, note: SCHOOL_NAMES[s].note }))}
          />
        )}
        <Methods
          methods={answer.methods}
          recommended={recommended}
          value={method}
          onChange={setMethod}
          error={wrong("method")}
        />
        <chakra.details border="1.5px solid" borderColor="edge" borderRadius="plate" bg="sheet" px="3" py="2">
          <chakra.summary fontSize="18px" fontWeight={600} minHeight="40px" display="list-item" cursor="pointer">
            Order, margin and eyed moments: {ORDER_NAMES[servingOrder].toLowerCase()}, {settings.requiredDeg}°
            required
          </chakra.summary>
          <chakra.div display="flex" flexDirection="column" gap="4" pt="3" pb="2">
            {plan !== null && plan.stops.length > 1 && (
              <Choice
                legend="Order of serving"
                name="order"
                value={servingOrder}
                onChange={setServingOrder}
                options={SERVING_ORDERS.map((o) => ({
                  value: o,
                  label: ORDER_NAMES[o],
                  note: `${(serve(engine, plan, o).turnTotalDeg / 360).toFixed(1)} turns of the crank`,
                }))}
              />
            )}
            <StopSettingsForm settings={settings} onChange={setSettings} />
          </chakra.div>
        </chakra.details>
        {elsewhere !== null && <Complaint role="alert">{elsewhere}</Complaint>}
        <Button type="submit" kind="now" disabled={busy}>
          Cautions read: begin
        </Button>
      </chakra.div>
    </chakra.form>
  );
}

const TITLE: Record<SheetWork, string> = {
  lash: "Set the lash of",
  preload: "Set the preload of",
  "dry-gap": "Read the dry gaps of",
};

/** The way that is proposed, unless it would hold valves open: then none is chosen for anybody. */
function proposedFor(ways: GrowthSources, file: EngineFile, into: EngineState | null): GrowthSourceId | null {
  const way = proposedSource(ways, jobRoles(file))?.way ?? null;
  const refused =
    way !== null && into !== null && file.lash !== undefined && sourceRefusal(ways, way, file.lash, into) !== null;
  return refused ? null : (way?.id ?? null);
}

/** Fields that show their own complaint. */
const SHOWN_AT = [
  "heatWay",
  "targetTurns",
  "lifters",
  "airC",
  "licensed",
  "bank",
  "state",
  "cautions",
  "feelerSetId",
  "method",
  "temperatureC",
  "note",
  "source",
  "allToAimMm",
];

function Tick({
  on,
  onToggle,
  children,
}: {
  readonly on: boolean;
  readonly onToggle: () => void;
  readonly children: React.ReactNode;
}) {
  return (
    <chakra.label
      display="grid"
      gridTemplateColumns="32px 1fr"
      gap="3"
      py="3"
      minHeight="56px"
      alignItems="center"
      borderTop="1px solid"
      borderColor="line"
      fontSize="18px"
      cursor="pointer"
    >
      <input
        type="checkbox"
        checked={on}
        onChange={onToggle}
        style={{ width: 28, height: 28, accentColor: "var(--f-colors-set)" }}
      />
      <span>{children}</span>
    </chakra.label>
  );
}

/** The first set that is marked in the spec's own system. */
function likelySet(file: EngineFile, sets: readonly FeelerSet[]): string | null {
  const role = specRoles(file)[0];
  const system = role !== undefined && specUnit(file.lash?.[role]) !== "mm" ? "inch" : "metric";
  return (sets.find((s) => s.system === system) ?? sets[0])?.id ?? null;
}
