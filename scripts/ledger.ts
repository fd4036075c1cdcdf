/** Lists the entries of all ledgers in the database that a rule of today forbids; code 1 when there are any. */
import { connectOwner } from "../src/db/connect";
import { prepareDatabase } from "../src/db/prepare";
import { ledgerFaults } from "../src/db/queries/ledgerFaults";

async function main(url: string): Promise<number> {
  await prepareDatabase(url);
  const { db, end } = connectOwner(url, 1);
  try {
    const faults = await ledgerFaults(db);
    for (const f of faults)
      process.stdout.write(`${f.at}  ${f.shop}, job ${f.jobId}, place ${f.seq}: ${f.kind} by ${f.person} ${f.why}\n`);
    process.stdout.write(
      faults.length === 0
        ? "Every ledger is as its rules want it.\n"
        : `${faults.length} entries break a rule of the ledger. They take nothing back: the sheets are shown without them.\n`,
    );
    return faults.length === 0 ? 0 : 1;
  } finally {
    await end();
  }
}

process.exitCode = await main(process.env["DATABASE_URL"] ?? "");
