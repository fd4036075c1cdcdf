/** Observations and places of the crank in words. Plain, second person. */
import type { Engine } from "../engine/resolve";
import { topsAt } from "../stops/sign";
import type { Arc } from "../units/angle/arc";
import { fold } from "../units/angle/arc";
import { type Observation, SWING_DEG } from "./observation";
import type { Question } from "./locate";

const moverAt = (engine: Engine, id: string): string => {
  const valve = engine.valves.find((v) => v.id === id);
  return valve === undefined ? id : `${valve.cylinder} ${valve.role}`;
};

const markWords = (engine: Engine, deg: number): string => engine.markNames[deg] ?? `mark at ${deg}°`;

/** What stands on the lobe of a valve, as it is seen or felt. */
const atLifter = (engine: Engine): string => (engine.gear.pushrods ? "pushrod" : "tappet");

const KIND_WORDS = {
  pressed: "pressed",
  loose: "loose",
  opening: "just starting to open",
  closing: "just starting to close",
} as const;

/** "1 intake is loose", as it stands in the list of what was seen. */
export function seenWords(engine: Engine, seen: Observation): string {
  const not = seen.no === true ? " not" : "";
  const ago = (seen.turnedOnDeg ?? 0) > 0 ? `, ${Math.round(seen.turnedOnDeg ?? 0)}° ago` : "";
  const is = ((): string => {
    switch (seen.kind) {
      case "mark":
        return `the ${markWords(engine, seen.markDeg)} is${not} up`;
      case "rotor":
        return `the rotor ${seen.no === true ? "does not point" : "points"} at tower ${seen.cylinder}`;
      case "pressure":
        return `cylinder ${seen.cylinder} is${not} pushing air`;
      case "rocking":
        return `cylinder ${seen.cylinder} is${not} rocking`;
      case "away":
        return `the lobes of cylinder ${seen.cylinder} point away`;
      case "moves":
      case "still":
        return `${moverAt(engine, seen.valve)} ${seen.kind === "moves" ? "moved" : "stood still"} over ${seen.swingDeg ?? SWING_DEG}°`;
      default:
        return `${moverAt(engine, seen.valve)} is${not} ${KIND_WORDS[seen.kind]}`;
    }
  })();
  return `${is}${ago}`;
}

export interface AskedWords {
  readonly ask: string;
  readonly yes: string;
  readonly no: string;
}

/** What to look at next, as a question, with what is answered. */
export function questionWords(engine: Engine, { observation: next, no }: Question): AskedWords {
  const { name } = engine.mover;
  const plain = (ask: string): AskedWords => ({ ask, yes: "Yes", no: no === null ? "No, or not sure" : "No" });
  switch (next.kind) {
    case "loose":
      return {
        ask: `${name === "rocker" ? "Wiggle" : "Feel"} the ${moverAt(engine, next.valve)} ${name}: is it loose?`,
        yes: "It is loose",
        no: "It is tight",
      };
    case "pressed":
      return plain(`Look at the ${moverAt(engine, next.valve)} ${name}: is its valve pressed open?`);
    case "moves":
    case "still": {
      const what = next.at === "lifter" ? atLifter(engine) : name;
      return {
        ask: `Turn the crank on a sixth of a turn (${SWING_DEG}°), ${next.at === "lifter" && what === "pushrod" ? "a finger on" : "watching"} the ${moverAt(engine, next.valve)} ${what} all the way: does it move?`,
        yes: "It moves",
        no: no === null ? "Still, or not sure" : "It stands still",
      };
    }
    case "pressure":
      return {
        ask: `${next.exhaustSeen === true ? `Turn on until the exhaust of cylinder ${next.cylinder} has opened and shut, and its piston comes up again. ` : ""}Hold a thumb over the plug hole of cylinder ${next.cylinder} as its piston comes up: does it push air?`,
        yes: "It pushes air",
        no: "No air: that tells nothing",
      };
    case "rocking":
      return plain(`Is cylinder ${next.cylinder} rocking where it stands, its exhaust closing as its intake opens?`);
    case "away":
      return plain(`Look at the lobes of cylinder ${next.cylinder}: do all of them point away from their ${name}s?`);
    case "opening":
      return plain(`Is the ${moverAt(engine, next.valve)} ${name} just starting to open?`);
    case "closing":
      return plain(`Is the ${moverAt(engine, next.valve)} ${name} just starting to come back?`);
    case "mark":
      return plain(`Is the ${markWords(engine, next.markDeg)} at the pointer?`);
    case "rotor":
      return plain(`Does the rotor point at tower ${next.cylinder}?`);
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
    const { firing, rocking } = topsAt(engine, first.startDeg + first.spanDeg / 2);
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
