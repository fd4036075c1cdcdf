/** Databases for tests: each is a copy of one that is prepared, or loaded with the demo, once for the whole cluster. */
import { randomUUID } from "node:crypto";
import pg from "pg";
import { appUrlOf } from "./appRole.mjs";
import { type Database, connect, connectOwner } from "./connect";
import { prepareDatabase } from "./prepare";

export interface TestDatabase {
  /** As the app signs in. */
  readonly db: Database;
  /** As its owner: makes shops and people, and may say when an entry was made. */
  readonly owner: Database;
  readonly ownerUrl: string;
  readonly end: () => Promise<void>;
}

const urlOf = (clusterUrl: string, name: string): string => {
  const url = new URL(clusterUrl);
  url.pathname = `/${name}`;
  return url.toString();
};

async function onCluster<T>(clusterUrl: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: clusterUrl });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/** Makes a database beside `clusterUrl`'s, empty or a copy of a template, and gives its owner's URL. */
export async function freshDatabase(clusterUrl: string, template = "template1"): Promise<string> {
  const name = `t_${randomUUID().replaceAll("-", "")}`;
  await onCluster(clusterUrl, (client) => client.query(`create database ${name} template ${template}`));
  return urlOf(clusterUrl, name);
}

/** Makes the template unless it is there; one that was broken off half made is never taken. */
async function ensureTemplate(
  clusterUrl: string,
  template: string,
  from: string,
  fill: (url: string) => Promise<unknown>,
): Promise<void> {
  await onCluster(clusterUrl, async (client) => {
    // One makes it, the others wait.
    await client.query("select pg_advisory_lock(hashtext($1))", [template]);
    const { rowCount } = await client.query("select 1 from pg_database where datname = $1", [template]);
    if (rowCount !== 0) return;
    const url = await freshDatabase(clusterUrl, from);
    await fill(url);
    await client.query(`alter database ${new URL(url).pathname.slice(1)} rename to ${template}`);
  });
}

async function connectBoth(ownerUrl: string): Promise<TestDatabase> {
  const [app, owner] = [connect(appUrlOf(ownerUrl), 8), connectOwner(ownerUrl)];
  return {
    db: app.db,
    owner: owner.db,
    ownerUrl,
    end: async () => void (await Promise.all([app.end(), owner.end()])),
  };
}

const ensurePrepared = (clusterUrl: string): Promise<void> =>
  ensureTemplate(clusterUrl, "prepared", "template1", prepareDatabase);

/** The owner's URL of a database that is up to date, and empty. */
export async function preparedDatabase(clusterUrl: string): Promise<string> {
  await ensurePrepared(clusterUrl);
  return freshDatabase(clusterUrl, "prepared");
}

/** The owner's URL of a database with the demo shop. */
export async function demoDatabase(clusterUrl: string): Promise<string> {
  await ensurePrepared(clusterUrl);
  await ensureTemplate(clusterUrl, "with_demo", "prepared", async (url) => {
    const { loadDemo } = await import("@/demo/load");
    const { db, end } = connectOwner(url, 1);
    await loadDemo(db, new Date());
    await end();
  });
  return freshDatabase(clusterUrl, "with_demo");
}

/** A database of one's own, brought up to date. */
export const testDatabase = async (clusterUrl: string): Promise<TestDatabase> =>
  connectBoth(await preparedDatabase(clusterUrl));

/** A database of one's own with the demo shop. */
export const demoTestDatabase = async (clusterUrl: string): Promise<TestDatabase> =>
  connectBoth(await demoDatabase(clusterUrl));
