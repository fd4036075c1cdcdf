/** The open calculations: plain JSON in, plain JSON out, the same from the command line and over HTTP. */
import type { z } from "zod";
import { MAX_FILE_BYTES } from "../engine/engineFile";
import { isScrew, aimMm, screwAdjuster, turnFor } from "../lash/adjuster";
import { judge } from "../lash/judge";
import { adviseLeaf, stacksOf } from "../lash/leaf";
import { isZero, lashOf, readingProblem, startMm, type Reading } from "../lash/reading";
import type { LashFigures } from "../engine/engineFile";
import { defaultBand, lashSpec, type LashSpec } from "../lash/spec";
import { parseLength, toMm } from "../units/length";
import { locate, stops, tape } from "./crankOperations";
import { heat, preload } from "./gearOperations";
import { geometry } from "./geometryOperation";
import { forecast, gaugeStudy } from "./recordOperations";
import { positiveClosing, shims } from "./shimOperations";
import { lashInput, leafInput, type specInput } from "./inputs";
import { CalcProblem, parseInput } from "./problem";
import { refuseCrossed } from "./refuseCrossed";
import { tidy } from "./tidy";

type Operation = (input: unknown) => object;

export const OPERATIONS: Record<string, Operation> = {
  stops,
  locate,
  tape,
  lash,
  leaf,
  preload,
  heat,
  shims,
  "positive-closing": positiveClosing,
  forecast,
  "gauge-study": gaugeStudy,
  geometry,
};

/** Runs one operation on JSON text. @throws CalcProblem for an unknown operation, or input it can't take. */
export function calculateText(operation: string, text: string): object {
  const run = Object.hasOwn(OPERATIONS, operation) ? OPERATIONS[operation] : undefined;
  if (run === undefined) {
    const known = Object.keys(OPERATIONS).join(", ");
    throw new CalcProblem(
      `There is no operation "${operation}". Known are: ${known}.`,
      "operation",
      "unknown-operation",
    );
  }
  if (new TextEncoder().encode(text).length > MAX_FILE_BYTES)
    throw new CalcProblem("The input is over 1 MB.", "", "too-large");
  return run(parseJson(text));
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new CalcProblem("The input is not JSON.", "", "not-json");
  }
}

function readSpec(figures: z.infer<typeof specInput>): LashSpec {
  const spec = lashSpec(figures);
  refuseCrossed(spec, "spec");
  return spec;
}

const assumedBand = (spec: LashSpec, { nominal }: LashFigures): string[] =>
  spec.assumedBand ? [`A limit was not given: ${defaultBand(nominal).words} from nominal is assumed.`] : [];

const optionalMm = (value: number | string | undefined): number | null => (value === undefined ? null : toMm(value));

function lash(input: unknown): object {
  const given = parseInput(lashInput, input);
  const spec = readSpec(given.spec);
  const reading: Reading =
    "value" in given.reading
      ? { valueMm: toMm(given.reading.value), withinMm: optionalMm(given.reading.within) ?? 0 }
      : { goesMm: optionalMm(given.reading.goes), noGoMm: optionalMm(given.reading.noGo) };
  const problem = readingProblem(reading);
  if (problem !== null) throw new CalcProblem(problem.why, `reading.${problem.field}`);
  const { lo, hi } = lashOf(reading);
  const aim = aimMm(spec.nominalMm, optionalMm(given.lockShift) ?? 0);
  return {
    lashMm: [tidy(lo), Number.isFinite(hi) ? tidy(hi) : null],
    verdict: judge(reading, spec),
    urgent: isZero(reading) && spec.lowMm > 0,
    aimMm: tidy(aim),
    turn: turnAnswer(given.adjuster, startMm(reading), aim),
    assumptions: assumedBand(spec, given.spec),
  };
}

function turnAnswer(entry: z.infer<typeof lashInput>["adjuster"], fromMm: number | null, aim: number): object | null {
  if (entry === undefined) return null;
  const adjuster = screwAdjuster(entry);
  if (!isScrew(adjuster)) throw new CalcProblem(adjuster.why, `adjuster.${adjuster.field}`);
  if (fromMm === null) return null;
  const { turns, screwDeg, direction } = turnFor(fromMm, aim, adjuster);
  return { turns: tidy(turns), screwDeg: tidy(screwDeg), direction };
}

function leaf(input: unknown): object {
  const given = parseInput(leafInput, input);
  const spec = readSpec(given.spec);
  const goes = optionalMm(given.known?.goes);
  const noGo = optionalMm(given.known?.noGo);
  if (goes !== null || noGo !== null) {
    const problem = readingProblem({ goesMm: goes, noGoMm: noGo });
    if (problem !== null) throw new CalcProblem(problem.why, `known.${problem.field}`);
  }
  const leavesMm = given.set.map(toMm);
  const advice = adviseLeaf(
    stacksOf(leavesMm, given.maxStack),
    { goesMm: goes ?? 0, noGoMm: noGo ?? Infinity },
    spec,
  );
  if (advice.decided || advice.try === null) return advice;
  const thinFirst = [...advice.try.indices].reverse();
  return {
    decided: false,
    try: thinFirst.map((i) => parseLength(given.set[i] ?? 0)?.text ?? ""),
    thicknessMm: tidy(advice.try.thicknessMm),
  };
}
