/** What an engine file says about how its lash grows; sizes that it leaves out are those of its kind, and named. */
import type { EngineFile, HeatEntry, LengthText } from "../engine/engineFile";
import { toMm } from "../units/length";
import { type HeatGear, type OverheadSizes, type PushrodSizes, type Rise, evenRise } from "./expansion";

/** From a cool workshop to running warmth (assumed). */
export const USUAL_RISE_K = 70;

/** Sizes by kind of engine where none are given: plausible middles, no engine in particular (assumed). */
const PUSHROD_SIZES: Readonly<Record<string, PushrodSizes>> = {
  small: { deckMm: 60, pivotMm: 70, pushrodMm: 124, valveMm: 75 },
  motorcycle: { deckMm: 90, pivotMm: 110, pushrodMm: 192, valveMm: 95 },
  aircraft: { deckMm: 130, pivotMm: 160, pushrodMm: 282, valveMm: 118 },
  diesel: { deckMm: 240, pivotMm: 140, pushrodMm: 368, valveMm: 145 },
};
const USUAL_PUSHROD: PushrodSizes = { deckMm: 180, pivotMm: 120, pushrodMm: 290, valveMm: 118 };
const OVERHEAD_SIZES: Readonly<Record<string, OverheadSizes>> = {
  small: { camMm: 85, valveMm: 75 },
  motorcycle: { camMm: 105, valveMm: 92 },
  diesel: { camMm: 160, valveMm: 140 },
};
const USUAL_OVERHEAD: OverheadSizes = { camMm: 130, valveMm: 112 };
const LARGE: Readonly<Record<string, string>> = { marine: "diesel" };

/** Whether the cam lies under the pushrods or over the valves: said, or seen from the adjuster. */
export function layoutOf({ heat, adjuster }: Pick<EngineFile, "heat" | "adjuster">): "pushrod" | "overhead" | null {
  if (heat?.layout !== undefined) return heat.layout;
  switch (adjuster?.kind) {
    case "screw":
    case "hydraulic":
      return adjuster.at === "pushrod-end" || adjuster.at === "stud-nut"
        ? "pushrod"
        : adjuster.at === "cam"
          ? "overhead"
          : null;
    case "bucket":
    case "bucket-shim":
    case "positive-closing":
      return "overhead";
    case "fixed":
      return adjuster.part === undefined || adjuster.part === "pushrod" ? "pushrod" : null;
    default:
      return null;
  }
}

export type HeatGearOf =
  | { readonly kind: "gear"; readonly gear: HeatGear; readonly rise: Rise; readonly assumed: readonly string[] }
  | { readonly kind: "missing"; readonly why: string };

/** The gear to compute a growth with, or what must be said first. */
export function heatGearOf(file: EngineFile): HeatGearOf {
  const layout = layoutOf(file);
  const { heat = {} } = file;
  if (layout === null) return { kind: "missing", why: "Say whether the cam lies under pushrods or over the valves." };
  if (heat.head === undefined) return { kind: "missing", why: "Say what the head is made of." };
  const assumed: string[] = [];
  const rise = riseOf(heat, assumed);
  const kind = LARGE[file.sector ?? ""] ?? file.sector ?? "";
  if (layout === "overhead") {
    const sizes = filled(
      OVERHEAD_SIZES[kind] ?? USUAL_OVERHEAD,
      { camMm: heat.sizes?.cam, valveMm: heat.sizes?.valve },
      assumed,
    );
    return { kind: "gear", gear: { layout, sizes, head: heat.head }, rise, assumed };
  }
  const ratio = file.adjuster?.ratio;
  if (heat.block === undefined) return { kind: "missing", why: "Say what the block is made of." };
  if (ratio === undefined) return { kind: "missing", why: "Give the rocker ratio." };
  const { deck, pivot, pushrod, valve } = heat.sizes ?? {};
  const sizes = filled(
    PUSHROD_SIZES[kind] ?? USUAL_PUSHROD,
    { deckMm: deck, pivotMm: pivot, pushrodMm: pushrod, valveMm: valve },
    assumed,
  );
  return { kind: "gear", gear: { layout, ratio, sizes, block: heat.block, head: heat.head }, rise, assumed };
}

function riseOf({ rise }: HeatEntry, assumed: string[]): Rise {
  if (typeof rise === "number") return evenRise(rise);
  if (rise !== undefined) return rise;
  assumed.push(`a rise of ${USUAL_RISE_K} K everywhere`);
  return evenRise(USUAL_RISE_K);
}

function filled<T extends PushrodSizes | OverheadSizes>(
  usual: T,
  given: { readonly [K in keyof T]: LengthText | undefined },
  assumed: string[],
): T {
  const known = Object.entries(given)
    .filter(([, value]) => value !== undefined)
    .map(([key, value]) => [key, toMm(value as LengthText)] as const);
  if (known.length < Object.keys(usual).length)
    assumed.push(known.length === 0 ? "usual sizes of its kind" : "usual sizes where none are given");
  return { ...usual, ...Object.fromEntries(known) };
}
