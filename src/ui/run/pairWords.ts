/** What is told of positively closed valves, and of bridges. Pure. */
import type { ValvePair } from "@/core/run/pairAt";
import type { RouteValve } from "@/core/run/route";
import type { ValveState } from "@/core/run/state";
import { bandWords, capital, readingWords, specUnit, valveName } from "@/core/run/words";
import { FELTS, FELT_NAMES, type Felt } from "@/core/shims/tries";
import type { RunContext, RunNow } from "./model";
import { type Choice, type Instruction, told } from "./told";
import { whereWords } from "./where";

export const plugWords = (): Instruction =>
  told({
    eyebrow: "Before anything is opened",
    title: "Plug every hole near the work, and count the plugs.",
    grounds: [
      "Half-rings jump. What falls in comes out with the head off: they are counted in now, and out before it is closed.",
      "Belts, springs and side clips change what is felt: say how they are now, and leave them so until all is read.",
    ],
  });

export function bridgeWords(context: RunContext, now: RunNow, valve: ValveState): Instruction {
  return told({
    eyebrow: whereWords(context, now, valve.valve),
    title: `First the bridge of ${valveName(valve.valve, context.job.valves)}: do both valves touch it?`,
    grounds: [
      "Loosen its lock and back its screw off. Press the bridge onto the fixed valve, turn the screw in until it just touches the other, and lock it so.",
      "A bridge that stands on one valve reads as lash, and breaks.",
    ],
    button: { label: "Both touch, locked", action: { kind: "bridge", turned: false } },
    choices: [{ label: "Had to be set: both touch now", action: { kind: "bridge", turned: true } }],
  });
}

/** What the pair of a valve wants. */
export function pairWords(context: RunContext, now: RunNow, valve: ValveState, at: RouteValve): Instruction {
  const { pair } = valve;
  if (pair === null) throw new RangeError(`pairWords: ${valve.valve.id} is not positively closed`);
  const name = valveName(valve.valve, context.job.valves);
  const base = {
    eyebrow: whereWords(context, now, valve.valve),
    reasoned: {
      open: "Leave it so, with a reason",
      label: "Why it is left so",
      submit: "Leave it",
      for: { kind: "leave" as const },
    },
  };
  const opener =
    valve.last === null
      ? ""
      : `Opener gap ${readingWords(valve.last)}, band ${bandWords(valve.valve.spec, specUnit(context.file.lash?.[valve.valve.role]))}.`;
  const doubt = at.doubt === null ? [] : [at.doubt];
  switch (pair.stage) {
    case "load":
      return told({
        ...base,
        title: `Press the closing rocker of ${name} home, and read the gap again.`,
        grounds: [
          opener,
          "That is the loaded gap: opener and closer gap together. Press by hand only, as hard each time.",
          ...doubt,
        ],
        button: { label: "Read it: loaded gap", action: { kind: "pair" } },
      });
    case "parts":
      return told({
        ...base,
        title: `${capital(name)}: other parts for its pair.`,
        grounds: [
          opener,
          ...feltWords(pair),
          "Measure what comes out, always with the same tool. The half-rings go back the way they came.",
          ...doubt,
        ],
        button: { label: "Work out opener and closer", action: { kind: "pair" } },
      });
    default:
      return told({
        ...base,
        title: `Turn the cam over the closer of ${name}: what do you feel?`,
        grounds: [
          `Over its base circle there is no drag, and nothing moves or is heard. ${opener}`,
          ...triedWords(pair),
          ...doubt,
        ],
        button: feelChoice("free"),
        choices: FELTS.filter((f) => f !== "free").map(feelChoice),
      });
  }
}

const feelChoice = (felt: Felt): Choice => ({ label: FELT_NAMES[felt].name, action: { kind: "feel", felt } });

const feltWords = ({ felt }: ValvePair): string[] =>
  felt === null ? [] : [`Felt: ${FELT_NAMES[felt].name.toLowerCase()}. ${FELT_NAMES[felt].note}`];

/** The tries so far, in one line. */
export const triedWords = ({ tries }: Pick<ValvePair, "tries">): string[] =>
  tries.length === 0
    ? []
    : [
        `Tried: ${tries.map((t) => `${t.closerMm === null ? "as found" : t.closerMm.toFixed(2)} ${FELT_NAMES[t.felt].name.toLowerCase()}`).join("; ")}.`,
      ];
