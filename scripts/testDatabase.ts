/** A PostgreSQL cluster for the unit tests that need one: that of TEST_CLUSTER, else a throwaway one of their own. */
import { existsSync, readFileSync, rmSync } from "node:fs";
import path from "node:path";
import type { TestProject } from "vitest/node";
import { ensurePostgres, startCluster } from "./lib/postgres.mjs";

declare module "vitest" {
  export interface ProvidedContext {
    databaseUrl: string;
  }
}

export default async function setup(project: TestProject): Promise<(() => Promise<void>) | undefined> {
  const given = process.env["TEST_CLUSTER"];
  if (given !== undefined) {
    project.provide("databaseUrl", given);
    return undefined;
  }
  const folder = path.resolve(import.meta.dirname, `../.data/unit-${process.pid}`);
  const cluster = await startCluster({ bin: await ensurePostgres(), folder, durable: false });
  project.provide("databaseUrl", cluster.url);
  // Broken off, the runner ends without clearing away, and waits for nothing: what still runs is ended at once.
  process.once("exit", () => {
    const lock = path.join(cluster.dataFolder, "postmaster.pid");
    if (!existsSync(lock)) return;
    process.kill(Number(readFileSync(lock, "utf8").split("\n")[0]), "SIGQUIT");
    rmSync(path.dirname(cluster.dataFolder), { recursive: true, force: true });
  });
  return cluster.discard;
}
