import { withSerwist } from "@serwist/turbopack";
import type { NextConfig } from "next";

/** Of all that is no page: nothing of it is ever shown as one. */
const NO_PAGE =
  "default-src 'none'; frame-ancestors 'none'; base-uri 'none'; form-action 'none'; style-src 'unsafe-inline'";

/** By these names this machine calls itself. */
const OWN_HOSTS = "(127\\.0\\.0\\.1|localhost|\\[::1\\])";

const config: NextConfig = {
  turbopack: { root: import.meta.dirname },
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ["pg", "piscina", "@react-pdf/renderer"],
  experimental: { optimizePackageImports: ["@chakra-ui/react"] },
  async rewrites() {
    // Browsers ask for it by this name too.
    return {
      // A page elsewhere that gave its own name this machine's address would otherwise be answered as if it were ours.
      beforeFiles: [
        {
          source: "/:path*",
          missing: [{ type: "host" as const, value: OWN_HOSTS }],
          destination: "/api/misdirected",
        },
      ],
      afterFiles: [{ source: "/favicon.ico", destination: "/icon.svg" }],
      fallback: [],
    };
  },
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
