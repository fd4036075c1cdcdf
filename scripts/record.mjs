/** `npm run record -- check|rebuild`: what closed jobs found and left, held against the ledgers, or made again from them. */
import { runInDatabase } from "./lib/visit.mjs";

await runInDatabase("record.ts");
