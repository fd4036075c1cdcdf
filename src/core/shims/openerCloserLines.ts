/** The sum of a pair line by line, as on paper. */
import type { SumLine } from "./oneValve";
import { FIRST_STEP_OVER_MM, type PositiveClosing, type PositiveClosingInput } from "./positiveClosing";

const fig = (mm: number): string => mm.toFixed(3).replace(/0$/, "");

/** `biasMm` is taken off the closer where it is known, and said so. */
export function openerCloserLines(
  { opener, closer, biasMm = 0 }: PositiveClosingInput,
  solved: PositiveClosing,
): SumLine[] {
  const { closerGapMm, openerNewMm, closerNewMm, firstStepMm } = solved;
  const whole = closer.fittedMm + closerGapMm - closer.aimMm;
  return [
    {
      what: "loaded gap less opener gap: the closer gap",
      figure: `${fig(closer.loadedGapMm)} − ${fig(opener.gapMm)} = ${fig(closerGapMm)} mm`,
    },
    {
      what: "opener: fitted and its gap, less the gap that is wanted",
      figure: `${fig(opener.fittedMm)} + ${fig(opener.gapMm)} − ${fig(opener.aimMm)} = ${fig(openerNewMm)} mm`,
    },
    {
      what: "closer: fitted and its gap, less the gap that is wanted",
      figure: `${fig(closer.fittedMm)} + ${fig(closerGapMm)} − ${fig(closer.aimMm)} = ${fig(whole)} mm`,
    },
    ...(biasMm === 0
      ? []
      : [
          {
            what: "less what your loaded gap overstates",
            figure: `${fig(whole)} − ${fig(biasMm)} = ${fig(closerNewMm)} mm`,
          },
        ]),
    ...(closerGapMm > FIRST_STEP_OVER_MM + 1e-9
      ? [{ what: "a first step of 80 percent of the way", figure: `${fig(firstStepMm)} mm` }]
      : []),
  ];
}
