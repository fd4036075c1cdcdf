/**
 * `npm run sign-in-link -- "Una Selby"`: a link to choose a new password, for when no lead can sign in to give one. For
 * whoever may read the database as its owner, on the machine itself.
 */
import { runInDatabase } from "./lib/visit.mjs";

await runInDatabase("signInLink.ts");
