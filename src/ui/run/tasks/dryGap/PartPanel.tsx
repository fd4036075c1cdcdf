import { chakra } from "@chakra-ui/react/styled-system";
import { LENGTH_PART_NAMES, adviseLength, lengthWords } from "@/core/preload/lengths";
import { middleOf } from "@/core/job/ledger/readings";
import { fittedNow } from "@/core/job/tasks/dryGap/plan";
import { Button } from "../../../controls/Button";
import { Stamp } from "../../../controls/Stamp";
import type { DryGapTask } from "@/core/job/tasks/dryGap";
import type { Run } from "../../model";
import type { LengthChoice } from "./words";

/** What is fitted, and what each length on the list would leave. */
export function PartPanel({ run }: { readonly run: Run<DryGapTask, null, LengthChoice> }) {
  const { plan } = run.context.job.task;
  const { valve, choice } = run;
  if (plan === null || valve === null) return null;
  const { gear } = plan;
  const fromMm = choice.fromMm ?? fittedNow(plan, valve);
  const gapMm = valve.last === null ? null : middleOf(valve.last);
  const { lowMm, highMm } = valve.valve.spec;
  const name = LENGTH_PART_NAMES[gear.part];
  const advice = gapMm === null || fromMm === null ? null : adviseLength(gapMm, fromMm, valve.valve.spec, gear);
  const chosenMm = choice.lengthMm ?? (advice?.kind === "fit" ? advice.lengthMm : null);
  const chip = (mm: number, on: boolean, onClick: () => void, note: string | null, good: boolean) => (
    <Button
      key={mm}
      type="button"
      size="big"
      px="3"
      flexDirection="column"
      aria-pressed={on}
      borderWidth={on ? "3px" : "1.5px"}
      borderColor={good ? "set" : "ink"}
      onClick={onClick}
    >
      <span>{lengthWords(mm, gear)}</span>
      {note !== null && (
        <chakra.span fontFamily="mono" fontSize="15px" fontWeight={400}>
          {note}
        </chakra.span>
      )}
    </Button>
  );
  return (
    <chakra.section
      aria-label="Parts"
      p="3"
      display="flex"
      flexDirection="column"
      gap="2"
      minWidth="0"
      maxHeight={{ lg: "262px" }}
      overflowY={{ lg: "auto" }}
      tabIndex={0}
    >
      <Stamp>Fitted now</Stamp>
      <chakra.div display="flex" flexWrap="wrap" gap="2">
        {gear.lengthsMm.map((mm) =>
          chip(mm, fromMm !== null && Math.abs(mm - fromMm) < 1e-6, () => run.setChoice({ fromMm: mm }), null, false),
        )}
      </chakra.div>
      {fromMm !== null && gapMm !== null && (
        <>
          <Stamp>Each {name}, and the gap that it would leave</Stamp>
          <chakra.div display="flex" flexWrap="wrap" gap="2">
            {gear.lengthsMm.map((mm) => {
              const leaves = gapMm - (mm - fromMm) * gear.g;
              return chip(
                mm,
                chosenMm !== null && Math.abs(mm - chosenMm) < 1e-6,
                () => run.setChoice({ lengthMm: mm }),
                `${leaves.toFixed(2)} mm`,
                leaves >= lowMm && leaves <= highMm,
              );
            })}
          </chakra.div>
        </>
      )}
    </chakra.section>
  );
}
