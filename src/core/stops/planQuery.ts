/** A chosen method with its settings as an address carries it, and back. */
import type { MethodId } from "./methods";
import { METHOD_IDS } from "./methods";
import { DEFAULT_STOP_SETTINGS, type StopSettings } from "./settings";

export function planQuery(method: MethodId, settings: StopSettings): string {
  const query = new URLSearchParams({ method, margin: String(settings.requiredDeg) });
  if (settings.openingShare !== DEFAULT_STOP_SETTINGS.openingShare)
    query.set("opening", String(settings.openingShare));
  if (settings.closingShare !== DEFAULT_STOP_SETTINGS.closingShare)
    query.set("closing", String(settings.closingShare));
  if (settings.marksOnly) query.set("marks", "only");
  return query.toString();
}

/** What an address says of the plan; what it does not say, or says wrong, is left at the default. */
export function planFromQuery(query: Readonly<Record<string, string | string[] | undefined>>): {
  readonly method: MethodId | null;
  readonly settings: StopSettings;
} {
  const number = (key: string, low: number, high: number, otherwise: number): number => {
    const text = query[key];
    const value = typeof text === "string" && text !== "" ? Number(text) : NaN;
    return value >= low && value <= high ? value : otherwise;
  };
  return {
    method: METHOD_IDS.find((m) => m === query["method"]) ?? null,
    settings: {
      requiredDeg: number("margin", 0, 90, DEFAULT_STOP_SETTINGS.requiredDeg),
      openingShare: number("opening", 0, 1, DEFAULT_STOP_SETTINGS.openingShare),
      closingShare: number("closing", 0, 1, DEFAULT_STOP_SETTINGS.closingShare),
      marksOnly: query["marks"] === "only",
    },
  };
}
