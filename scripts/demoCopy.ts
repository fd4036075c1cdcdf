/** Prints the address of a database with the demo shop, a copy made in the cluster of TEST_CLUSTER. */
import { demoDatabase } from "../src/db/freshDatabase.testing";

demoDatabase(process.env["TEST_CLUSTER"] ?? "").then(
  (url) => process.stdout.write(`${url}\n`),
  (error: unknown) => {
    process.stdout.write(`${error instanceof Error ? error.message : String(error)}\n`);
    process.exitCode = 1;
  },
);
