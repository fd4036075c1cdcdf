/**
 * `npm run new-shop -- "Wharf Road Valves" "Una Selby"`: a further shop in this installation, with its lead. For
 * whoever may read the database as its owner, on the machine itself.
 */
import { runInDatabase } from "./lib/visit.mjs";

await runInDatabase("newShop.ts");
