/** What is printed of an engine's plan: the tape for its pulley, and the card to hang at it. */
import { z } from "zod";
import { CalcProblem } from "@/core/calc/problem";
import type { EngineFile } from "@/core/engine/engineFile";
import { resolveEngine } from "@/core/engine/resolve";
import { capital, engineWords } from "@/core/job/words/names";
import { turnWords } from "@/core/stops/crankTurns";
import { METHODS } from "@/core/stops/methods";
import { planMethod } from "@/core/stops/planMethod";
import { planFromQuery } from "@/core/stops/planQuery";
import { planStops } from "@/core/stops/recommend";
import { sightsWords } from "@/core/stops/sight";
import { checkOf } from "@/core/signs/proofWords";
import { stopLetter, topsAt } from "@/core/stops/sign";
import { type PulleyMeasure, pulleyRound, tapeMarks, tapePieces } from "@/core/stops/tape";
import type { Card } from "@/print/PlanCard";
import type { TapeSheet } from "@/print/TapeDocument";
import { DEFAULT_PAPER, PAPERS, type Paper } from "@/core/units/paper";
import { LANDSCAPE_MM, MARGIN_MM } from "@/print/paper";
import { Refused } from "../http/refused";

const OVERLAP_MM = 10;

type Query = Readonly<Record<string, string | undefined>>;

function planOf(file: EngineFile, query: Query) {
  const engine = resolveEngine(file);
  const { method, settings } = planFromQuery(query);
  const chosen = method ?? planStops(engine, settings, file.marksDeg).recommended ?? "firing-order";
  const plan = planMethod(chosen, engine, settings, file.marksDeg);
  if (plan.stops.length === 0)
    throw new Refused(`This method has no stop on this engine. ${plan.why} Choose another.`, 422, "method");
  return { engine, plan, settings };
}

const paperOf = (query: Query): Paper => z.enum(PAPERS).catch(DEFAULT_PAPER).parse(query["paper"]);

/** The circumference from what was typed: round the pulley, or across it. @throws CalcProblem */
function circumferenceFrom(query: Query): number {
  const [round, across] = [query["circumference"]?.trim() ?? "", query["diameter"]?.trim() ?? ""];
  const measure: PulleyMeasure = round !== "" || across === "" ? "circumference" : "diameter";
  const read = pulleyRound(measure === "circumference" ? round : across, measure);
  if ("mm" in read) return read.mm;
  throw new CalcProblem(
    read.why === "no-length"
      ? "Give the circumference or the diameter of the pulley, like 480 mm or 6 in."
      : read.words,
    measure,
  );
}

/** @throws Refused, CalcProblem */
export function tapeOf(file: EngineFile, query: Query): TapeSheet {
  const { plan } = planOf(file, query);
  const circumferenceMm = circumferenceFrom(query);
  const paper = paperOf(query);
  const marks = tapeMarks(
    circumferenceMm,
    plan.stops.map((s) => s.crankDeg),
  );
  const pieces = tapePieces(circumferenceMm, marks, LANDSCAPE_MM[paper].width - 2 * MARGIN_MM, OVERLAP_MM);
  return {
    title: file.name,
    method: METHODS[plan.id].name,
    circumferenceMm,
    rotation: file.rotation ?? null,
    marks,
    pieces,
    overlapMm: OVERLAP_MM,
    paper,
  };
}

/** @throws Refused */
export function cardOf(file: EngineFile, query: Query): Card {
  const { engine, plan, settings } = planOf(file, query);
  const stops = plan.stops.map((s, i) => ({
    letter: stopLetter(i),
    where:
      s.sights.length > 0
        ? capital(sightsWords(s.sights, engine.mover))
        : `Mark at ${Math.round(s.markDeg * 10) / 10}°${engine.cycleDeg === 720 ? (s.crankDeg < 360 ? ", first time round" : ", second time round") : ""}`,
    turn: i === 0 ? "" : `${turnWords(Math.round(s.turnDeg * 10) / 10)} on`,
    check: s.sights.length > 0 ? "" : checkOf(engine, {}, s).check,
    valves: s.set.map((v) => ({ id: v.valve, marginDeg: v.marginDeg })),
  }));
  const rocking = topsAt(engine, plan.stops.at(-1)?.crankDeg ?? 0).rocking;
  const after = [
    "Afterwards turn two full turns by hand, check every valve once more, and touch every lock.",
    ...(rocking.length > 0
      ? [
          `At the last stop cylinder ${rocking.join(", ")} rocks: mind that before a distributor or pump drive goes back in.`,
        ]
      : []),
  ];
  return {
    title: file.name,
    engine: engineWords(file),
    method: METHODS[plan.id].name,
    how: METHODS[plan.id].how(engine.cycleDeg),
    requiredDeg: settings.requiredDeg,
    rotation: file.rotation ?? "in the running direction",
    stops,
    unserved: plan.unserved.map((u) => u.valve),
    assumptions: engine.assumptions,
    after,
    paper: paperOf(query),
  };
}
