/** `npm run backup -- FILE`, `npm run restore -- FILE`, `npm run verify -- FILE`: what is kept, kept elsewhere, and proof of it. */
import { runInDatabase } from "./lib/visit.mjs";

await runInDatabase("backup.ts");
