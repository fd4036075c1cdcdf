/** How even the preload is over the engine: an error of a sixteenth does no harm, a spread does. */
import { plungerTravelMm } from "../preload/gear";
import { ALIKE_TURNS, spreadOf, turnsWords } from "../preload/turning";
import type { Job } from "./job";
import type { RunState } from "./state";

/** In words, from what was counted at the valves that are left; null in other work, and while fewer than two are. */
export function spreadWords({ preload }: Pick<Job, "preload">, { valves }: Pick<RunState, "valves">): string | null {
  if (preload === null) return null;
  const left = [...valves.values()].flatMap((v) =>
    v.left !== null && v.preload?.coldMm != null ? [{ id: v.valve.id, mm: v.preload.coldMm }] : [],
  );
  const spread = spreadOf(
    left.map((v) => v.mm),
    plungerTravelMm(1, preload.gear),
  );
  if (spread === null) return null;
  const range = `${spread.lowMm.toFixed(2)} to ${spread.highMm.toFixed(2)} mm`;
  if (spread.turns <= ALIKE_TURNS + 1e-9) return `All ${left.length} plungers stand alike, ${range} in.`;
  const deepest = left
    .filter((v) => v.mm > spread.highMm - 1e-9)
    .map((v) => v.id)
    .join(", ");
  return `The ${left.length} plungers stand ${range} in, ${turnsWords(spread.turns)} apart; deepest is ${deepest}.`;
}
