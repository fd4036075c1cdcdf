"use client";

import { useEffect } from "react";

/** Makes this page open again without a network, from the moment it was seen once. */
export function useOffline(): void {
  useEffect(() => {
    if (!("serviceWorker" in navigator)) return undefined;
    const keepPage = async (): Promise<void> => {
      await navigator.serviceWorker.register("/serwist/sw.js", { scope: "/", type: "module" });
      const { active } = await navigator.serviceWorker.ready;
      active?.postMessage({ type: "CACHE_URLS", payload: { urlsToCache: [window.location.pathname] } });
    };
    // Without it the run still works; only a reload without a network does not.
    const keep = (): void => void keepPage().catch(() => {});
    keep();
    // What a network that went away too soon has kept from being kept.
    window.addEventListener("online", keep);
    return () => window.removeEventListener("online", keep);
  }, []);
}
