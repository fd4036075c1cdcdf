/** What a page may load is said with it: its own files, and the inline scripts that carry this answer's nonce. */
import { randomBytes } from "node:crypto";
import { type NextRequest, NextResponse } from "next/server";
import { MISDIRECTED, isAskedByName } from "@/server/http/hosts";

const policy = (nonce: string): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'`,
    "worker-src 'self'",
    // Drawings and the interface's library place things by style attributes.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self' data:",
    "frame-ancestors 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "object-src 'none'",
  ].join("; ");

export function proxy(request: NextRequest): NextResponse {
  if (!isAskedByName(request.headers)) return new NextResponse(MISDIRECTED, { status: 421 });
  const headers = new Headers(request.headers);
  // Where one comes back to after signing in.
  headers.set("x-path", request.nextUrl.pathname + request.nextUrl.search);
  if (process.env.NODE_ENV !== "production") return NextResponse.next({ request: { headers } });
  const nonce = randomBytes(16).toString("base64");
  headers.set("x-nonce", nonce);
  // Read here by what renders the page: its own inline scripts get the nonce.
  headers.set("content-security-policy", policy(nonce));
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy(nonce));
  return response;
}

/** Pages only: commands answer JSON, and files are what they are. */
export const config = { matcher: "/((?!api/|_next/|serwist/|favicon|icon).*)" };
