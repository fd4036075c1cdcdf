/** What is told where no screw sets the gap: what to order, and what to fit. Pure. */
import { LENGTH_PART_NAMES, lengthWords } from "@/core/preload/lengths";
import { middleOf } from "@/core/run/job";
import type { FixedPlan } from "@/core/run/plans";
import type { ValveState } from "@/core/run/state";
import { type WantedPart, orderLines, wantedPart } from "@/core/run/wantedParts";
import { bandWords, capital, readingWords, specUnit, valveName } from "@/core/run/words";
import { showLength } from "@/core/units/length";
import { approvedWords } from "./approved";
import type { RunContext, RunNow } from "./model";
import { type Instruction, told } from "./told";
import { whereWords } from "./where";

/** What a wrong dry gap does. */
export const DRY_GAP_CONSEQUENCE: Record<"tight" | "loose", string> = {
  tight: "Too little dry gap: hot and pumped up, the lifter holds its valve off the seat.",
  loose: "Too much dry gap: the plunger comes up to its retainer and the gear hammers.",
};

export function orderWords(context: RunContext, wants: readonly WantedPart[]): Instruction {
  const { fixed } = context.job;
  if (fixed === null) throw new RangeError("orderWords: no lengths in this job");
  const lines = orderLines(wants, fixed);
  const name = LENGTH_PART_NAMES[fixed.gear.part];
  return told({
    eyebrow: "All gaps are read",
    title: `${wants.length === 1 ? `One ${name} is` : `${wants.length} ${name}s are`} wanted: order, or lay out.`,
    grounds: [...lines.map((l) => `${capital(l)}.`), ...approvedWords(context)],
    button: { label: "On hand: go on", action: { kind: "order", list: lines.join("; "), pause: false } },
    choices: [{ label: "Ordered: the job waits", action: { kind: "order", list: lines.join("; "), pause: true } }],
  });
}

/** Out of its band: the part that would bring it there. `pickedMm` and `fromMm` are what was chosen by hand. */
export function fitWords(
  context: RunContext,
  now: RunNow,
  valve: ValveState,
  picked: { readonly lengthMm: number | null; readonly fromMm: number | null },
): Instruction {
  const { fixed } = context.job;
  const unit = specUnit(context.file.lash?.[valve.valve.role]);
  const name = valveName(valve.valve, context.job.valves);
  const gap = valve.last === null ? "" : `${readingWords(valve.last)}; band ${bandWords(valve.valve.spec, unit)}. `;
  const consequence =
    valve.verdict === "tight" || valve.verdict === "loose" ? [DRY_GAP_CONSEQUENCE[valve.verdict]] : [];
  const base = {
    eyebrow: whereWords(context, now, valve.valve),
    reasoned: {
      open: "Leave it so, with a reason",
      label: "Why it is left so",
      submit: "Leave it",
      for: { kind: "leave" as const },
    },
  };
  if (fixed === null) {
    return told({
      ...base,
      title: `${capital(name)} is out of its band, and no lengths are known.`,
      grounds: [
        `${gap}List the lengths that can be had on the engine's page, and a new job proposes one.`,
        ...consequence,
        ...approvedWords(context),
      ],
    });
  }
  const known =
    picked.fromMm === null ? fixed : { ...fixed, fittedMm: { ...fixed.fittedMm, [valve.valve.id]: picked.fromMm } };
  const want = wantedPart({ fixed: known }, picked.fromMm === null ? valve : { ...valve, fittedMm: null });
  const part = LENGTH_PART_NAMES[fixed.gear.part];
  if (want?.fromMm == null || want.advice === null)
    return told({
      ...base,
      title: `Measure the ${part} of ${name}, and say what is fitted.`,
      grounds: [gap, ...consequence, ...approvedWords(context)],
    });
  const lengthMm = picked.lengthMm ?? (want.advice.kind === "fit" ? want.advice.lengthMm : null);
  const leaves =
    lengthMm === null || valve.last === null
      ? ""
      : `leaves ${showLength(middleOf(valve.last) - (lengthMm - want.fromMm) * fixed.gear.g, unit)}`;
  const sum = `${gap}Fitted is ${lengthWords(want.fromMm, fixed.gear)}; ${ideal(want, fixed)}${lengthMm === null ? "" : `, and ${lengthWords(lengthMm, fixed.gear)} ${leaves}`}.`;
  if (lengthMm === null)
    return told({
      ...base,
      title: `No ${part} on the list is right for ${name}.`,
      grounds: [sum, want.advice.kind === "none" ? want.advice.why : "", ...consequence, ...approvedWords(context)],
    });
  return told({
    ...base,
    title: `Fit a ${part} of ${lengthWords(lengthMm, fixed.gear)} at ${name}.`,
    grounds: [sum, ...consequence, `Bleed the lifter down again before it is read.`, ...approvedWords(context)],
    button: {
      label: `${lengthWords(lengthMm, fixed.gear)} fitted`,
      action: { kind: "fit", lengthMm, fromMm: want.fromMm },
    },
  });
}

const ideal = ({ advice }: WantedPart, { gear }: FixedPlan): string =>
  advice === null ? "" : `the sum asks for ${lengthWords(advice.idealMm, gear)}`;
