/** What the last lines of a device amount to: a value that may be held, or what is wrong with them. */
import { median } from "../units/median";
import { type DeviceKind, type DeviceLine } from "./line";

export interface HeardLine {
  readonly line: DeviceLine;
  /** When it came, in ms of any one clock. */
  readonly atMs: number;
}

export type DeviceState = "unplugged" | "silent" | "garbage" | "wrong-unit" | "two" | "noisy" | "moving" | "steady";

export interface Assessment {
  readonly state: DeviceState;
  /** In mm or degrees; null unless steady, moving or noisy. */
  readonly value: number | null;
  /** How far the value may be off, from its own spread; null like the value. */
  readonly within: number | null;
  readonly unit: "mm" | "in" | "deg" | null;
  readonly id: string | null;
  /** What it means, in a sentence. */
  readonly words: string;
  /** The device says of itself that it is a stand-in. */
  readonly simulated: boolean;
}

/** Lines older than this say nothing of now. */
export const WINDOW_MS = 1200;
/**
 * Limits by kind, in mm or degrees: under `still` it is steady, over `wild` it is noise and no movement. Gauges
 * repeat to a hundredth; an encoder's hand is coarser (assumed).
 */
const LIMITS: Record<DeviceKind, { readonly still: number; readonly wild: number; readonly least: number }> = {
  gauge: { still: 0.015, wild: 0.1, least: 0.005 },
  encoder: { still: 0.5, wild: 90, least: 0.1 },
};

const nothing = (state: DeviceState, words: string, simulated: boolean): Assessment => ({
  state,
  value: null,
  within: null,
  unit: null,
  id: null,
  words,
  simulated,
});

export const UNPLUGGED: Assessment = nothing("unplugged", "Not plugged in: nothing answers.", false);

/** @param heard lines in the order in which they came, older ones than {@link WINDOW_MS} are left out */
export function assess(kind: DeviceKind, heard: readonly HeardLine[], nowMs: number): Assessment {
  const simulated = heard.some((h) => h.line.kind === "remark" && h.line.text.includes("simulated"));
  const recent = heard
    .filter((h) => nowMs - h.atMs <= WINDOW_MS)
    .map((h) => h.line)
    .filter((l) => l.kind !== "remark");
  if (recent.length === 0) return nothing("silent", "Plugged in, but silent: is it switched on?", simulated);
  const values = recent.filter((l) => l.kind === "value");
  const wrong = recent.find((l) => l.kind === "wrong-unit");
  if (wrong !== undefined)
    return nothing(
      "wrong-unit",
      `It speaks ${wrong.unit}: set it to ${kind === "gauge" ? "mm or in" : "degrees"}.`,
      simulated,
    );
  // One broken line in four is a loose plug; fewer are left out.
  if (values.length * 4 < recent.length * 3)
    return nothing("garbage", "It sends lines that are no readings: check plug and cable.", simulated);
  const ids = [...new Set(values.map((v) => v.id))];
  if (ids.length > 1) return nothing("two", `Two speak at once, ${ids.join(" and ")}: unplug one.`, simulated);
  return settled(
    kind,
    values.map((v) => v.value),
    values.at(-1),
    simulated,
  );
}

function settled(
  kind: DeviceKind,
  values: readonly number[],
  last: Extract<DeviceLine, { kind: "value" }> | undefined,
  simulated: boolean,
): Assessment {
  const { still, wild, least } = LIMITS[kind];
  const spread = Math.max(...values) - Math.min(...values);
  const jumps = values.slice(1).filter((v, i) => Math.abs(v - (values[i] ?? v)) > still).length;
  const state = spread <= still ? "steady" : spread > wild && jumps * 2 > values.length ? "noisy" : "moving";
  const words = {
    steady: "Steady.",
    moving: "Moving: wait until it rests.",
    noisy: "It jumps about: clamp it firmer, clean the tip.",
  }[state];
  return {
    state,
    words,
    simulated,
    id: last?.id ?? null,
    unit: last?.unit ?? null,
    value: state === "steady" ? median(values) : (last?.value ?? null),
    within: Math.max(least, spread / 2),
  };
}
