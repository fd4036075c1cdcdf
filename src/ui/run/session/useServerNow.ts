"use client";

import { useEffect, useState } from "react";
import type { ServerClock } from "./serverClock";

/** The shop's time, anew every so often while something waits for it: `every` says how often, null for not any more. */
export function useServerNow(clock: ServerClock, startMs: number, every: (nowMs: number) => number | null): number {
  const [nowMs, setNowMs] = useState(startMs);
  const everyMs = every(nowMs);
  useEffect(() => {
    if (everyMs === null) return;
    const look = (): void => setNowMs(clock.now());
    const first = setTimeout(look, 0);
    const timer = setInterval(look, everyMs);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
    };
  }, [clock, everyMs]);
  return nowMs;
}
