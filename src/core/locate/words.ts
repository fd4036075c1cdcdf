/** Observations and places of the crank in words. Plain, second person. */
import type { Engine } from "../engine/resolve";
import { signAt } from "../stops/sign";
import type { Arc } from "../units/angle/arc";
import { fold } from "../units/angle/arc";
import type { Observation } from "./observation";

const moverAt = (engine: Engine, id: string): string => {
  const valve = engine.valves.find((v) => v.id === id);
  return valve === undefined ? id : `${valve.cylinder} ${valve.role}`;
};

/** "1 intake is loose", as it stands in the list of what was seen. */
export function seenWords(engine: Engine, seen: Observation): string {
  const not = seen.no === true ? " not" : "";
  switch (seen.kind) {
    case "mark":
      return `the ${seen.markDeg === 0 ? "TDC mark" : `mark at ${seen.markDeg}°`} is${not} up`;
    case "rotor":
      return `the rotor does${seen.no === true ? " not" : ""} point at tower ${seen.cylinder}`.replace(
        "does point",
        "points",
      );
    case "pressure":
      return `cylinder ${seen.cylinder} is${not} pushing air`;
    case "rocking":
      return `cylinder ${seen.cylinder} is${not} rocking`;
    case "pressed":
      return `${moverAt(engine, seen.valve)} is${not} pressed`;
    case "loose":
      return `${moverAt(engine, seen.valve)} is${not} loose`;
    case "opening":
      return `${moverAt(engine, seen.valve)} is${not} just starting to open`;
    case "closing":
      return `${moverAt(engine, seen.valve)} is${not} just starting to close`;
  }
}

/** What to look at next, as a question that yes and no answer. */
export function askWords(engine: Engine, next: Observation): string {
  switch (next.kind) {
    case "loose":
      return `${engine.mover.name === "rocker" ? "Wiggle" : "Feel"} the ${moverAt(engine, next.valve)} ${engine.mover.name}: is it loose?`;
    case "pressed":
      return `Look at the ${moverAt(engine, next.valve)} ${engine.mover.name}: is its valve pressed open?`;
    case "pressure":
      return `Hold a thumb over the plug hole of cylinder ${next.cylinder} and turn on a little: does it push air?`;
    case "rocking":
      return `Turn a little to and fro: is cylinder ${next.cylinder} rocking, exhaust closing as intake opens?`;
    case "opening":
      return `Turn on a little: does the ${moverAt(engine, next.valve)} ${engine.mover.name} just start to open?`;
    case "closing":
      return `Turn on a little: does the ${moverAt(engine, next.valve)} ${engine.mover.name} just start to come back?`;
    case "mark":
      return `Is the ${next.markDeg === 0 ? "TDC mark" : `mark at ${next.markDeg}°`} at the pointer?`;
    case "rotor":
      return `Does the rotor point at tower ${next.cylinder}?`;
  }
}

const degrees = (deg: number): string => `${Math.round(deg)}°`;

/** Where the crank is: "between 355° and 5°", with which time round it is. */
function placeWords(arc: Arc, cycleDeg: 360 | 720): string {
  if (arc.spanDeg >= cycleDeg) return "anywhere";
  const end = fold(arc.startDeg + arc.spanDeg, cycleDeg);
  const middle = fold(arc.startDeg + arc.spanDeg / 2, cycleDeg);
  const time = cycleDeg === 360 ? "" : middle < 360 ? ", first time round" : ", second time round";
  return `between ${degrees(arc.startDeg)} and ${degrees(end)}${arc.spanDeg <= 180 ? time : ""}`;
}

/** What is known, in a sentence; how many places are left, and whether they lie one turn apart. */
export function foundWords(engine: Engine, arcs: readonly Arc[]): string {
  const [first, second] = arcs;
  if (first === undefined) return "";
  if (arcs.length === 1) {
    if (first.spanDeg >= engine.cycleDeg) return "Nothing is known yet: touch what you see.";
    const { firing, rocking } = signAt(engine, first.startDeg + first.spanDeg / 2);
    const near = [
      firing.length > 0 ? `${firing.join(", ")} near firing TDC` : null,
      rocking.length > 0 ? `${rocking.join(", ")} near rocking` : null,
    ].filter((x) => x !== null);
    return `The crank is ${placeWords(first, engine.cycleDeg)}${near.length > 0 && first.spanDeg <= 40 ? `: ${near.join(", ")}` : ""}.`;
  }
  const apart =
    second !== undefined && arcs.length === 2 && Math.abs(Math.abs(second.startDeg - first.startDeg) - 360) < 1;
  return `${arcs.length === 2 ? "Two" : arcs.length} places are possible${apart ? ", one turn apart" : ""}: ${arcs
    .slice(0, 4)
    .map((a) => placeWords(a, engine.cycleDeg))
    .join("; or ")}${arcs.length > 4 ? "; and more" : ""}.`;
}
