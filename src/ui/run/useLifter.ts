"use client";

import { useState } from "react";
import { firstSchool, type ZeroSchool } from "@/core/preload/zeroLash";
import { useStored } from "../stored";
import type { Chosen } from "./instruction";
import type { Lifter } from "./lifter";
import type { RunContext } from "./model";

interface Picked {
  readonly of: string | null;
  readonly foundTurns: number | null;
  readonly turns: number | null;
  readonly again: boolean;
  readonly lengthMm: number | null;
  readonly fromMm: number | null;
}
const NOTHING: Omit<Picked, "of"> = { foundTurns: null, turns: null, again: false, lengthMm: null, fromMm: null };

/** What is chosen by hand at the valve in hand; another valve begins with nothing chosen. The school of zero lash stays with the job on this device. */
export function useLifter({ id, job }: Pick<RunContext, "id" | "job">, valve: string | null, overridden: boolean) {
  const [stored, setSchool] = useStored<ZeroSchool>(`fulcrata-zero-${id}`);
  const [picked, setPicked] = useState<Picked>({ of: null, ...NOTHING });
  const own = picked.of === valve ? picked : { of: valve, ...NOTHING };
  const change = (now: Partial<Picked>): void => setPicked({ ...own, ...now });
  const school = stored ?? firstSchool(job.preload?.lifters ?? "run").school;
  const lifter: Lifter = {
    school,
    foundTurns: own.foundTurns,
    turns: own.turns ?? job.preload?.targetTurns ?? 0,
    again: own.again,
    overridden,
  };
  return {
    lifter,
    part: { lengthMm: own.lengthMm, fromMm: own.fromMm } satisfies Chosen["part"],
    choose: ({ school: to, ...rest }: Partial<Pick<Lifter, "school" | "foundTurns" | "turns">>) => {
      if (to !== undefined) setSchool(to);
      change(rest);
    },
    choosePart: (part: Partial<Chosen["part"]>) => change(part),
    fromZero: () => change({ again: true, foundTurns: null }),
    /** Zero lash is found: what was chosen for it is done with. */
    settle: () => change({ again: false, foundTurns: null }),
  };
}
