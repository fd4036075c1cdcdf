/** Whether a job can be opened on an engine, with which valves, and under which spec. */
import { type EngineFile, type EngineState, type LashEntry, ROLES, type ValveRole } from "../engine/engineFile";
import { coldAimRefusal, specIn } from "../heat/coldAim";
import { type LashSpec, crossedLimit, lashSpec, specRoles } from "../lash/spec";
import { isGear, preloadGear } from "../preload/gear";
import type { Work } from "./job";
import type { Offset } from "./plans";

/** The sources of the spec, the file's own first. */
export const specSources = (file: EngineFile): LashEntry[] => [
  ...(file.lash === undefined ? [] : [file.lash]),
  ...(file.otherLash ?? []),
];

/** The engine with another source ruling; the others stay beside it. @throws RangeError when there is no such source */
export function underSource(file: EngineFile, index: number): EngineFile {
  const sources = specSources(file);
  if (index === 0 && sources.length === 0) return file;
  const lash = sources[index];
  if (lash === undefined) throw new RangeError(`underSource: no source ${index} of ${sources.length}`);
  const others = sources.filter((_, i) => i !== index);
  return { ...file, lash, ...(others.length === 0 ? {} : { otherLash: others }) };
}

/** What is set on an engine, by its adjuster. */
export function workOf({ adjuster }: Pick<EngineFile, "adjuster">): Work {
  return adjuster?.kind === "hydraulic" ? "preload" : adjuster?.kind === "fixed" ? "dry-gap" : "lash";
}

/** The roles that a job covers: those with a spec, or all that a hydraulic lifter can sit at. */
export const jobRoles = (file: EngineFile): ValveRole[] =>
  workOf(file) === "preload"
    ? ROLES.filter((r) => r !== "injector" && file.valves.some((v) => v.role === r))
    : specRoles(file);

/** The engine with the valves of its job: what has no spec is left out, and all but one bank where only that is done. @throws RangeError when there is no such bank */
export function withJobValves(file: EngineFile, bank: number | null = null): EngineFile {
  const roles = jobRoles(file);
  const cylinders = bank === null ? file.cylinders : file.layout?.banks?.[bank];
  if (cylinders === undefined) throw new RangeError(`withJobValves: no bank ${bank}`);
  const valves = file.valves.filter((v) => roles.includes(v.role) && cylinders.includes(v.cylinder));
  const ids = new Set(valves.map((v) => v.id));
  const parts = file.tightenedLater
    ?.map((p) => ({ ...p, valves: p.valves.filter((id) => ids.has(id)) }))
    .filter((p) => p.valves.length > 0);
  return { ...file, valves, ...(parts === undefined ? {} : { tightenedLater: parts }) };
}

/** What the engine file itself lacks before any job can be opened on it; null when nothing. */
export function lacks(file: EngineFile): string | null {
  const work = workOf(file);
  if (work === "preload") {
    const gear = preloadGear(file.adjuster ?? {});
    return isGear(gear) ? null : `Preload can't be set yet. ${gear.why}`;
  }
  if (file.lash === undefined || specRoles(file).length === 0)
    return `This engine has no ${work === "dry-gap" ? "dry gap" : "lash spec"} yet: enter it on the engine's page first.`;
  for (const role of specRoles(file)) {
    const figures = file.lash[role];
    const crossed = figures === undefined ? null : crossedLimit(lashSpec(figures));
    if (crossed !== null) return `${role}: ${crossed.why}`;
  }
  return null;
}

/** Whether there is something to set by; what is odd about it is said where it is used. */
export const hasSpec = (file: EngineFile): boolean =>
  workOf(file) === "preload" ? lacks(file) === null : file.lash !== undefined;

/** Why a job can't be opened on this engine in this state, or null. `offset` is the way from the spec's state that was chosen. */
export function notReady(
  file: EngineFile,
  state: EngineState,
  offset: Pick<Offset, "growthMm"> | null = null,
): string | null {
  const missing = lacks(file);
  const { lash } = file;
  if (missing !== null || lash === undefined || workOf(file) === "preload") return missing;
  if (lash.state !== state && (offset === null || workOf(file) === "dry-gap")) {
    const other = lash.state === "hot" ? "Warm the engine through first" : "Let the engine cool first";
    return `The spec is for a ${lash.state} engine, and this one is ${state}: a reading would be judged against the wrong figures. ${other}, or ${workOf(file) === "lash" ? "choose how it grows with heat" : `read it ${lash.state}`}.`;
  }
  return workOf(file) === "lash" ? heldOpen(file, state, offset) : null;
}

/** No path leads to a cold lash that would hold a valve open: neither a way from hot, nor a cold spec typed or taken in as such. */
function heldOpen(file: EngineFile, state: EngineState, offset: Pick<Offset, "growthMm"> | null): string | null {
  if (state !== "cold" || file.adjuster?.kind === "positive-closing") return null;
  for (const role of specRoles(file)) {
    const spec = specFor(file, role, state, offset);
    const refused =
      spec === null
        ? `No growth is known for ${role} valves this way: choose another.`
        : coldAimRefusal(role, spec.nominalMm);
    if (refused !== null) return refused;
  }
  return null;
}

/** The spec of a role as this job judges by it; null when there is none, or no growth to bring it over. */
export function specFor(
  file: EngineFile,
  role: ValveRole,
  state: EngineState,
  offset: Pick<Offset, "growthMm"> | null,
): LashSpec | null {
  const figures = file.lash?.[role];
  if (file.lash === undefined || figures === undefined) return null;
  const spec = lashSpec(figures);
  if (file.lash.state === state) return spec;
  const growth = offset?.growthMm[role];
  return growth === undefined ? null : specIn(state, spec, growth);
}

/** Warmer than a workshop on a hot day, and cooler than any engine that has just run (assumed). */
const COLD_TO_C = 40;
const HOT_FROM_C = 50;

/** What is odd about a temperature in the state that was given, or null. A person may say that it is right all the same. */
export function temperatureDoubt(state: EngineState, temperatureC: number | null): string | null {
  if (temperatureC === null) return null;
  if (state === "cold" && temperatureC > COLD_TO_C)
    return `${temperatureC} °C is not cold: at that warmth lash reads otherwise. Let it cool, or say that the figure is right.`;
  if (state === "hot" && temperatureC < HOT_FROM_C)
    return `${temperatureC} °C is not hot: the gear has cooled already. Warm it through, or say that the figure is right.`;
  return null;
}
