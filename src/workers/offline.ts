/**
 * The service worker: a run that was opened once opens again without a network. It keeps the app's
 * own files and the page of each job that was visited; what is entered is kept by the page itself,
 * and nothing of the shop's data is answered from here.
 */
import { NetworkFirst, type PrecacheEntry, Serwist, type SerwistGlobalConfig } from "serwist";

declare global {
  interface WorkerGlobalScope extends SerwistGlobalConfig {
    __SW_MANIFEST: (PrecacheEntry | string)[] | undefined;
  }
}
declare const self: WorkerGlobalScope & typeof globalThis;

/** A shop's network that takes longer than this is as good as none. */
const PATIENCE_S = 4;
const RUN_PAGE = /^\/jobs\/[0-9a-f-]{36}$/;

new Serwist({
  precacheEntries: self.__SW_MANIFEST ?? [],
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      matcher: ({ url, sameOrigin, request }) => sameOrigin && RUN_PAGE.test(url.pathname) && request.headers.get("rsc") === null,
      handler: new NetworkFirst({ cacheName: "runs", networkTimeoutSeconds: PATIENCE_S, matchOptions: { ignoreVary: true } }),
    },
  ],
}).addEventListeners();
