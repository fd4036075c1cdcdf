"use client";

import type { MethodPlan } from "@/core/stops/planMethod";
import { gearForWork, isGear, usualTurns } from "@/core/preload/gear";
import { type DepthSchool, proposedDepth } from "@/core/preload/plunger";
import { type Waits, leastWaits, waitsOf } from "@/core/preload/waits";
import { useMemo } from "react";
import { type UseFormReturn, useWatch } from "react-hook-form";
import type { EngineFile, EngineState } from "@/core/engine/engineFile";
import { engineUnit } from "@/core/engine/engineUnit";
import { resolveEngine } from "@/core/engine/resolve";
import {
  type GrowthSourceId,
  type GrowthSources,
  type Measured,
  growthSourcesOf,
  proposedSource,
  sourceRefusal,
  mostGrowthMm,
} from "@/core/heat/growthSources";
import { cautionsFor, chosenOffset, jobRoles, lackingGivens, rulesFor, withJobValves } from "@/core/job/prepare";
import { type Purpose, surveysFirst } from "@/core/job/setup/purpose";
import { specSources, underSource } from "@/core/job/setup/setup";
import { fileTurns } from "@/core/job/tasks/preload/plan";
import { roleUnit } from "@/core/job/words/specs";
import type { School } from "@/core/lash/school";
import { specRoles } from "@/core/lash/spec";
import type { BleedMinutes } from "@/core/preload/bleedDown";
import type { LifterState } from "@/core/preload/zeroLash";
import type { FeelerSet } from "@/core/shop/feelerSet";
import type { Person } from "@/core/shop/person";
import type { ServingOrder } from "@/core/stops/orders";
import type { MethodId } from "@/core/stops/methods";
import { planStops } from "@/core/stops/recommend";
import { DEFAULT_STOP_SETTINGS, type StopSettings } from "@/core/stops/settings";
import { type AsLastTime, type ConfirmedBefore, type JobAgain, type JobInHand } from "@/core/job/pages/prepare";
import { exactLength } from "@/core/units/length";
import type { CounterUnit } from "@/core/record/counter";
import { useTypedForm } from "../controls/useTypedForm";
import { useTemperature, useWays } from "../controls/ways";
import { useBegin } from "./useBegin";

export interface PrepareGiven {
  readonly engineId: string;
  readonly file: EngineFile;
  /** What its counter showed last; null where nobody looked. */
  /** What its counter showed last, in its own unit. */
  readonly runningHours: number | null;
  readonly counterUnit: CounterUnit;
  readonly sets: readonly FeelerSet[];
  readonly person: Person | null;
  /** What was chosen on the engine's page. */
  readonly wanted: {
    readonly method: MethodId | null;
    readonly settings: StopSettings | null;
    /** What the page was opened for: a build check opens the first setting. */
    readonly purpose: Purpose | null;
  };
  /** How this engine's newest job was prepared; null when there was none. */
  readonly last: AsLastTime | null;
  /** What this person confirmed here before, and one tap confirms again. */
  readonly confirmed: ConfirmedBefore | null;
  /** Readings of this engine and its model, hot and cold. */
  readonly measured: Measured;
  readonly bleed: BleedMinutes;
  /** The open job that is begun again; null for a new one. */
  readonly again: JobAgain | null;
  /** What is open on this engine already. */
  readonly inHand: readonly JobInHand[];
}

/** What is chosen and typed before a job is opened; null where nothing was, and what is proposed stands. */
export interface PrepareForm {
  purpose: Purpose;
  note: string;
  hours: string;
  source: number;
  state: EngineState | null;
  temperature: string;
  /** The temperature is right, though it does not go with the state. */
  sure: boolean;
  setId: string | null;
  otherSets: string[];
  school: School;
  /** This way of feeling is the person's usual one from now on. */
  keepSchool: boolean;
  survey: boolean | null;
  tolerance: string;
  accepted: string[];
  settings: StopSettings;
  servingOrder: ServingOrder;
  method: MethodId | null;
  bank: number | null;
  lifters: LifterState | null;
  /** The plungers' travel where the file does not give it; null where it is not known. */
  travelMm: number | null;
  /** Null: as it is proposed. */
  depth: DepthSchool | null;
  turns: number | null;
  /** What was read in the job that is begun again is carried over; null as is proposed. */
  carry: boolean | null;
  /** For which turns wires at the first lifter were chosen as the proof; null where they were not. */
  proofFor: number | null;
  heatWay: GrowthSourceId | "none" | null;
  air: string;
  licensed: string;
}

