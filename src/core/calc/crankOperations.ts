/** The open calculations about the crank: where to stop, where it is, and a tape for the pulley. */
import { ROLES, type EngineFile } from "../engine/engineFile";
import { unknownFields } from "../engine/engineFileSchema";
import { type Engine, resolveEngine } from "../engine/resolve";
import { lashSpec } from "../lash/spec";
import { locate as locateCrank } from "../locate/locate";
import { type Observation, arcsOf } from "../locate/observation";
import { bestWorstMargin, markAngles } from "../stops/fewest";
import { planStops } from "../stops/recommend";
import { tapeMarks } from "../stops/tape";
import { fold } from "../units/angle/arc";
import { toMm } from "../units/length";
import { locateInput, stopsInput, tapeInput } from "./inputs";
import { CalcProblem, parseInput } from "./problem";
import { refuseCrossed } from "./refuseCrossed";
import { tidy } from "./tidy";

export function stops(input: unknown): object {
  const { engine: file, requiredMarginDeg, stopCount, ...more } = parseInput(stopsInput, input);
  refuseCrossedLash(file);
  const engine = resolveEngine(file);
  const settings = {
    ...definedOf(more),
    ...(requiredMarginDeg === undefined ? {} : { requiredDeg: requiredMarginDeg }),
  };
  const answer = planStops(engine, settings, file.marksDeg);
  const unknown = unknownFields(file).map(
    (field) => `The field "${field}" is not known here: it is used for nothing.`,
  );
  return {
    ...answer,
    // Where the lobes are in sight any place will do: there is no plan to tell.
    methods: answer.methods.filter((m) => m.id !== "lobe-in-sight"),
    ...(stopCount === undefined
      ? {}
      : { withStops: withStops(engine, stopCount, more.marksOnly === true ? (file.marksDeg ?? [0]) : null) }),
    assumptions: [...answer.assumptions, ...unknown],
  };
}

const definedOf = <T extends object>(values: T): { [K in keyof T]?: Exclude<T[K], undefined> } =>
  Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)) as {
    [K in keyof T]?: Exclude<T[K], undefined>;
  };

function refuseCrossedLash(file: EngineFile): void {
  for (const role of ROLES) {
    const figures = file.lash?.[role];
    if (figures !== undefined) refuseCrossed(lashSpec(figures), `engine.lash.${role}`);
  }
  for (const [id, figures] of Object.entries(file.lash?.valves ?? {}))
    refuseCrossed(lashSpec(figures), `engine.lash.valves.${id}`);
}

/** The best that so many stops can do. */
function withStops(engine: Engine, count: number, marksDeg: readonly number[] | null): object {
  const best = bestWorstMargin(engine, count, marksDeg === null ? null : markAngles(marksDeg, engine.cycleDeg));
  return {
    count,
    worstMarginDeg: best === null ? null : tidy(best.worstDeg),
    crankDeg: best === null ? [] : best.stops.map(tidy).sort((a, b) => a - b),
  };
}

export function locate(input: unknown): object {
  const { engine: file, observations, requiredMarginDeg } = parseInput(locateInput, input);
  const engine = resolveEngine(file);
  observations.forEach((seen, i) => refuseUnseeable(engine, seen, `observations[${i}]`));
  const { arcs, settable, contradiction, next } = locateCrank(engine, observations, requiredMarginDeg);
  return {
    arcs: arcs.map((a) => ({
      fromDeg: tidy(a.startDeg),
      toDeg: tidy(a.spanDeg >= engine.cycleDeg ? engine.cycleDeg : fold(a.startDeg + a.spanDeg, engine.cycleDeg)),
    })),
    settable,
    contradiction,
    ...(next === null ? {} : { next }),
  };
}

/** What this engine can't show is refused by name. @throws CalcProblem */
function refuseUnseeable(engine: Engine, seen: Observation, path: string): void {
  if ("cylinder" in seen && !engine.cylinders.some((c) => c.id === seen.cylinder))
    throw new CalcProblem(`There is no cylinder ${seen.cylinder} on this engine.`, `${path}.cylinder`);
  if ("valve" in seen && !engine.valves.some((v) => v.id === seen.valve))
    throw new CalcProblem(`There is no valve ${seen.valve} on this engine.`, `${path}.valve`);
  if (seen.kind === "rocking" && engine.cycleDeg === 360)
    throw new CalcProblem("A two-stroke has no overlap: nothing rocks.", `${path}.kind`);
  if (arcsOf(engine, seen) === null && "valve" in seen)
    throw new CalcProblem(`No arc is known for ${seen.valve}: it tells nothing about the crank.`, `${path}.valve`);
}

export function tape(input: unknown): object {
  const { circumference, diameter, stopsDeg } = parseInput(tapeInput, input);
  const circumferenceMm = circumference === undefined ? Math.PI * toMm(diameter ?? 0) : toMm(circumference);
  return { circumferenceMm: tidy(circumferenceMm), marks: tapeMarks(circumferenceMm, stopsDeg) };
}
