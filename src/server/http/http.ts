/** JSON in, JSON out: one way to read a body and one way to say that something was refused. */
import { type NextRequest, NextResponse } from "next/server";
import type { z } from "zod";
import { CalcProblem, parseInput } from "@/core/calc/problem";
import { MAX_FILE_BYTES } from "@/core/engine/engineFile";
import { MISDIRECTED, isAskedByName } from "./hosts";
import { type Asked, asking, logError, logIfSlow } from "./log";
import { Refused, refusedByDatabase } from "./refused";

export const refusedJson = (message: string, path: string, status: number): NextResponse =>
  NextResponse.json({ error: { message, path } }, { status });

/** By whom the server was reached, as the server itself notes it; behind a proxy the last that it names. */
export const addressOf = ({ headers }: NextRequest): string =>
  (headers.get("x-forwarded-for") ?? "").split(",").at(-1)?.trim().slice(0, 64) || "here";

/** A body that takes longer to come is given up. */
const SLOWEST_BODY_MS = 20_000;

/** The body as text, read no further than the limit. @throws Refused over the limit of size or time. */
export async function bodyText(request: NextRequest): Promise<string> {
  const tooLarge = new Refused("That is over 1 MB: an engine or a command is far smaller.", 413);
  if (Number(request.headers.get("content-length") ?? 0) > MAX_FILE_BYTES) throw tooLarge;
  const reader = request.body?.getReader();
  if (reader === undefined) return "";
  const parts: Uint8Array[] = [];
  let [bytes, slow] = [0, false];
  const timer = setTimeout(() => {
    slow = true;
    void reader.cancel().catch(() => undefined);
  }, SLOWEST_BODY_MS);
  try {
    for (let next = await reader.read(); !next.done; next = await reader.read()) {
      bytes += next.value.byteLength;
      if (bytes > MAX_FILE_BYTES) {
        void reader.cancel().catch(() => undefined);
        throw tooLarge;
      }
      parts.push(next.value);
    }
  } finally {
    clearTimeout(timer);
  }
  if (slow) throw new Refused("That took too long to come: send it again.", 408);
  return Buffer.concat(parts).toString("utf8");
}

/** Where a command may come from: the machine as it was asked for, and the name that a proxy before it goes by. */
function isOwn(origin: string, host: string | null): boolean {
  if (!URL.canParse(origin)) return false;
  const address = process.env["FULCRATA_URL"] ?? "";
  return (
    new URL(origin).host === host || (URL.canParse(address) && new URL(address).origin === new URL(origin).origin)
  );
}

/** Only JSON that says so, from a page of this app or from no page at all. @throws Refused */
export function fromOwnPage({ headers }: NextRequest): void {
  if (!(headers.get("content-type") ?? "").startsWith("application/json"))
    throw new Refused("Commands are sent as application/json.", 400);
  const origin = headers.get("origin");
  if (origin !== null && !isOwn(origin, headers.get("host")))
    throw new Refused("Commands are taken from the shop's own pages only.", 403);
}

/**
 * The body of a command, validated. Only JSON that says so is taken: a foreign page can't send it.
 * @throws Refused when it is no JSON, CalcProblem when it has another shape
 */
export async function readCommand<T>(request: NextRequest, schema: z.ZodType<T>): Promise<T> {
  fromOwnPage(request);
  const text = await bodyText(request);
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    throw new Refused("The command is not JSON.", 400);
  }
  return parseInput(schema, body);
}

/** Runs a handler; what it refuses becomes a sentence, and what it did not expect an apology with the id of its log line. */
export function respond(request: NextRequest, work: () => Promise<NextResponse>): Promise<NextResponse> {
  const asked: Asked = { method: request.method, path: request.nextUrl.pathname };
  return asking.run(asked, async () => {
    const begun = performance.now();
    if (!isAskedByName(request.headers)) return refusedJson(MISDIRECTED, "", 421);
    try {
      const answer = await work();
      logIfSlow(asked, performance.now() - begun);
      return answer;
    } catch (error) {
      if (error instanceof Refused) return refusedJson(error.message, error.path, error.status);
      if (error instanceof CalcProblem) return refusedJson(error.message, error.path, 422);
      const known = refusedByDatabase(error);
      if (known !== null) return refusedJson(known.message, known.path, known.status);
      const id = logError(error, asked, performance.now() - begun);
      return refusedJson(
        `The shop's server could not do that just now. What you entered is still here: try again. (Error ${id})`,
        "",
        503,
      );
    }
  });
}

/** Headers that make a browser keep the answer as a file, under a name any system takes. */
export const fileNamed = (name: string, extension: string): { "content-disposition": string } => ({
  "content-disposition": `attachment; filename="${
    name
      .replace(/[^A-Za-z0-9]+/g, "-")
      .replace(/^-|-$/g, "")
      .toLowerCase() || "file"
  }.${extension}"`,
});

/** A drawing to keep; `shown` in the page instead. */
export const svgNamed = (svg: string, name: string, shown = false): NextResponse =>
  new NextResponse(svg, {
    headers: { "content-type": "image/svg+xml", ...(shown ? {} : fileNamed(name, "svg")) },
  });

export const pdfNamed = (bytes: Uint8Array<ArrayBuffer>, name: string): NextResponse =>
  new NextResponse(bytes, { headers: { "content-type": "application/pdf", ...fileNamed(name, "pdf") } });
