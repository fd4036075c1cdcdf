"use client";

import { useEffect, useState } from "react";

/** Keeps the screen from going dark while the run is open; says whether the browser does so. */
export function useWakeLock(on: boolean): boolean {
  const [awake, setAwake] = useState(false);
  useEffect(() => {
    if (!on || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let ended = false;
    const ask = async (): Promise<void> => {
      if (document.visibilityState !== "visible") return;
      try {
        const given = await navigator.wakeLock.request("screen");
        if (ended) return void given.release();
        lock = given;
        setAwake(true);
        given.addEventListener("release", () => setAwake(false));
      } catch {
        // A low battery or a browser without leave for it: the tray says that the screen may go dark.
        setAwake(false);
      }
    };
    const again = (): void => void ask();
    again();
    document.addEventListener("visibilitychange", again);
    return () => {
      ended = true;
      document.removeEventListener("visibilitychange", again);
      void lock?.release();
    };
  }, [on]);
  return awake;
}
