import { withSerwist } from "@serwist/turbopack";
import type { NextConfig } from "next";

/** Of all that is no page: nothing of it is ever shown as one. */
const NO_PAGE =
  "default-src 'none'; frame-ancestors 'none'; base-uri 'none'; form-action 'none'; style-src 'unsafe-inline'";

const config: NextConfig = {
  turbopack: { root: import.meta.dirname },
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ["pg", "piscina", "@react-pdf/renderer"],
  experimental: { optimizePackageImports: ["@chakra-ui/react"] },
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
