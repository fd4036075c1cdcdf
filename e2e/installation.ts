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
  /** Where its database lies. */
  dataFolder: string;
  /** Ends its app without a word. */
  killApp: () => void;
  /** Starts database and app once more, where they were. */
  startAgain: () => Promise<void>;
}

/**
 * Started before the tests of a file, and ended after them; its addresses are there from the first test on.
 * `durable`: its database outlasts being killed.
 */
export function ownInstallation(name: string, { durable = false } = {}): Installation {
  const folder = path.join(ROOT, ".data", `${name}-${process.pid}`);
  let end: (() => Promise<void>)[] = [];
  const here: Installation = {
    url: "",
    ownerUrl: "",
    dataFolder: "",
    killApp: () => undefined,
    startAgain: async () => {
      const bin = findPostgres();
      if (bin === null) throw new Error("PostgreSQL is not installed");
      const cluster = await startCluster({ bin, folder, durable });
      const port = here.url === "" ? await freePort() : Number(new URL(here.url).port);
      await prepareDatabase(ROOT, cluster.url, { demo: false });
      const app = await startApp({ root: ROOT, databaseUrl: cluster.url, port });
      end = [cluster.stop, app.stop];
      here.killApp = () => void app.child.kill("SIGKILL");
      Object.assign(here, { url: app.url, ownerUrl: cluster.url, dataFolder: cluster.dataFolder });
    },
  };
  test.beforeAll(() => here.startAgain());
  test.afterAll(async () => {
    for (const step of end.reverse()) await step();
    rmSync(folder, { recursive: true, force: true });
  });
  return here;
}
