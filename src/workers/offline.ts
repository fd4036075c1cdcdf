/**
 * The service worker: a run that was opened once opens again without a network. It keeps the app's
 * own files and the page of each job that was visited; what is entered is kept by the page itself,
 * and nothing of the shop's data is answered from here.
 */
import { RUNS_CACHE } from "@/core/shop/device";
import { NetworkFirst, type PrecacheEntry, Serwist, type SerwistGlobalConfig } from "serwist";

declare global {
  interface WorkerGlobalScope extends SerwistGlobalConfig {
    __SW_MANIFEST: (PrecacheEntry | string)[] | undefined;
  }
}
declare const self: WorkerGlobalScope & typeof globalThis;

/** A shop's network that takes longer than this is as good as none. */
const PATIENCE_S = 4;
/** A worker learns what to load from the end of its own address, which an answer from here would lose. */
const ofWorker = (entry: PrecacheEntry | string): boolean =>
  /turbopack-worker/.test(typeof entry === "string" ? entry : entry.url);
const RUN_PAGE = /^\/jobs\/[0-9a-f-]{36}$/;

new Serwist({
  precacheEntries: (self.__SW_MANIFEST ?? []).filter((entry) => !ofWorker(entry)),
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      matcher: ({ url, sameOrigin, request }) =>
        sameOrigin && RUN_PAGE.test(url.pathname) && request.headers.get("rsc") === null,
      handler: new NetworkFirst({
        cacheName: RUNS_CACHE,
        networkTimeoutSeconds: PATIENCE_S,
        matchOptions: { ignoreVary: true },
      }),
    },
  ],
}).addEventListeners();
