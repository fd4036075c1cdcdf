"use client";

import { useState } from "react";
import { useStored } from "../../stored";
import type { RunContext } from "../model";
import type { Chosen } from "../words/shape";

/**
 * What is chosen by hand at the valve in hand; another valve begins with nothing chosen. What the kind of work keeps
 * stays with the job on this device.
 */
export function useChoice(context: RunContext, valve: string | null) {
  const { room } = context;
  const [kept, keep] = useStored<Chosen>(`fulcrata-choice-${context.id}`);
  const [picked, setPicked] = useState<{ of: string | null; choice: Chosen }>({ of: null, choice: {} });
  const own = picked.of === valve ? picked.choice : {};
  const keeps = (name: string): boolean => room.keptChoices?.some((k) => k === name) === true;
  return {
    choice: { ...room.noChoice?.(context), ...kept, ...own },
    choose: (choice: Chosen): void => {
      const entries = Object.entries(choice);
      const staying = entries.filter(([name]) => keeps(name));
      if (staying.length > 0) keep({ ...kept, ...Object.fromEntries(staying) });
      setPicked({ of: valve, choice: { ...own, ...Object.fromEntries(entries.filter(([name]) => !keeps(name))) } });
    },
  };
}
