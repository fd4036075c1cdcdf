/** Rates and forecasts from services, and how well hands read. */
import type { z } from "zod";
import { type ForecastValve, forecast as forecastOf } from "../record/forecast";
import { gaugeStudy as studyOf, studyProblem } from "../record/gaugeStudy";
import { DEFAULT_REPEAT_MM, type Rate, type Service } from "../record/rates";
import type { Interval } from "../units/interval";
import { defaultBand, lashSpec } from "../lash/spec";
import { toMm } from "../units/length";
import { CalcProblem, parseInput } from "./problem";
import { forecastInput, gaugeStudyInput } from "./recordInputs";
import { refuseCrossed } from "./refuseCrossed";
import { tidy } from "./tidy";

const DEFAULT_RISK = 0.05;
const PER = 100;

type Given = z.infer<typeof forecastInput>;

/** @throws CalcProblem where its ends are crossed */
function intervalOf([lower, upper]: Given["valves"][number]["now"], path: string): Interval {
  const [lo, hi] = [toMm(lower), toMm(upper)];
  if (lo > hi) throw new CalcProblem("The lower end of an interval stands first.", path);
  return { lo, hi };
}

function valveOf(valve: Given["valves"][number], at: string, repeatMm: number): ForecastValve {
  const spec = lashSpec(valve.spec);
  refuseCrossed(spec, `${at}.spec`);
  const services = valve.services.map(({ use, left, found }, i): Service => {
    const path = `${at}.services[${i}]`;
    const service = {
      use,
      left: intervalOf(left, `${path}.left`),
      found: intervalOf(found, `${path}.found`),
      repeatMm,
    };
    if (repeatMm === 0 && isPoint(service.left) && isPoint(service.found))
      throw new CalcProblem(
        "Two readings without width, by a hand that never differs, leave nothing to weigh by.",
        path,
      );
    return service;
  });
  return {
    id: valve.id,
    role: valve.role,
    lowMm: spec.lowMm,
    highMm: spec.highMm,
    now: intervalOf(valve.now, `${at}.now`),
    services,
  };
}

const isPoint = ({ lo, hi }: Interval): boolean => lo === hi;

const perHundred = (rate: Rate | null): number | null => (rate === null ? null : tidy(rate.mean * PER));
const sdPerHundred = (rate: Rate | null): number | null =>
  rate === null ? null : tidy(Math.sqrt(rate.variance) * PER);
const orNull = (value: number | null): number | null => (value === null ? null : tidy(value));

export function forecast(input: unknown): object {
  const { unit = "units", risk = DEFAULT_RISK, horizon, repeat, valves } = parseInput(forecastInput, input);
  const repeatMm = repeat === undefined ? DEFAULT_REPEAT_MM : toMm(repeat);
  const twice = valves.findIndex((v, i) => valves.findIndex((o) => o.id === v.id) !== i);
  if (twice >= 0) throw new CalcProblem(`${valves[twice]?.id} stands twice.`, `valves[${twice}].id`);
  const comes = forecastOf({ valves: valves.map((v, i) => valveOf(v, `valves[${i}]`, repeatMm)), risk, horizon });
  return {
    roles: [...comes.roles].map(([role, rate]) => ({
      role,
      ratePer100: perHundred(rate),
      sdPer100: sdPerHundred(rate),
      betweenPer100: rate === null ? null : tidy(Math.sqrt(rate.between) * PER),
      valves: rate?.valves ?? 0,
    })),
    valves: comes.valves.map((v) => ({
      id: v.id,
      ownPer100: perHundred(v.own),
      ratePer100: perHundred(v.rate),
      sdPer100: sdPerHundred(v.rate),
      leavesAt: orNull(v.leavesAt),
    })),
    useLeft: orNull(comes.useLeft),
    first: comes.first,
    chanceAtHorizon: orNull(comes.chanceAtHorizon),
    unknown: comes.unknown,
    why: why(comes, unit, risk, horizon),
    assumptions: [
      ...(repeat === undefined ? [`Hands repeat within ${DEFAULT_REPEAT_MM} mm (a standard deviation).`] : []),
      ...valves.flatMap((v) =>
        lashSpec(v.spec).assumedBand
          ? [`${v.id}: a limit was not given: ${defaultBand(v.spec.nominal).words} from nominal is assumed.`]
          : [],
      ),
    ],
  };
}

function why(
  { useLeft, first, unknown }: ReturnType<typeof forecastOf>,
  unit: string,
  risk: number,
  horizon: number,
): string {
  const percent = `${tidy(risk * 100)} percent`;
  if (unknown.length > 0) return `No history tells how these move: ${unknown.join(", ")}.`;
  if (useLeft === null) return `Within ${horizon} ${unit} the chance of any valve out stays under ${percent}.`;
  return useLeft === 0
    ? `The chance of any valve out is ${percent} or more already, ${first} the likeliest.`
    : `After ${tidy(useLeft)} ${unit} the chance of any valve out is ${percent}, ${first} the likeliest.`;
}

export function gaugeStudy(input: unknown): object {
  const { tolerance, readings } = parseInput(gaugeStudyInput, input);
  const values = readings.map((r) => ({ valve: r.valve, person: r.person, valueMm: toMm(r.value) }));
  const problem = studyProblem(values);
  if (problem !== null) throw new CalcProblem(problem, "readings");
  const study = studyOf(values, toMm(tolerance));
  return {
    repeatabilityMm: tidy(study.repeatabilityMm),
    reproducibilityMm: tidy(study.reproducibilityMm),
    interactionMm: tidy(study.interactionMm),
    betweenValvesMm: tidy(study.betweenValvesMm),
    gaugeMm: tidy(study.gaugeMm),
    shareOfBand: tidy(study.shareOfBand),
    distinct: study.distinct,
    pooled: study.pooled,
    verdict: study.verdict,
    people: study.people.map(({ person, biasMm }) => ({ person, biasMm: tidy(biasMm) })),
  };
}
