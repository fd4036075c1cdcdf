/** A proof of where the crank stands, in the words of the gear that shows it. Plain, second person. */
import type { Engine, Valve } from "../engine/resolve";
import type { GearNow } from "../locate/gearState";
import type { Observation } from "../locate/observation";
import { type Sight, sightsWords } from "../stops/sight";
import { topsAt } from "../stops/sign";
import { groupedBy } from "../units/groups";
import { type Proof, proofAt } from "./proof";

export interface ProofWords {
  /** What to look for, one sentence. */
  readonly check: string;
  /** What is seen instead when the crank is one turn out; null where a turn is a whole cycle, or nothing tells. */
  readonly oneTurnOut: string | null;
}

/** What to look for at a stop: what is watched there, else what proves its crank angle. */
export const checkOf = (
  engine: Engine,
  gear: GearNow,
  { crankDeg, sights = [] }: { readonly crankDeg: number; readonly sights?: readonly Sight[] },
): ProofWords =>
  sights.length > 0
    ? { check: sentence(sightsWords(sights, engine.mover)), oneTurnOut: null }
    : proofWordsAt(engine, gear, crankDeg);

/** The proof of a crank angle with the gear as it stands, in words. */
export const proofWordsAt = (engine: Engine, gear: GearNow, crankDeg: number): ProofWords =>
  proofWords(engine, proofAt(engine, gear, crankDeg), crankDeg);

const TURN_ON = "you are one turn out: turn one full turn on";
const NOTHING_TELLS =
  "Nothing that shows as it stands tells this place from one turn out: look at the cam's lobes, its lifters or a mark of the cam before anything is set here.";

export function proofWords(engine: Engine, proof: Proof, crankDeg: number): ProofWords {
  const { firing, rocking } = topsAt(engine, crankDeg);
  const [first] = proof;
  if (first === undefined)
    return {
      check:
        engine.cycleDeg === 720
          ? NOTHING_TELLS
          : firing.length > 0
            ? `The piston of cylinder ${listed(firing)} is at its top here.`
            : "No piston is at its top here: go by the mark.",
      oneTurnOut: null,
    };
  const lead =
    firing.length > 0
      ? `cylinder ${listed(firing)} fires: `
      : rocking.length > 0
        ? `cylinder ${listed(rocking)} rocks: `
        : "";
  return {
    check: sentence(`${lead}${clauses(engine, proof).join("; ")}`),
    oneTurnOut: engine.cycleDeg === 360 ? null : outWords(engine, first),
  };
}

/** What is seen one turn out instead of the first and best of a proof. */
function outWords(engine: Engine, seen: Observation): string {
  switch (seen.kind) {
    case "rotor":
      return `If the rotor points away from ${seen.cylinder}, ${TURN_ON}.`;
    case "away":
      return `If a lobe of cylinder ${seen.cylinder} presses on its ${engine.mover.name}, ${TURN_ON}.`;
    case "still":
    case "moves":
      return `If ${whatOf(engine, seen, false)} ${seen.kind === "still" ? "moved" : "stood still"}, ${TURN_ON}.`;
    default:
      return "If no air came, that proves nothing: find the crank by what else it shows.";
  }
}

/** Observations as clauses, valves of one cylinder together. */
function clauses(engine: Engine, proof: Proof): string[] {
  const swings = proof.filter((o): o is Swing => o.kind === "still" || o.kind === "moves");
  const others = proof.filter((o) => o.kind !== "still" && o.kind !== "moves");
  const groups = [...groupedBy(swings, (o) => `${o.kind} ${cylinderOf(engine, o.valve)} ${o.at ?? ""}`).values()];
  return [
    ...others.filter((o) => o.kind !== "pressure").map((o) => seenHere(engine, o)),
    ...(groups.length === 0
      ? []
      : [`${groups.map((group) => swingWords(engine, group)).join(" and ")} through the last sixth of a turn`]),
    ...others.filter((o) => o.kind === "pressure").map((o) => seenHere(engine, o)),
  ];
}

function seenHere(engine: Engine, seen: Observation): string {
  switch (seen.kind) {
    case "rotor":
      return `the rotor points at ${seen.cylinder}`;
    case "away":
      return `${allOf(engine, seen.cylinder, "lobe")} point away from their ${engine.mover.name}s`;
    case "pressure":
      return seen.exhaustSeen === true
        ? `its exhaust was seen to open on the way to its other top, and now its plug hole pushed air`
        : `the plug hole of ${seen.cylinder} pushed air on the way up`;
    default:
      throw new RangeError(`seenHere: ${seen.kind} proves no stop`);
  }
}

type Swing = Extract<Observation, { kind: "still" | "moves" }>;

function swingWords(engine: Engine, group: readonly Swing[]): string {
  const [first] = group;
  if (first === undefined) return "";
  const cylinder = cylinderOf(engine, first.valve);
  const valves = valvesOf(engine, cylinder);
  const what = whatWorks(engine, first);
  const who =
    group.length === valves.length && group.length > 1
      ? `${allOf(engine, cylinder, what)}`
      : group.map((o) => whatOf(engine, o, true)).join(" and ");
  const did = first.kind === "still" ? "stood still" : "moved";
  const finger =
    first.at === "lifter" && what === "pushrod" ? `, a finger on ${group.length === 1 ? "it" : "each"},` : "";
  return `${who}${finger} ${did}`;
}

/** What is watched: what works the valve, or what stands on its lobe. */
const whatWorks = (engine: Engine, { at }: Swing): string =>
  at !== "lifter" ? engine.mover.name : engine.gear.pushrods ? "pushrod" : "tappet";

/** "the 1 exhaust rocker"; of several alike, where they are named already, "one of them". */
function whatOf(engine: Engine, seen: Swing, named: boolean): string {
  const valve = engine.valves.find((v) => v.id === seen.valve);
  if (valve === undefined) return seen.valve;
  const twins = engine.valves.filter((v) => v.cylinder === valve.cylinder && v.role === valve.role).length > 1;
  const what = whatWorks(engine, seen);
  return named || !twins
    ? `the ${valve.cylinder} ${valve.role} ${what}${twins ? ` (${valve.id})` : ""}`
    : `one of them`;
}

const valvesOf = (engine: Engine, cylinder: string): Valve[] =>
  engine.valves.filter((v) => v.cylinder === cylinder && v.role !== "injector");

const cylinderOf = (engine: Engine, valve: string): string =>
  engine.valves.find((v) => v.id === valve)?.cylinder ?? "";

/** "both rockers of cylinder 1", "all four lobes of cylinder 2". */
function allOf(engine: Engine, cylinder: string, what: string): string {
  const count = valvesOf(engine, cylinder).length;
  const all = count === 1 ? `the ${what}` : count === 2 ? `both ${what}s` : `all ${COUNTS[count] ?? count} ${what}s`;
  return `${all} of cylinder ${cylinder}`;
}
const COUNTS: Readonly<Record<number, string>> = { 3: "three", 4: "four", 5: "five" };

const listed = (ids: readonly string[]): string => ids.join(" and ");
const sentence = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
