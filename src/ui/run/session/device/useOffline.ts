"use client";

import { useEffect } from "react";
import { keepPageHere } from "../../../keepPageHere";

/** Makes this page open again without a network, from the moment it was seen once. */
export function useOffline(): void {
  useEffect(() => {
    // Without it the run still works; only a reload without a network does not.
    const keep = (): void => void keepPageHere().catch(() => {});
    keep();
    // What a network that went away too soon has kept from being kept.
    window.addEventListener("online", keep);
    return () => window.removeEventListener("online", keep);
  }, []);
}
