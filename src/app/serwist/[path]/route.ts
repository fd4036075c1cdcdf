import { createSerwistRoute } from "@serwist/turbopack";

/** The service worker, bundled at build time. */
export const { dynamic, dynamicParams, revalidate, generateStaticParams, GET } = createSerwistRoute({
  swSrc: "src/workers/offline.ts",
  useNativeEsbuild: true,
});
