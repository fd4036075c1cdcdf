"use client";

import { useEffect, useState } from "react";
import { useStored } from "../../stored";

/** How long button and keys rest after the next thing changed: longer than a finger that taps twice. */
export const REST_MS = 500;
export const REST_STORE = "fulcrata-rest-ms";

/**
 * True for a moment after what is told has changed, by a tap, by another device or by the clock: what was meant for
 * the thing before must not be done to the one after it.
 */
export function useRest(told: string): boolean {
  const [restMs] = useStored<number>(REST_STORE);
  const [awake, setAwake] = useState(told);
  const ms = restMs ?? REST_MS;
  useEffect(() => {
    const timer = setTimeout(() => setAwake(told), ms);
    return () => clearTimeout(timer);
  }, [told, ms]);
  return ms > 0 && awake !== told;
}
