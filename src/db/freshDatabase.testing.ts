/** For tests: a database of one's own in the test cluster. */
import { randomUUID } from "node:crypto";
import pg from "pg";
import { type Database, connect, connectOwner } from "./connect";
import { prepareDatabase } from "./prepare";

/** Makes an empty database beside `clusterUrl`'s and gives its owner's URL. */
export async function freshDatabase(clusterUrl: string): Promise<string> {
  const name = `t_${randomUUID().replaceAll("-", "")}`;
  const client = new pg.Client({ connectionString: clusterUrl });
  await client.connect();
  await client.query(`create database ${name}`);
  await client.end();
  const url = new URL(clusterUrl);
  url.pathname = `/${name}`;
  return url.toString();
}

export interface TestDatabase {
  /** As the app signs in. */
  readonly db: Database;
  /** As its owner: makes shops and people, and may say when an entry was made. */
  readonly owner: Database;
  readonly ownerUrl: string;
  readonly end: () => Promise<void>;
}

/** A database of one's own, brought up to date. */
export async function testDatabase(clusterUrl: string): Promise<TestDatabase> {
  const ownerUrl = await freshDatabase(clusterUrl);
  const [app, owner] = [connect(await prepareDatabase(ownerUrl), 8), connectOwner(ownerUrl)];
  return {
    db: app.db,
    owner: owner.db,
    ownerUrl,
    end: async () => void (await Promise.all([app.end(), owner.end()])),
  };
}
