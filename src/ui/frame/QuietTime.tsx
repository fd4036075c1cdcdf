"use client";

import { useEffect } from "react";
import { handOver } from "../device/handOver";

const LOOK_EVERY_MS = 5000;

/**
 * A shared device that nobody has touched for a while asks who is at work. What was entered is on the device, and what
 * was tapped is there again when one comes back.
 */
export function QuietTime({ minutes }: { readonly minutes: number | null }) {
  useEffect(() => {
    if (minutes === null || minutes === 0) return undefined;
    let touchedAt = Date.now();
    const touched = (): void => {
      touchedAt = Date.now();
    };
    const look = setInterval(() => {
      if (Date.now() - touchedAt >= minutes * 60_000)
        void handOver(window.location.pathname + window.location.search);
    }, LOOK_EVERY_MS);
    const events = ["pointerdown", "keydown"] as const;
    for (const event of events) window.addEventListener(event, touched, { capture: true, passive: true });
    return () => {
      clearInterval(look);
      for (const event of events) window.removeEventListener(event, touched, { capture: true });
    };
  }, [minutes]);
  return null;
}
