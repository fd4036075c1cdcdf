/** How our own cookies are kept: from scripts, from other sites, and over TLS to that. */
export const cookieTo = (maxAge: number) =>
  ({
    httpOnly: true,
    sameSite: "lax",
    secure: (process.env["FULCRATA_URL"] ?? "").startsWith("https:"),
    path: "/",
    maxAge,
  }) as const;
