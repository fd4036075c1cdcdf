"use client";

import { useContext, useMemo } from "react";
import { useWatch } from "react-hook-form";
import { OPENER_CLOSER_PARTS, type OpenerCloserPart } from "@/core/job/ledger/kinds";
import type { OpenerCloserPageData } from "@/core/job/pages/openerCloser";
import { jobState } from "@/core/job/run";
import { learnedBiasMm } from "@/core/job/tasks/openerCloser/closerBias";
import { adviseParts, openerCloserOf } from "@/core/job/tasks/openerCloser/openerCloser";
import { unitProblem } from "@/core/units/typedLength";
import { useTypedForm } from "../controls/useTypedForm";
import { PartsHosted } from "../shims/partsHost";
import type { Chosen } from "./GoesIn";
import { measured } from "./measured";

/** What is typed and chosen before opener and closer are exchanged. */
export interface ExchangeForm {
  micrometerId: string;
  /** What came out, as it was measured. */
  out: Record<OpenerCloserPart, string>;
  goesIn: Record<OpenerCloserPart, Chosen>;
  collets: string;
  /** What this hand's loaded gap overstates is taken off. */
  useBias: boolean;
}

const NOTHING: Chosen = { stockId: null, made: "" };

/**
 * Opener and closer of a valve: where they stand, what would go in, and how that is entered. Null where the job has
 * no such valve.
 */
export function useExchange(given: OpenerCloserPageData) {
  const { job, entries, valve: id, micrometers, biasesMm } = given;
  const state = useMemo(() => jobState(job, entries), [job, entries]);
  const form = useTypedForm<ExchangeForm>({
    defaultValues: {
      micrometerId: micrometers[0]?.id ?? "",
      out: { opener: "", closer: "" },
      goesIn: { opener: NOTHING, closer: NOTHING },
      collets: "",
      useBias: true,
    },
  });
  const typed = useWatch({ control: form.control }) as ExchangeForm;
  const commands = useContext(PartsHosted).useExchanging(given);
  const fits = OPENER_CLOSER_PARTS.flatMap((part) => {
    const { stockId, made } = typed.goesIn[part];
    const out = typed.out[part];
    return stockId === null && made.trim() === ""
      ? []
      : [{ part, out: out.trim() === "" ? null : out, stockId, made: stockId === null ? made : null }];
  });
  const fit = async (): Promise<void> => {
    for (const { part, made } of fits) {
      const message = made === null ? null : unitProblem(made);
      if (message !== null) return commands.say({ message, path: `${part}.in` });
    }
    const { micrometerId, collets } = typed;
    await commands.fit({ micrometerId: micrometerId === "" ? null : micrometerId, fits, collets });
  };

  const valve = state.valves.get(id);
  if (valve === undefined) return null;
  const own = openerCloserOf(valve);
  const micrometer = micrometers.find((m) => m.id === typed.micrometerId) ?? null;
  const learnedMm = learnedBiasMm(biasesMm);
  const biasMm = typed.useBias ? learnedMm : 0;
  const out = { openerMm: measured(typed.out.opener, micrometer), closerMm: measured(typed.out.closer, micrometer) };
  const read = valve.last;
  return {
    given,
    form,
    typed,
    state,
    valve,
    own,
    read,
    learnedMm,
    biasMm,
    advice: read === null ? null : adviseParts(job.task.plan, own, valve.valve.spec.nominalMm, read, out, biasMm),
    fittedMm: { opener: out.openerMm ?? own.openerMm, closer: out.closerMm ?? own.closerMm },
    fits,
    load: commands.load,
    fit,
    order: commands.order,
    said: (path: string): string | undefined =>
      commands.problem?.path === path ? commands.problem.message : undefined,
  };
}

export type Exchange = NonNullable<ReturnType<typeof useExchange>>;
