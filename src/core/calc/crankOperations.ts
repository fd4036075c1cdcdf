/** The open calculations about the crank: where to stop, where it is, and a tape for the pulley. */
import { ROLES, type EngineFile } from "../engine/engineFile";
import { unknownFields } from "../engine/engineFileSchema";
import { type Engine, resolveEngine } from "../engine/resolve";
import { lashSpec } from "../lash/spec";
import { type GearNow, type GearState, allIn } from "../locate/gearState";
import { locate as locateCrank } from "../locate/locate";
import { provesNothing } from "../locate/proves";
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
  const { engine: file, observations, requiredMarginDeg, gear: given } = parseInput(locateInput, input);
  const engine = resolveEngine(file);
  const gear = gearNow(engine, given);
  observations.forEach((seen, i) => {
    const nothing = provesNothing(engine, gear, seen);
    if (nothing !== null) throw new CalcProblem(nothing.why, `observations[${i}].${nothing.field}`);
  });
  const { arcs, settable, contradiction, next } = locateCrank(engine, observations, {
    gear,
    ...(requiredMarginDeg === undefined ? {} : { requiredDeg: requiredMarginDeg }),
  });
  return {
    arcs: arcs.map((a) => ({
      fromDeg: tidy(a.startDeg),
      toDeg: tidy(a.spanDeg >= engine.cycleDeg ? engine.cycleDeg : fold(a.startDeg + a.spanDeg, engine.cycleDeg)),
    })),
    settable,
    contradiction,
    ...(next === null ? {} : { next }),
    ...(next === null && arcs.length > 1
      ? { why: "Nothing that this gear shows as it stands tells these places apart." }
      : {}),
  };
}

/** One state for all valves, or one for each that is named. @throws CalcProblem for a valve that there is not */
function gearNow(engine: Engine, given: GearState | Readonly<Record<string, GearState>> = {}): GearNow {
  if (typeof given === "string") return allIn(engine, given);
  const stranger = Object.keys(given).find((id) => !engine.valves.some((v) => v.id === id));
  if (stranger !== undefined)
    throw new CalcProblem(`There is no valve ${stranger} on this engine.`, `gear.${stranger}`);
  const named = Object.entries(given).map(([id, state]) => [id, { state, read: true }] as const);
  return { ...allIn(engine), ...Object.fromEntries(named) };
}

export function tape(input: unknown): object {
  const { circumference, diameter, stopsDeg } = parseInput(tapeInput, input);
  const circumferenceMm = circumference === undefined ? Math.PI * toMm(diameter ?? 0) : toMm(circumference);
  return { circumferenceMm: tidy(circumferenceMm), marks: tapeMarks(circumferenceMm, stopsDeg) };
}
