/** Whether a lash job can be opened on an engine, with which valves, and under which spec. */
import type { EngineFile, EngineState, LashEntry } from "../engine/engineFile";
import { crossedLimit, lashSpec, specRoles } from "../lash/spec";

/** The sources of the spec, the file's own first. */
export const specSources = (file: EngineFile): LashEntry[] => [...(file.lash === undefined ? [] : [file.lash]), ...(file.otherLash ?? [])];

/** The engine with another source ruling; the others stay beside it. @throws RangeError when there is no such source */
export function underSource(file: EngineFile, index: number): EngineFile {
  const sources = specSources(file);
  if (index === 0 && sources.length === 0) return file;
  const lash = sources[index];
  if (lash === undefined) throw new RangeError(`underSource: no source ${index} of ${sources.length}`);
  const others = sources.filter((_, i) => i !== index);
  return { ...file, lash, ...(others.length === 0 ? {} : { otherLash: others }) };
}

/** The engine with the valves that have a spec: what has none is not part of a lash job. */
export function withJobValves(file: EngineFile): EngineFile {
  const roles = specRoles(file);
  const valves = file.valves.filter((v) => roles.includes(v.role));
  const ids = new Set(valves.map((v) => v.id));
  const parts = file.tightenedLater?.map((p) => ({ ...p, valves: p.valves.filter((id) => ids.has(id)) })).filter((p) => p.valves.length > 0);
  return { ...file, valves, ...(parts === undefined ? {} : { tightenedLater: parts }) };
}

/** Why a lash job can't be opened on this engine in this state, or null. */
export function notReady(file: EngineFile, state: EngineState): string | null {
  const { lash, adjuster } = file;
  if (adjuster?.kind === "hydraulic" || adjuster?.kind === "fixed") {
    return "This engine has hydraulic lifters without lash: preload can't be set here yet.";
  }
  if (lash === undefined || specRoles(file).length === 0) return "This engine has no lash spec yet: enter it on the engine's page first.";
  for (const role of specRoles(file)) {
    const figures = lash[role];
    const crossed = figures === undefined ? null : crossedLimit(lashSpec(figures));
    if (crossed !== null) return `${role}: ${crossed.why}`;
  }
  if (lash.state !== state) {
    const other = lash.state === "hot" ? "Warm the engine through first" : "Let the engine cool first";
    return `The spec is for a ${lash.state} engine, and this one is ${state}: a reading would be judged against the wrong figures. ${other}, or choose a spec for a ${state} engine.`;
  }
  return null;
}

/** Warmer than a workshop on a hot day, and cooler than any engine that has just run (assumed). */
const COLD_TO_C = 40;
const HOT_FROM_C = 50;

/** What is odd about a temperature in the state that was given, or null. A person may say that it is right all the same. */
export function temperatureDoubt(state: EngineState, temperatureC: number | null): string | null {
  if (temperatureC === null) return null;
  if (state === "cold" && temperatureC > COLD_TO_C) return `${temperatureC} °C is not cold: at that warmth lash reads otherwise. Let it cool, or say that the figure is right.`;
  if (state === "hot" && temperatureC < HOT_FROM_C) return `${temperatureC} °C is not hot: the gear has cooled already. Warm it through, or say that the figure is right.`;
  return null;
}
