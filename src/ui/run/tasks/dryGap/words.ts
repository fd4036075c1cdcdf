/** What is told where no screw sets the gap: what to order, and what to fit. Pure. */
import type { Draft } from "@/core/job/ledger/entry";
import { LENGTH_PART_NAMES, lengthWords } from "@/core/preload/lengths";
import { middleOf } from "@/core/job/ledger/readings";
import type { DryGapTask } from "@/core/job/tasks/dryGap";
import {
  type LengthDemand,
  type LengthPlan,
  lengthDemand,
  lengthDemands,
  orderLines,
} from "@/core/job/tasks/dryGap/plan";
import type { ValveState } from "@/core/job/state/state";
import { bandWords, roleUnit } from "@/core/job/words/specs";
import { capital, valveName } from "@/core/job/words/names";
import { readingWords } from "@/core/job/words/readings";
import { showLength } from "@/core/units/length";
import { approvedWords } from "../../words/approved";
import type { RunContext, RunNow } from "../../model";
import { bandOf } from "../../words/band";
import type { TappedReading } from "../../../leaves/taps";
import { type Instruction, LEAVE_SO, entering, instruction } from "../../words/shape";
import { whereWords } from "../../words/where";

type DryGapContext = RunContext<DryGapTask>;

/** What is said to be fitted, and what is to be; null as the job knows or proposes it. */
export interface LengthChoice {
  readonly lengthMm: number | null;
  readonly fromMm: number | null;
}

/** What a wrong dry gap does. */
export const DRY_GAP_CONSEQUENCE: Record<"tight" | "loose", string> = {
  tight: "Too little dry gap: hot and pumped up, the lifter holds its valve off the seat.",
  loose: "Too much dry gap: the plunger comes up to its retainer and the gear hammers.",
};

/** What an order says, and whether the job waits for it. */
const order = (lines: readonly string[], waits: boolean): readonly Draft[] => [
  { kind: "ordered", list: lines.join("; ") },
  ...(waits ? [{ kind: "paused" as const, reason: "Waits for parts" }] : []),
];

/** Once all gaps are read: what is wanted. @throws RangeError where no lengths are known: then nothing is */
export function orderWords(context: DryGapContext, { state }: RunNow): Instruction {
  const { plan } = context.job.task;
  if (plan === null) throw new RangeError("orderWords: no lengths in this job");
  const demands = lengthDemands(plan, state);
  const lines = orderLines(demands, plan);
  const name = LENGTH_PART_NAMES[plan.gear.part];
  return instruction({
    eyebrow: "All gaps are read",
    title: `${demands.length === 1 ? `One ${name} is` : `${demands.length} ${name}s are`} wanted: order, or lay out.`,
    grounds: [...lines.map((l) => `${capital(l)}.`), ...approvedWords(context)],
    button: entering("On hand: go on", ...order(lines, false)),
    choices: [entering("Ordered: job on hold", ...order(lines, true))],
  });
}

/** Out of its band: the part that would bring it there, with what was chosen by hand. */
export function fitWords(context: DryGapContext, now: RunNow, valve: ValveState, picked: LengthChoice): Instruction {
  const { plan } = context.job.task;
  const unit = roleUnit(context.file, valve.valve.role);
  const name = valveName(valve.valve, context.job.valves);
  const gap = valve.last === null ? "" : `${readingWords(valve.last)}; band ${bandWords(valve.valve.spec, unit)}. `;
  const consequence =
    valve.verdict === "tight" || valve.verdict === "loose" ? [DRY_GAP_CONSEQUENCE[valve.verdict]] : [];
  const base = {
    eyebrow: whereWords(context, now, valve.valve),
    reasoned: LEAVE_SO,
    awaits: "Say what is fitted",
  };
  if (plan === null) {
    return instruction({
      ...base,
      title: `${capital(name)} is out of spec, and no lengths are known.`,
      grounds: [
        `${gap}List the lengths that can be had on the engine's page, and a new job proposes one.`,
        ...consequence,
        ...approvedWords(context),
      ],
    });
  }
  const known =
    picked.fromMm === null ? plan : { ...plan, fittedMm: { ...plan.fittedMm, [valve.valve.id]: picked.fromMm } };
  const want = lengthDemand(known, picked.fromMm === null ? valve : { ...valve, fittedMm: null });
  const part = LENGTH_PART_NAMES[plan.gear.part];
  if (want?.fromMm == null || want.advice === null)
    return instruction({
      ...base,
      title: `Measure the ${part} of ${name}, and say what is fitted.`,
      grounds: [gap, ...consequence, ...approvedWords(context)],
    });
  const lengthMm = picked.lengthMm ?? (want.advice.kind === "fit" ? want.advice.lengthMm : null);
  const leaves =
    lengthMm === null || valve.last === null
      ? ""
      : `leaves ${showLength(middleOf(valve.last) - (lengthMm - want.fromMm) * plan.gear.g, unit)}`;
  const sum = `${gap}Fitted is ${lengthWords(want.fromMm, plan.gear)}; ${ideal(want, plan)}${lengthMm === null ? "" : `, and ${lengthWords(lengthMm, plan.gear)} ${leaves}`}.`;
  if (lengthMm === null)
    return instruction({
      ...base,
      title: `No ${part} on the list is right for ${name}.`,
      grounds: [sum, want.advice.kind === "none" ? want.advice.why : "", ...consequence, ...approvedWords(context)],
    });
  return instruction({
    ...base,
    title: `Fit a ${part} of ${lengthWords(lengthMm, plan.gear)} at ${name}.`,
    grounds: [sum, ...consequence, `Bleed the lifter down again before it is read.`, ...approvedWords(context)],
    button: entering(`${lengthWords(lengthMm, plan.gear)} fitted`, {
      kind: "fitted",
      valve: valve.valve.id,
      stop: now.state.stop?.letter ?? "",
      fromMm: want.fromMm,
      lengthMm,
      partFrom: null,
      part: null,
      collets: null,
      instrument: null,
    }),
  });
}

const ideal = ({ advice }: LengthDemand, { gear }: LengthPlan): string =>
  advice === null ? "" : `the sum asks for ${lengthWords(advice.idealMm, gear)}`;

/** A dry gap out of its band: kept as read, and the part is looked for from there. */
export function gapWords(context: RunContext, now: RunNow, valve: ValveState, tapped: TappedReading): Instruction {
  const name = valveName(valve.valve, context.job.valves);
  const { verdict, whole } = tapped;
  return instruction({
    eyebrow: whereWords(context, now, valve.valve),
    title: `The dry gap of ${name} is ${verdict === "tight" ? "too small" : verdict === "loose" ? "too large" : "not surely in spec"}.`,
    grounds: [
      `${whole === null ? "" : `${readingWords(whole)}; `}band ${bandOf(context, valve)}.`,
      ...(verdict === "tight" || verdict === "loose" ? [DRY_GAP_CONSEQUENCE[verdict]] : []),
      ...approvedWords(context),
    ],
    button: { label: "So it reads: which part?", action: { kind: "note" } },
  });
}

/** The lifter must be bled down, or there is no gap to read. */
export const gapGrounds = (context: RunContext): string =>
  `Lifter bled down, its plunger pressed to the bottom and held there: then the gap between rocker and valve tip. Oil left in it hides the gap.${approvedWords(
    context,
  )
    .map((w) => ` ${w}`)
    .join("")}`;
