import { middleOf } from "@/core/job/ledger/readings";
import { openerCloserLines } from "@/core/shims/openerCloserLines";
import { isSolved } from "@/core/shims/positiveClosing";
import { SumList } from "../controls/SumList";
import type { Exchange } from "./useExchange";

/** The sum as on paper, once both gaps and both parts are known. */
export function OnPaper({ exchange }: { readonly exchange: Exchange }) {
  const { given, valve, own, read, advice, fittedMm, biasMm } = exchange;
  const solved = advice?.solved ?? null;
  const { opener, closer } = fittedMm;
  if (
    solved === null ||
    !isSolved(solved) ||
    read === null ||
    own.loaded === null ||
    opener === null ||
    closer === null
  )
    return null;
  const lines = openerCloserLines(
    {
      opener: { fittedMm: opener, gapMm: middleOf(read), aimMm: valve.valve.spec.nominalMm },
      closer: { fittedMm: closer, loadedGapMm: middleOf(own.loaded), aimMm: given.job.task.plan.closerAimMm },
      biasMm,
    },
    solved,
  );
  return <SumList title="On paper" lines={lines} />;
}
