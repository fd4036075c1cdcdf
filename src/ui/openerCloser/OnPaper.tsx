import { chakra } from "@chakra-ui/react/styled-system";
import { middleOf } from "@/core/job/ledger/readings";
import { openerCloserLines } from "@/core/shims/openerCloserLines";
import { isSolved } from "@/core/shims/positiveClosing";
import { Stamp } from "../controls/Stamp";
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
  return (
    <chakra.div border="1.5px solid" borderColor="edge" borderRadius="plate" bg="sheet" p="3">
      <Stamp color="ink!">On paper</Stamp>
      <chakra.dl display="grid" gridTemplateColumns="1fr auto" columnGap="4" fontSize="17px" m="0" pt="1">
        {lines.map((l) => (
          <chakra.div key={l.what} display="contents">
            <dt>{l.what}</dt>
            <chakra.dd m="0" fontFamily="mono" textAlign="right">
              {l.figure}
            </chakra.dd>
          </chakra.div>
        ))}
      </chakra.dl>
    </chakra.div>
  );
}
