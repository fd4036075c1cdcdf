/** Has the service worker keep this page, so that it opens again without a network. Rejects where it can't. */
export async function keepPageHere(): Promise<void> {
  if (!("serviceWorker" in navigator)) return;
  await navigator.serviceWorker.register("/serwist/sw.js", { scope: "/", type: "module" });
  const { active } = await navigator.serviceWorker.ready;
  active?.postMessage({ type: "CACHE_URLS", payload: { urlsToCache: [window.location.pathname] } });
}
