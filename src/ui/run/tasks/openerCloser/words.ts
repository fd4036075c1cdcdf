/** What is told of positively closed valves, and of bridges. Pure. */
import { toItsTopDeg } from "@/core/stops/restingTogether";
import type { ValveOpenerCloser } from "@/core/job/tasks/openerCloser/openerCloser";
import type { RouteValve } from "@/core/stops/route";
import type { ValveState } from "@/core/job/state/state";
import { capital, valveName } from "@/core/job/words/names";
import { readingWords } from "@/core/job/words/readings";
import { FELTS, FELT_NAMES, type Felt } from "@/core/shims/tries";
import type { RunContext, RunNow } from "../../model";
import { bandOf } from "../../words/band";
import type { TappedReading } from "../../../leaves/taps";
import { type Action, type Answer, type Instruction, LEAVE_SO, entering, instruction } from "../../words/shape";
import { whereWords } from "../../words/where";

export const plugWords = (): Instruction =>
  instruction({
    eyebrow: "Before anything is opened",
    awaits: "Say how many",
    title: "Plug every hole near the work, and count the plugs.",
    grounds: [
      "Collets jump. What falls in comes out with the head off: they are counted in now, and out before it is closed.",
      "Belts, springs and side clips change what is felt: say how they are now, and leave them so until all is read.",
    ],
  });

/** What the opener and closer of a valve want. */
export function openerCloserWords(
  context: RunContext,
  now: RunNow,
  valve: ValveState<ValveOpenerCloser>,
  at: RouteValve | null,
): Instruction {
  const { own } = valve;
  const page: Action = { kind: "open", path: `opener-closer/${encodeURIComponent(valve.valve.id)}` };
  const name = valveName(valve.valve, context.job.valves);
  const base = {
    eyebrow: whereWords(context, now, valve.valve),
    reasoned: LEAVE_SO,
  };
  const opener = valve.last === null ? "" : `Opener gap ${readingWords(valve.last)}, band ${bandOf(context, valve)}.`;
  const doubt = at?.doubt == null ? [] : [at.doubt];
  const felt = (felt: Felt): Answer =>
    entering(FELT_NAMES[felt].name, {
      kind: "closer-felt",
      valve: valve.valve.id,
      stop: now.state.stop?.letter ?? "",
      felt,
    });
  switch (own.stage) {
    case "load":
      return instruction({
        ...base,
        title: `Press the closing rocker of ${name} home, and read the gap again.`,
        grounds: [
          opener,
          "That is the loaded gap: opener and closer gap together. Press by hand only, as hard each time.",
          ...doubt,
        ],
        button: { label: "Read it: loaded gap", action: page },
      });
    case "parts":
      return instruction({
        ...base,
        title: `${capital(name)}: another opener or closer.`,
        grounds: [
          opener,
          ...feltWords(own),
          pistonWords(context, now, valve.valve.cylinder),
          "Measure what comes out, always with the same tool. The collets go back the way they came.",
          ...doubt,
        ],
        button: { label: "Work out opener and closer", action: page },
      });
    default:
      return instruction({
        ...base,
        title: `Turn the cam over the closer of ${name}: what do you feel?`,
        grounds: [
          `Over its base circle there is no drag, and nothing moves or is heard. ${opener}`,
          ...triedWords(own),
          ...doubt,
        ],
        button: felt("free"),
        choices: FELTS.filter((f) => f !== "free").map(felt),
      });
  }
}

const feltWords = ({ felt }: ValveOpenerCloser): string[] =>
  felt === null ? [] : [`Felt: ${FELT_NAMES[felt].name.toLowerCase()}. ${FELT_NAMES[felt].note}`];

/** The tries so far, in one line. */
export const triedWords = ({ tries }: Pick<ValveOpenerCloser, "tries">): string[] =>
  tries.length === 0
    ? []
    : [
        `Tried: ${tries.map((t) => `${t.closerMm === null ? "as found" : t.closerMm.toFixed(2)} ${FELT_NAMES[t.felt].name.toLowerCase()}`).join("; ")}.`,
      ];

/** The opener gap is kept as read: what the pair wants follows from there. */
export function openerWords(
  context: RunContext,
  now: RunNow,
  valve: ValveState,
  { whole, verdict }: TappedReading,
): Instruction {
  const stands =
    verdict === "in"
      ? "is in spec"
      : verdict === "tight"
        ? "is too small"
        : verdict === "loose"
          ? "is too large"
          : "is not surely in spec";
  return instruction({
    eyebrow: whereWords(context, now, valve.valve),
    title: `The opener gap of ${valveName(valve.valve, context.job.valves)} ${stands}.`,
    grounds: [
      `${whole === null ? "" : `${readingWords(whole)}; `}band ${bandOf(context, valve)}. The closer comes next.`,
    ],
    button: { label: "So it reads: go on", action: { kind: "note" } },
  });
}

/** Whether the piston stands under a valve whose collets come out, and how far it is to there. */
function pistonWords({ engine }: RunContext, { crankDeg }: Pick<RunNow, "crankDeg">, cylinder: string): string {
  const on = Math.round(toItsTopDeg(engine, cylinder, crankDeg));
  return on === 0
    ? "Its piston stands at the top under it: with its collets out the valve can't fall in."
    : `Before its collets come out: its piston is at the top ${on}° on from here. Turn it there, and on to this stop again afterwards; or fill the cylinder with line or air, or the valve falls in.`;
}
