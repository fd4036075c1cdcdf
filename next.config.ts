import { withSerwist } from "@serwist/turbopack";
import type { NextConfig } from "next";

/** Of all that is no page: nothing of it is ever shown as one. */
const NO_PAGE =
  "default-src 'none'; frame-ancestors 'none'; base-uri 'none'; form-action 'none'; style-src 'unsafe-inline'";

const config: NextConfig = {
  turbopack: { root: import.meta.dirname },
  // The whole tree is checked by `npm test` and in the editor: a build need not do it a second time.
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ["pg", "piscina", "@react-pdf/renderer"],
  experimental: {
    optimizePackageImports: ["@chakra-ui/react"],
    // A build is made from nothing, and once: what would speed up the next takes longer than it saves.
    turbopackFileSystemCacheForBuild: false,
    // Nobody reads maps of what is served, and a log names our own functions without them.
    turbopackSourceMaps: false,
    turbopackInputSourceMaps: false,
  },
  // Browsers ask for it by this name too.
  rewrites: async () => [{ source: "/favicon.ico", destination: "/icon.svg" }],
  async headers() {
    const headers = [
      { key: "X-Content-Type-Options", value: "nosniff" },
      { key: "Referrer-Policy", value: "same-origin" },
    ];
    return [
      { source: "/:path*", headers },
      // What the shop says is for whoever asked, and for now.
      {
        source: "/api/:path*",
        headers: [
          { key: "Cache-Control", value: "private, no-store" },
          { key: "Content-Security-Policy", value: NO_PAGE },
        ],
      },
    ];
  },
};

export default withSerwist(config);
