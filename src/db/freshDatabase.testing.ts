/** For tests: a database of one's own in the test cluster. */
import { randomUUID } from "node:crypto";
import pg from "pg";

/** Makes an empty database beside `clusterUrl`'s and gives its URL. */
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
