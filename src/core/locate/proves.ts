/** Whether something seen or felt proves anything on this engine, with its gear as it stands now. */
import type { Engine, Valve } from "../engine/resolve";
import { type GearNow, type GearState, gearAt } from "./gearState";
import { HIDDEN, airProves } from "./shows";
import { LEAST_SWING_DEG, type Observation, possibleArcs, sureArcs } from "./observation";

export interface ProvesNothing {
  /** The field of the observation that it is about. */
  readonly field: "kind" | "cylinder" | "valve" | "no" | "exhaustSeen" | "swingDeg";
  readonly why: string;
}

/** Why the gear at one valve does not show it, by its state. */
const WHY_HIDDEN: Readonly<Record<GearState, string>> = {
  set: "",
  preloaded: "it is tight everywhere: its lifter takes up all play",
  slack: "it has play to spare",
  snug: "it was run down until it touches: it is tight on its base circle too",
  dry: "its lobe may not take the gap up",
  off: "its gear is off: watch its lifter",
};

/** Instead of "no", where that is a sign of its own. */
const SAY_INSTEAD: Partial<Readonly<Record<Observation["kind"], string>>> = {
  loose: "say that it is pressed",
  pressed: "say that it is loose",
  moves: "say that it stood still",
  still: "say that it moved",
};

/** Null where it proves something. */
export function provesNothing(engine: Engine, gear: GearNow, seen: Observation): ProvesNothing | null {
  if ("cylinder" in seen && !engine.cylinders.some((c) => c.id === seen.cylinder))
    return { field: "cylinder", why: `There is no cylinder ${seen.cylinder} on this engine.` };
  if ("valve" in seen) {
    const valve = engine.valves.find((v) => v.id === seen.valve);
    if (valve === undefined) return { field: "valve", why: `There is no valve ${seen.valve} on this engine.` };
    const hidden = atValve(engine, gear, valve, seen);
    if (hidden !== null) return hidden;
  } else if ("cylinder" in seen) {
    const hidden = atCylinder(engine, gear, seen);
    if (hidden !== null) return hidden;
  }
  return seen.no === true ? noProof(engine, seen) : null;
}

function atValve(
  engine: Engine,
  gear: GearNow,
  valve: Valve,
  seen: Extract<Observation, { valve: string }>,
): ProvesNothing | null {
  if (possibleArcs(engine, { ...seen, no: false }) === null)
    return { field: "valve", why: `No arc is known for ${valve.id}: it tells nothing about the crank.` };
  if (engine.gear.adjuster === "positive-closing" && (seen.kind === "loose" || seen.kind === "pressed"))
    return {
      field: "kind",
      why: "A positively closed valve is loose or tight nearly everywhere: look at its lobes.",
    };
  if ((seen.kind === "moves" || seen.kind === "still") && (seen.swingDeg ?? LEAST_SWING_DEG) < LEAST_SWING_DEG)
    return {
      field: "swingDeg",
      why: `Watch it through at least ${LEAST_SWING_DEG} degrees: at the nose of its lobe it stands still for a moment.`,
    };
  // A lifter follows its lobe whatever stands on it.
  if ("at" in seen && seen.at === "lifter") return null;
  const { state } = gearAt(engine, gear, valve);
  return HIDDEN[state].includes(seen.kind)
    ? { field: "kind", why: `${valve.id} does not show that: ${WHY_HIDDEN[state]}.` }
    : null;
}

function atCylinder(
  engine: Engine,
  gear: GearNow,
  seen: Extract<Observation, { cylinder: string }>,
): ProvesNothing | null {
  const { cylinder, kind } = seen;
  const valves = engine.valves.filter((v) => v.cylinder === cylinder && v.role !== "injector");
  switch (kind) {
    case "rotor":
      return null;
    case "away":
      return valves.some((v) => v.baseCircleArcs !== null)
        ? null
        : { field: "cylinder", why: `No lobe of cylinder ${cylinder} is known: it tells nothing about the crank.` };
    case "rocking":
      if (engine.cycleDeg === 360) return { field: "kind", why: "A two-stroke has no overlap: nothing rocks." };
      return ["intake", "exhaust"].every((role) => valves.some((v) => v.role === role))
        ? null
        : { field: "kind", why: `Cylinder ${cylinder} has not both valves in the list: nothing is seen to rock.` };
    case "pressure": {
      const proves = airProves(engine, gear, cylinder);
      if (proves === "never")
        return {
          field: "kind",
          why: `Gear of cylinder ${cylinder} is off: its valves stay shut, and it pushes air at both its tops.`,
        };
      return proves === "exhaust-seen" && !("exhaustSeen" in seen && seen.exhaustSeen === true)
        ? {
            field: "exhaustSeen",
            why: `A valve of cylinder ${cylinder} has play to spare: say whether its exhaust was seen to open on the way to its other top.`,
          }
        : null;
    }
  }
}

function noProof(engine: Engine, seen: Observation): ProvesNothing | null {
  const instead = SAY_INSTEAD[seen.kind];
  if (instead !== undefined) return { field: "no", why: `If it is not so, ${instead}.` };
  switch (seen.kind) {
    case "pressure":
      return {
        field: "no",
        why: "No air proves nothing: a burnt valve, a release or a squeezed lifter lets it out.",
      };
    case "mark":
      return { field: "no", why: "A mark that is not up tells nothing." };
    case "away":
      return { field: "no", why: "Lobes that don't both point away tell nothing: say which valve moves." };
    default:
      return (sureArcs(engine, seen) ?? []).length > 0
        ? null
        : { field: "no", why: "Here nobody would surely see it: that it was not seen proves nothing." };
  }
}
