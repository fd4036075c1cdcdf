/** Tries at a name or a PIN: a few are free, then one waits, whichever process is asked. */
import { RateLimiterPostgres, RateLimiterRes } from "rate-limiter-flexible";
import { database } from "@/db/connect";
import { asking, logRefusal } from "../http/log";
import { Refused } from "../http/refused";

const MINUTE_S = 60;

interface Rule {
  /** Wrong ones that are free. */
  readonly points: number;
  readonly minutes: number;
}
const RULES = {
  password: { points: 10, minutes: 15 },
  /** Of one name from anywhere: so many that nobody far off locks out whoever sits in the shop. */
  name: { points: 100, minutes: 15 },
  pin: { points: 5, minutes: 10 },
  /** Of one address at any name: somebody goes through a list. */
  address: { points: 60, minutes: 15 },
} as const satisfies Readonly<Record<string, Rule>>;
export type Tried = keyof typeof RULES;

const made = new Map<Tried, RateLimiterPostgres>();

function limiterOf(what: Tried): RateLimiterPostgres {
  const { points, minutes } = RULES[what];
  const known = made.get(what);
  if (known !== undefined) return known;
  const limiter = new RateLimiterPostgres({
    storeClient: (database() as unknown as { $client: unknown }).$client,
    tableName: "tries",
    tableCreated: true,
    keyPrefix: what,
    points,
    duration: minutes * MINUTE_S,
    blockDuration: minutes * MINUTE_S,
  });
  made.set(what, limiter);
  return limiter;
}

const inMinutes = (ms: number): string => {
  const minutes = Math.max(1, Math.ceil(ms / (MINUTE_S * 1000)));
  return minutes === 1 ? "a minute" : `${minutes} minutes`;
};

/**
 * Counts a try before it is judged: many at once find no gap.
 * @throws Refused when there were too many
 */
export async function count(what: Tried, key: string): Promise<void> {
  try {
    await limiterOf(what).consume(key);
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error;
    logRefusal(asking.getStore(), `too many tries: ${what}`);
    throw new Refused(`That was wrong too often: wait ${inMinutes(error.msBeforeNext)}, or ask a lead.`, 429);
  }
}

/** It was right: what came before counts no more. */
export const forget = async (what: Tried, key: string): Promise<void> => void (await limiterOf(what).delete(key));
