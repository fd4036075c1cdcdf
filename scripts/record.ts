/**
 * The record of all shops: `check` says which closed jobs have another record than their ledger tells, code 1 when there
 * are any; `rebuild` writes it anew.
 */
import { eq } from "drizzle-orm";
import { connectOwner, ofShop } from "../src/db/connect";
import { prepareDatabase } from "../src/db/prepare";
import { engineForecasts, engines, jobResults, jobs, shops, valveResults } from "../src/db/schema";
import { keepForecast } from "../src/server/record/life";
import { agrees, keepResult, resultFromLedger } from "../src/server/record/results";

const say = (line: string): void => void process.stdout.write(`${line}\n`);

async function main(url: string, what: string): Promise<number> {
  if (what !== "check" && what !== "rebuild") {
    say("Say what is to be done: npm run record -- check, or npm run record -- rebuild.");
    return 2;
  }
  await prepareDatabase(url);
  const { db: owner, end } = connectOwner(url, 2);
  try {
    let [looked, wrong] = [0, 0];
    for (const { id: shopId } of await owner.select({ id: shops.id }).from(shops)) {
      const db = ofShop(owner, shopId);
      if (what === "rebuild") {
        await db.delete(engineForecasts).where(eq(engineForecasts.shopId, shopId));
        await db.delete(valveResults).where(eq(valveResults.shopId, shopId));
        await db.delete(jobResults).where(eq(jobResults.shopId, shopId));
      }
      for (const { id } of await db.select({ id: jobs.id }).from(jobs).where(eq(jobs.shopId, shopId))) {
        looked += 1;
        if (what === "rebuild") {
          const told = await resultFromLedger(db, shopId, id);
          if (told !== null) await keepResult(db, told.record, told.entries);
        } else if (!(await agrees(db, shopId, id))) {
          wrong += 1;
          say(`Job ${id} of shop ${shopId}: its record is not what its ledger says.`);
        }
      }
      if (what === "rebuild")
        for (const { id } of await db.select({ id: engines.id }).from(engines).where(eq(engines.shopId, shopId)))
          await keepForecast(db, shopId, id);
    }
    say(
      what === "rebuild"
        ? `The record of ${looked} jobs was made anew from their ledgers.`
        : wrong === 0
          ? `The record of ${looked} jobs is what their ledgers say.`
          : `${wrong} of ${looked} jobs differ: npm run record -- rebuild makes them anew.`,
    );
    return wrong === 0 ? 0 : 1;
  } finally {
    await end();
  }
}

process.exitCode = await main(process.env["DATABASE_URL"] ?? "", process.argv[2] ?? "");
