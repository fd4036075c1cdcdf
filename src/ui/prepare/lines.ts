/** The parts of a preparation, in a line each. Pure. */
import { PURPOSE_NAMES } from "@/core/job/setup/purpose";
import { SCHOOL_NAMES } from "@/core/lash/school";
import { METHODS } from "@/core/stops/methods";
import { ORDER_NAMES } from "@/core/stops/orders";
import type { Preparation } from "./usePreparation";

const joined = (...parts: readonly (string | null)[]): string => parts.filter((p) => p !== null).join(", ");

export const whyLine = ({ chosen, given }: Preparation): string =>
  joined(
    PURPOSE_NAMES[chosen.purpose].name,
    chosen.hours.trim() === "" ? null : `${chosen.hours} ${given.counterUnit}`,
    chosen.note.trim() === "" ? null : chosen.note,
  );

export function gaugeLine({ given, chosen, specSources }: Preparation): string {
  const source = specSources.length > 1 ? (specSources[chosen.source]?.source ?? "no source named") : null;
  const named = (id: string | null): string | null => given.sets.find((s) => s.id === id)?.name ?? null;
  return joined(
    source,
    named(chosen.setId) ?? "set to be chosen",
    ...chosen.otherSets.map(named),
    SCHOOL_NAMES[chosen.school].name.toLowerCase(),
  );
}

export const workLine = ({ chosen, file, lash, surveys }: Preparation): string =>
  joined(
    chosen.bank === null ? "All valves" : `Bank ${(file.layout?.banks?.[chosen.bank] ?? []).join(" ")}`,
    !lash ? null : surveys ? "all as found first" : "valve by valve",
    chosen.tolerance.trim() === "" ? null : `all within ${chosen.tolerance} of the target`,
  );

/** How often squeezed lifters are waited for; the last time before the engine is turned over. */
export const waitsWords = (waits: number | undefined): string =>
  waits === undefined || waits === 0 ? "no wait" : waits === 1 ? "one wait" : `${waits} waits`;

export function stopsLine({ chosen, method, plan, waits }: Preparation): string {
  if (method === null || plan === null) return "To be chosen";
  const stops = `${plan.stops.length} ${plan.stops.length === 1 ? "stop" : "stops"}`;
  const over = plan.usable ? null : `${plan.unserved.length} valves need an override`;
  return joined(
    METHODS[method].name,
    stops,
    over,
    waits === null ? null : waitsWords(waits.get(method)),
    ORDER_NAMES[chosen.servingOrder].toLowerCase(),
  );
}
