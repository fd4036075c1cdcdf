/** `npm run ledger`: looks through all ledgers for entries that their rules forbid. */
import { runInDatabase } from "./lib/visit.mjs";

await runInDatabase("ledger.ts");
