/** A production build on a fresh private database with the demo shop, for tests, measurements and pictures. */
import path from "node:path";
import { prepareDatabase, startApp } from "./app.mjs";
import { startDevices } from "./devices.mjs";
import { ensureBuild } from "./install.mjs";
import { atEnd, must } from "./processes.mjs";
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
    return await withApp({ root, databaseUrl: cluster.url, env }, (url) => work(url, cluster.url));
  } finally {
    forget();
    await cluster.discard();
  }
}

/**
 * The same on a database that is there, of a build that is there.
 * @template T
 * @param {{ root: string, databaseUrl: string, env?: Record<string, string> }} options
 * @param {(url: string) => Promise<T>} work
 * @returns {Promise<T>}
 */
export async function withApp({ root, databaseUrl, env = {} }, work) {
  const devices = await startDevices(root);
  const app = await startApp({ root, databaseUrl, port: await freePort(), env: { ...devices.env, ...env } });
  try {
    return await work(app.url);
  } finally {
    await app.stop();
    await devices.stop();
  }
}

/** A database with the demo shop in a cluster of tests: a copy, loaded once however often it is asked for. @param {string} root @param {string} clusterUrl @returns {Promise<string>} its address as its owner */
export async function demoCopy(root, clusterUrl) {
  const script = path.join(root, "scripts/demoCopy.ts");
  const told = await must(process.execPath, ["--import", "tsx", script], "The demo could not be loaded.", {
    cwd: root,
    env: { ...process.env, TEST_CLUSTER: clusterUrl },
  });
  return told.trim().split("\n").at(-1) ?? "";
}
