/** The open calculations over HTTP: no session, so bounded by the address that asks. */
import type { NextRequest } from "next/server";
import { RateLimiterMemory } from "rate-limiter-flexible";
import { calculateText } from "@/core/calc/operations";
import { heavy } from "../heavy/heavy";
import { addressOf, bodyText, fromOwnPage } from "../http/http";
import { Refused } from "../http/refused";

/** Calculations that an address may ask for in a minute; 0 in CALCULATIONS_PER_MINUTE lifts it. */
const DEFAULT_PER_MINUTE = 3000;

/** Those whose effort grows with more than the length of what is sent. */
const IN_THREADS: ReadonlySet<string> = new Set(["stops", "locate", "shims"]);

let limiter: RateLimiterMemory | null | undefined;

function limiterOf(): RateLimiterMemory | null {
  const said = Number(process.env["CALCULATIONS_PER_MINUTE"] ?? DEFAULT_PER_MINUTE);
  const points = Number.isInteger(said) && said >= 0 ? said : DEFAULT_PER_MINUTE;
  return points === 0 ? null : new RateLimiterMemory({ points, duration: 60 });
}

/** @throws CalcProblem for what an operation can't take; Refused over the limits */
export async function calculate(request: NextRequest, operation: string): Promise<object> {
  fromOwnPage(request);
  const address = addressOf(request);
  limiter ??= limiterOf();
  await limiter?.consume(address).catch(() => {
    throw new Refused("More calculations than one address may ask for in a minute: wait, then go on.", 429);
  });
  const text = await bodyText(request);
  return IN_THREADS.has(operation) ? heavy("calc", { operation, text }, address) : calculateText(operation, text);
}