/** A preparation: its form, what follows from it, and how it is begun. */
export function usePreparation(given: PrepareGiven) {
  const { engineId, file: kept, sets, person, wanted, measured, last, confirmed } = given;
  const form: UseFormReturn<PrepareForm> = useTypedForm<PrepareForm>({
    defaultValues: {
      purpose: wanted.purpose ?? last?.purpose ?? "routine",
      note: "",
      hours: "",
      source: 0,
      // What was never run is cold.
      state: wanted.purpose === "first-start" ? "cold" : null,
      temperature: "",
      sure: false,
      setId: last?.feelerSetId ?? likelySet(kept, sets),
      otherSets: [...(last?.otherSetIds ?? [])],
      school: person?.school ?? "go-no-go",
      keepSchool: false,
      survey: last?.survey ?? null,
      tolerance: last?.allToAimMm == null ? "" : exactLength(last.allToAimMm, engineUnit(kept) ?? "mm"),
      accepted: [],
      settings: wanted.settings ?? last?.settings ?? DEFAULT_STOP_SETTINGS,
      servingOrder: last?.servingOrder ?? "crank",
      method: wanted.method,
      bank: last?.bank ?? null,
      lifters: null,
      travelMm: null,
      depth: null,
      turns: null,
      proofFor: null,
      carry: null,
      heatWay: null,
      air: "",
      licensed: last?.licensed ?? "",
    },
  });
  const chosen = useWatch({ control: form.control }) as PrepareForm;
  const { source, state, bank, settings } = chosen;
  const file = useMemo(() => underSource(kept, source), [kept, source]);
  const rules = rulesFor(file);
  const lash = rules.judgedIn === "either-state";
  const sources = useMemo(() => growthSourcesOf(file, measured), [file, measured]);
  const otherState = lash && state !== null && file.lash !== undefined && file.lash.state !== state;
  const heatWay =
    chosen.heatWay === "none" ? null : (chosen.heatWay ?? proposedFor(sources, file, otherState ? state : null));
  const engine = useMemo(() => resolveEngine(withJobValves(file, bank)), [file, bank]);
  const answer = useMemo(() => planStops(engine, settings, file.marksDeg), [engine, settings, file.marksDeg]);
  // Flat followers of a new engine are set in firing order, whatever takes fewer stops.
  const inOrder =
    !rules.judgesReadings &&
    file.follower === "flat" &&
    chosen.lifters !== "run" &&
    answer.methods.some((m) => m.id === "firing-order" && m.usable);
  const bleeds = !rules.judgesReadings && chosen.lifters === "run";
  const { always } = given.bleed;
  const waitsIn = useMemo(
    () =>
      bleeds
        ? (order: ServingOrder, methods: readonly MethodPlan[]): Waits => waitsOf(engine, methods, order, always)
        : null,
    [bleeds, engine, always],
  );
  const waits = useMemo(
    () => waitsIn?.(chosen.servingOrder, answer.methods) ?? null,
    [waitsIn, chosen.servingOrder, answer],
  );
  const recommended = inOrder
    ? "firing-order"
    : waits === null
      ? answer.recommended
      : leastWaits(answer, waits, settings.requiredDeg);
  // Last time's way is proposed only where it still serves every valve: the engine may be another one since.
  const usable = answer.methods.find((m) => m.id === last?.method && m.usable)?.id ?? null;
  const asLast =
    usable !== null && (waits?.get(usable) ?? 0) <= (waits?.get(recommended ?? usable) ?? 0) ? usable : null;
  const method = chosen.method ?? asLast ?? recommended;
  const cautions = cautionsFor(file, state ?? file.lash?.state ?? "cold", chosen.lifters);
  const again = cautions.filter((c) => confirmed?.cautions.includes(c.id) === true);
  const known = gearForWork(file.adjuster ?? {}, chosen.travelMm);
  const depth = chosen.depth ?? (isGear(known) ? proposedDepth(known.plunger) : "middle");
  const gear = gearForWork(file.adjuster ?? {}, chosen.travelMm, depth);
  const heat = sources.sources.find((w) => w.id === heatWay) ?? null;
  const turns =
    chosen.turns ?? (isGear(gear) ? usualTurns(gear, mostGrowthMm(heat), fileTurns(file)) : fileTurns(file));
  const surveys = chosen.survey ?? surveysFirst(chosen.purpose);
  // Read cold, and hot now after all: whoever says so knows whether it was hot then.
  const carries = given.again !== null && (chosen.carry ?? (state === null || state === given.again.state));
  const { begin, busy, problems } = useBegin(person);
  const { celsius } = useTemperature();
  const { temperatureUnit } = useWays();
  const read = cautions.filter((c) => chosen.accepted.includes(c.id) || again.includes(c)).map((c) => c.id);
  const submit = form.handleSubmit((typed) =>
    begin({
      engineId,
      purpose: typed.purpose,
      note: typed.note,
      hours: typed.hours,
      source: typed.source,
      state: typed.state,
      temperature: typed.temperature,
      temperatureSure: typed.sure,
      feelerSetId: typed.setId,
      otherSetIds: typed.otherSets.filter((s) => s !== typed.setId),
      school: typed.school,
      keepSchool: typed.keepSchool,
      survey: surveys,
      tolerance: typed.tolerance,
      heatWay: !rules.judgesReadings || otherState ? heatWay : null,
      targetTurns: rules.judgesReadings ? null : turns,
      lifters: rules.judgesReadings ? null : typed.lifters,
      travelMm: rules.judgesReadings ? null : typed.travelMm,
      depth,
      proof: typed.proofFor === turns,
      again: given.again?.id ?? null,
      carry: carries,
      air: typed.air,
      licensed: typed.licensed,
      bank: typed.bank,
      method,
      settings: typed.settings,
      servingOrder: typed.servingOrder,
      cautions: read,
      lacks: lackingGivens(
        file,
        {
          state: typed.state,
          temperatureC: celsius(typed.temperature) ?? null,
          temperatureSure: typed.sure,
          temperatureUnit,
          licensed: typed.licensed.trim() === "" ? null : typed.licensed,
          lifters: typed.lifters,
          cautions: read,
        },
        chosenOffset(file, sources, otherState ? heatWay : null, typed.state ?? file.lash?.state ?? "cold"),
      ),
      liftersUnsaid: !rules.judgesReadings && typed.lifters === null,
    }),
  );
  return {
    given,
    form,
    chosen,
    file,
    rules,
    lash,
    specSources: specSources(kept),
    sources,
    otherState,
    heatWay,
    engine,
    answer,
    recommended,
    /** What each method costs in waits; null where nothing has to bleed down. */
    waits,
    waitsIn,
    method,
    plan: answer.methods.find((m) => m.id === method) ?? null,
    /** Those that one tap confirms again, and those that are ticked by themselves. */
    cautions: { again, anew: cautions.filter((c) => !again.includes(c)), confirmedOn: confirmed?.on ?? null },
    turns,
    gear,
    depth,
    surveys,
    carries,
    submit,
    busy,
    problems,
    /** What is wrong with a field, where it is shown. */
    wrong: (path: string): string | undefined => problems.find((p) => p.path === path)?.message,
  };
}

export type Preparation = ReturnType<typeof usePreparation>;

/** The source that is proposed, unless it would hold valves open: then none is chosen for anybody. */
function proposedFor(sources: GrowthSources, file: EngineFile, into: EngineState | null): GrowthSourceId | null {
  const source = proposedSource(sources, jobRoles(file))?.way ?? null;
  const refused =
    source !== null &&
    into !== null &&
    file.lash !== undefined &&
    sourceRefusal(sources, source, file.lash, into) !== null;
  return refused ? null : (source?.id ?? null);
}

/** The first set that is marked in the spec's own system. */
function likelySet(file: EngineFile, sets: readonly FeelerSet[]): string | null {
  const role = specRoles(file)[0];
  const system = role !== undefined && roleUnit(file, role) !== "mm" ? "inch" : "metric";
  return (sets.find((s) => s.system === system) ?? sets[0])?.id ?? null;
}
