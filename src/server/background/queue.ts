/**
 * The queue of background work, kept in PostgreSQL: whichever process comes first does it, what fails is tried again by
 * itself, and what was done can be seen for a week.
 */
import PgBoss from "pg-boss";
import type { BackgroundKind } from "@/core/shop/background";
import { nightlyIn } from "@/db/backup";
import { logError } from "../http/log";
import { fallsBehind, keepUpRecord } from "../record/keepUp";
import { type Installation, clearPassing, followShop, nightlyBackup, shopsThatWait } from "./work";

/** When each is done, by the machine's own clock: the minute, the hour, and on. */
const WHEN = { backup: "15 2 * * *", clear: "40 * * * *" } as const;
/** Every minute it is looked for shops that wait for orders, and for what the record lacks. */
const LOOK = "look-for-orders";

const AGAIN = { retryLimit: 6, retryDelay: 60, retryBackoff: true } as const;
const MINUTE_S = 60;
const DAY_MS = 24 * 3600 * 1000;

const logBackground = (what: string, error: unknown): string => logError(error, { method: "background", path: what });

interface OfShop {
  readonly shopId: string;
}

/**
 * Works until it is told to end.
 * @param again how what fails is tried again, and how often it is looked for work, in seconds
 */
export async function workOnQueue(
  at: Installation,
  again: { readonly retryLimit: number; readonly retryDelay: number; readonly retryBackoff: boolean } = AGAIN,
  pollingIntervalSeconds = 5,
): Promise<{ readonly boss: PgBoss; readonly stop: () => Promise<void> }> {
  const boss = new PgBoss({
    connectionString: at.ownerUrl,
    max: 3,
    application_name: "fulcrata background",
    archiveCompletedAfterSeconds: 3600,
    deleteAfterDays: 7,
  });
  boss.on("error", (error) => logBackground("queue", error));
  await boss.start();
  const work = async <T extends object>(
    kind: BackgroundKind,
    expireInMinutes: number,
    done: (data: T) => Promise<string>,
  ): Promise<void> => {
    // One at a time of a kind, or of a shop; and one that waits.
    await boss.createQueue(kind, {
      name: kind,
      policy: "stately",
      expireInSeconds: expireInMinutes * MINUTE_S,
      ...again,
    });
    await boss.work<T>(kind, { pollingIntervalSeconds, batchSize: 1 }, async ([job]) => {
      if (job === undefined) return {};
      try {
        return { said: await done(job.data) };
      } catch (error) {
        logBackground(kind, error);
        // The cause, without what was asked of the database.
        const cause = (error as { cause?: unknown }).cause ?? error;
        const { shortMessage } = cause as { shortMessage?: string };
        throw new Error(shortMessage ?? (cause instanceof Error ? cause.message : String(cause)));
      }
    });
  };
  await work("backup", 240, () => nightlyBackup(at, new Date()));
  await work("clear", 10, () => clearPassing(at.owner, new Date()));
  await work("record", 30, () => keepUpRecord(at.owner));
  await work<OfShop>("orders", 10, ({ shopId }) => followShop(at.app, shopId));
  await boss.createQueue(LOOK, { name: LOOK, policy: "stately", retryLimit: 0 });
  await boss.work(LOOK, { pollingIntervalSeconds }, async () => {
    for (const shopId of await shopsThatWait(at.owner))
      await boss.send("orders", { shopId }, { singletonKey: shopId, expireInMinutes: 10 });
    if (await fallsBehind(at.owner)) await boss.send("record", {});
  });
  const tz = Intl.DateTimeFormat().resolvedOptions().timeZone;
  for (const [kind, cron] of Object.entries(WHEN)) await boss.schedule(kind, cron, {}, { tz });
  await boss.schedule(LOOK, "* * * * *");
  if (isOld(at.backups)) await boss.send("backup", {});
  return { boss, stop: () => boss.stop({ graceful: true, timeout: 4000, wait: true }) };
}

/** Whether a night was missed: the machine slept. */
function isOld(folder: string): boolean {
  try {
    const [newest] = nightlyIn(folder);
    const at = newest?.match(/(\d{4}-\d\d-\d\dT\d\d)(\d\d)/);
    return at === null || at === undefined || Date.now() - Date.parse(`${at[1] ?? ""}:${at[2] ?? ""}Z`) > DAY_MS;
  } catch {
    return true;
  }
}
