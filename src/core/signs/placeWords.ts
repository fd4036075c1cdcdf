/** How the crank is turned, and what a place of it is called. Plain, second person. */
import type { EngineFile } from "../engine/engineFile";
import type { Engine } from "../engine/resolve";
import type { RouteStop } from "../stops/route";

/** A mark this near to a stop is the stop's. */
const ON_MARK_DEG = 0.05;

/** What is stamped or printed at a stop: "the TDC mark", "mark “T”"; null where the pulley has nothing there. */
export function markThere(engine: Pick<Engine, "markNames">, markDeg: number): string | null {
  const found = Object.entries(engine.markNames).find(([deg]) => {
    const off = Math.abs(Number(deg) - markDeg) % 360;
    return Math.min(off, 360 - off) <= ON_MARK_DEG;
  });
  if (found === undefined) return null;
  return found[1].startsWith("mark “") ? found[1] : `the ${found[1]}`;
}

type Place = Pick<RouteStop, "letter" | "markDeg" | "sights">;

/** What comes to the pointer at a stop; on a pulley without a mark there, the tape's. Null where something is watched. */
export const markOf = (engine: Pick<Engine, "markNames">, stop: Place): string | null =>
  (stop.sights ?? []).length > 0 ? null : (markThere(engine, stop.markDeg) ?? `tape mark ${stop.letter}`);

/** "the TDC mark"; where something is watched, "stop B". */
export const placeOf = (engine: Pick<Engine, "markNames">, stop: Place): string =>
  markOf(engine, stop) ?? `stop ${stop.letter}`;

/** "clockwise only, as seen from the end you bar from"; a direction that nobody gave is never guessed. */
export const directionWords = ({ rotation }: Pick<EngineFile, "rotation">): string =>
  rotation === undefined ? "in its running direction only" : `${rotation} only, as seen from the end you bar from`;

/** Gears may be turned back past a stop; a belt or chain never, and where the drive is not known neither. */
export const overshotWords = (
  { camDrive, strokes }: Pick<EngineFile, "camDrive" | "strokes">,
  place: string,
): string =>
  camDrive === "gears"
    ? `Overshot? Back up at least 30° past ${place} and come up again.`
    : `Overshot? Never back${camDrive === undefined ? ", unless gears drive the cam" : ""}: ${strokes === 4 ? "two full turns" : "one full turn"} on, to the same place.`;
