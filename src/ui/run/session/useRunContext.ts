"use client";

import { useMemo } from "react";
import { resolveEngine } from "@/core/engine/resolve";
import type { RunPageData } from "@/core/job/pages/run";
import { lockingOf } from "@/core/lash/locking";
import type { Person } from "@/core/shop/person";
import type { School } from "@/core/lash/school";
import { schoolKey } from "../../schoolHere";
import { useStored } from "../../stored";
import type { RunContext, RunWork } from "../model";
import { stacksOfSet } from "../../leaves/taps";

/**
 * What stays while a job is worked on, with the set in hand: the one chosen on this device among those laid out, else
 * the job's own.
 */
export function useRunContext(
  given: RunPageData,
  person: Person | null,
  { rules, room }: RunWork,
): { readonly context: RunContext; readonly chooseSet: (id: string) => void } {
  const [chosen, choose] = useStored<string>(`fulcrata-set-${given.id}`);
  const set = given.sets.find((s) => s.id === chosen) ?? given.sets[0];
  const [here] = useStored<School>(schoolKey(given.id, person?.id ?? ""));
  const school = here ?? person?.school ?? "go-no-go";
  const context = useMemo(() => {
    const { entries: _entries, returning: _returning, ...rest } = given;
    const instrument = set.id === given.sets[0].id ? null : set.name;
    return {
      ...rest,
      engine: resolveEngine(given.file),
      locking: lockingOf(given.file.adjuster),
      hand: { set, stacks: stacksOfSet(set), school, instrument },
      rules,
      room,
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a job's givens never change
  }, [given.id, set.id, school]);
  return { context, chooseSet: choose };
}
