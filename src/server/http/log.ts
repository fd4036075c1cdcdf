/** One line of structured log for what nobody expected, or what took long: without anything that was typed. */
import { AsyncLocalStorage } from "node:async_hooks";
import { randomUUID } from "node:crypto";
import pino from "pino";

/** What is known of a request while it is answered. */
export interface Asked {
  readonly method: string;
  readonly path: string;
  shopId?: string;
  personId?: string | undefined;
}

/** The request that is being answered: whoever learns more of it adds it there. */
export const asking = new AsyncLocalStorage<Asked>();

const log = pino({ base: null, timestamp: pino.stdTimeFunctions.isoTime });

/** Longer than anybody should wait. */
const SLOW_MS = 1000;

export function logIfSlow(asked: Asked, tookMs: number): void {
  if (tookMs >= SLOW_MS) log.warn({ ...asked, tookMs: Math.round(tookMs) }, "slow");
}

/** Somebody was turned away where they should prove who they are. */
export function logRefusal(asked: Asked | undefined, why: string, more: Readonly<Record<string, string>> = {}): void {
  log.warn({ ...asked, ...more, why }, "refused");
}

/** Messages of the driver and of the network: all others may repeat what was typed. */
const TECHNICAL =
  /^(Query read timeout|Connection terminated|timeout exceeded|connect E|read E|write E|sorry, too many)/;

const said = (message: string): string | undefined => (TECHNICAL.test(message) ? message.slice(0, 120) : undefined);

/** Logs an error and gives the id under which it stands: its kind, the database's code, and where in our own code it came from. */
export function logError(
  error: unknown,
  asked: Asked | undefined,
  tookMs?: number,
  id = randomUUID().slice(0, 8),
  to: pino.Logger = log,
): string {
  const { name = "Error", message = "", stack = "" } = error instanceof Error ? error : new Error(String(error));
  const cause = (error as { cause?: { code?: unknown; message?: unknown } } | null)?.cause;
  to.error(
    {
      id,
      ...asked,
      tookMs: tookMs === undefined ? undefined : Math.round(tookMs),
      error: name,
      code: typeof cause?.code === "string" ? cause.code : undefined,
      why: said(message),
      cause: typeof cause?.message === "string" ? said(cause.message) : undefined,
      from: stack
        .split("\n")
        .filter((l) => l.trim().startsWith("at "))
        .slice(0, 4)
        .map((l) => l.trim()),
    },
    "error",
  );
  return id;
}
