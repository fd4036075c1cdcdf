/** An installation of one's own beside the one that the other tests share: no demo, an empty database, one process. */
import { rmSync } from "node:fs";
import path from "node:path";
import { prepareDatabase, startApp } from "../scripts/lib/app.mjs";
import { findPostgres, freePort, startCluster } from "../scripts/lib/postgres.mjs";
import { test } from "./fixtures";

const ROOT = path.resolve(import.meta.dirname, "..");

export interface Installation {
  url: string;
  ownerUrl: string;
}

/** Started before the tests of a file, and ended after them; its addresses are there from the first test on. */
export function ownInstallation(name: string): Installation {
  const folder = path.join(ROOT, ".data", `${name}-${process.pid}`);
  const here: Installation = { url: "", ownerUrl: "" };
  const end: (() => Promise<void>)[] = [];
  test.beforeAll(async () => {
    const bin = findPostgres();
    if (bin === null) throw new Error("PostgreSQL is not installed");
    const cluster = await startCluster({ bin, folder });
    end.push(cluster.stop);
    await prepareDatabase(ROOT, cluster.url, { demo: false });
    const app = await startApp({ root: ROOT, databaseUrl: cluster.url, port: await freePort() });
    end.push(app.stop);
    Object.assign(here, { url: app.url, ownerUrl: cluster.url });
  });
  test.afterAll(async () => {
    for (const step of end.reverse()) await step();
    rmSync(folder, { recursive: true, force: true });
  });
  return here;
}
