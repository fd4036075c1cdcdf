import { withSerwist } from "@serwist/turbopack";
import type { NextConfig } from "next";

/** Nothing is fetched from elsewhere at run time, and the browser is told so. */
const policy = [
  "default-src 'self'",
  "script-src 'self' 'unsafe-inline'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data:",
  "font-src 'self' data:",
  "frame-ancestors 'none'",
].join("; ");

const config: NextConfig = {
  turbopack: { root: import.meta.dirname },
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ["pg", "@react-pdf/renderer"],
  experimental: { optimizePackageImports: ["@chakra-ui/react"] },
  async rewrites() {
    // Browsers ask for it by this name too.
    return [{ source: "/favicon.ico", destination: "/icon.svg" }];
  },
  async headers() {
    const headers = [
      { key: "X-Content-Type-Options", value: "nosniff" },
      { key: "Referrer-Policy", value: "same-origin" },
    ];
    if (process.env.NODE_ENV === "production") headers.push({ key: "Content-Security-Policy", value: policy });
    return [{ source: "/:path*", headers }];
  },
};

export default withSerwist(config);
