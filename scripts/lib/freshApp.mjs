/** A production build on a fresh private database with the demo shop, for tests, measurements and pictures. */
import path from "node:path";
import { prepareDatabase, startApp } from "./app.mjs";
import { startDevices } from "./devices.mjs";
import { ensureBuild } from "./install.mjs";
import { atEnd } from "./processes.mjs";
import { ensurePostgres, freePort, startCluster } from "./postgres.mjs";

/**
 * Runs `work` with the app at hand, and clears everything away afterwards.
 * @template T
 * @param {{ root: string, durable?: boolean, env?: Record<string, string> }} options
 * @param {(url: string, databaseUrl: string) => Promise<T>} work gets the addresses of the app, and of the database as its owner
 * @returns {Promise<T>}
 */
export async function withFreshApp({ root, durable = true, env = {} }, work) {
  await ensureBuild(root);
  const folder = path.join(root, ".data", `fresh-${process.pid}`);
  const cluster = await startCluster({ bin: await ensurePostgres(), folder, durable });
  const forget = atEnd(() => cluster.discard());
  try {
    await prepareDatabase(root, cluster.url);
    const devices = await startDevices(root);
    const app = await startApp({
      root,
      databaseUrl: cluster.url,
      port: await freePort(),
      env: { ...devices.env, ...env },
    });
    try {
      return await work(app.url, cluster.url);
    } finally {
      await app.stop();
      await devices.stop();
    }
  } finally {
    forget();
    await cluster.discard();
  }
}
