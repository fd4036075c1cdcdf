/**
 * `npm run export-shop -- "Wharf Road Valves" FILE` and `npm run import-shop -- FILE`: a whole shop in one archive, and
 * into another installation. For whoever may read the database as its owner, on the machine itself.
 */
import { runInDatabase } from "./lib/visit.mjs";

await runInDatabase("wholeShop.ts");
