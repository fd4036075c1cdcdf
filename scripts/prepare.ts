/** Makes a database ready, as its owner: migrations, and the demo shop when it is empty (or anew, with --reset). */
import { loadDemo } from "../src/demo/load";
import { connectOwner } from "../src/db/connect";
import { emptyDatabase, prepareDatabase } from "../src/db/prepare";

const url = process.env["DATABASE_URL"] ?? "";

async function main(): Promise<void> {
  if (process.argv.includes("--reset")) await emptyDatabase(url);
  await prepareDatabase(url);
  if (process.argv.includes("--bare")) return;
  const { db, end } = connectOwner(url, 1);
  try {
    if (await loadDemo(db, new Date())) process.stdout.write("The demo shop is loaded.\n");
  } finally {
    await end();
  }
}

function sentence(error: unknown): string {
  const { code, message } = error as { code?: string; message?: string };
  if (code === "ECONNREFUSED" || code === "ENOTFOUND" || code === "ETIMEDOUT")
    return "The database in DATABASE_URL does not answer. Start it, or check the address.";
  if (code === "28P01" || code === "28000")
    return "The database refuses the user or password in DATABASE_URL. Check them.";
  if (code === "3D000") return "The database named in DATABASE_URL does not exist. Make it first: createdb.";
  if (code === "53100" || code === "ENOSPC") return "The disk is full. Free some space and start again.";
  return `The database could not be made ready: ${message ?? String(error)}`;
}

main().catch((error: unknown) => {
  process.stdout.write(`${sentence(error)}\n`);
  process.exitCode = 1;
});
