/** A throwaway PostgreSQL cluster for the unit tests that need one. */
import path from "node:path";
import type { TestProject } from "vitest/node";
import { ensurePostgres, startCluster } from "./lib/postgres.mjs";

declare module "vitest" {
  export interface ProvidedContext {
    databaseUrl: string;
  }
}

export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const folder = path.resolve(import.meta.dirname, `../.data/unit-${process.pid}`);
  const cluster = await startCluster({ bin: await ensurePostgres(), folder, durable: false });
  project.provide("databaseUrl", cluster.url);
  return cluster.discard;
}
