/** A whole shop into another installation: the same ledger, row for row, or nothing of it. */
import { randomUUID } from "node:crypto";
import { createInterface } from "node:readline";
import type { Readable } from "node:stream";
import { and, eq, inArray, sql } from "drizzle-orm";
import { type Entry as ZipEntry, type ZipFile, openPromise } from "yauzl";
import { signInName } from "@/core/shop/signInName";
import { type WholeShopManifest, wholeShopManifest } from "@/core/shop/wholeShop";
import type { Database } from "../connect";
import { ledgerFaults } from "../queries/ledgerFaults";
import { people, shops, users } from "../schema";
import { type ShopTable, STEP, hashOf, sameEverywhere, shopTables } from "./tables";

/** Why an archive does not go in, as a sentence. */
export class ImportTrouble extends Error {}

/** A manifest is small; more is no manifest. */
const MOST_MANIFEST_BYTES = 1_000_000;
/** So much JSON goes in at once. */
const AT_ONCE_BYTES = 2_000_000;

export interface Imported {
  readonly manifest: WholeShopManifest;
  /** Who signs in from now on, and by what name. */
  readonly signIn: readonly { readonly userId: string; readonly name: string; readonly signInName: string }[];
}

/** @param owner who may switch off what the app's role is held to: what went out met it */
export async function importShop(owner: Database, file: string): Promise<Imported> {
  const zip = await openPromise(file, { lazyEntries: true, autoClose: false, validateEntrySizes: true }).catch(() => {
    throw new ImportTrouble(`${file} is no archive of a shop.`);
  });
  try {
    const entries = await entriesOf(zip);
    const manifest = await manifestOf(zip, entries);
    return await owner.transaction((tx) => put(tx as unknown as Database, zip, entries, manifest));
  } finally {
    zip.close();
  }
}

type Entries = ReadonlyMap<string, ZipEntry>;

async function entriesOf(zip: ZipFile): Promise<Entries> {
  const found = new Map<string, ZipEntry>();
  return new Promise((done, failed) => {
    zip.on("entry", (entry: ZipEntry) => {
      found.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.once("end", () => done(found));
    zip.once("error", () => failed(new ImportTrouble("The archive is damaged.")));
    zip.readEntry();
  });
}

function streamOf(zip: ZipFile, entries: Entries, name: string): Promise<Readable> {
  const entry = entries.get(name);
  if (entry === undefined) throw new ImportTrouble(`The archive has no ${name}.`);
  return new Promise((done, failed) =>
    zip.openReadStream(entry, (error, stream) =>
      error === null || error === undefined ? done(stream) : failed(new ImportTrouble("The archive is damaged.")),
    ),
  );
}

async function manifestOf(zip: ZipFile, entries: Entries): Promise<WholeShopManifest> {
  if ((entries.get("shop.json")?.uncompressedSize ?? 0) > MOST_MANIFEST_BYTES)
    throw new ImportTrouble("The archive's shop.json is no manifest.");
  let text = "";
  for await (const chunk of await streamOf(zip, entries, "shop.json")) text += String(chunk);
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    throw new ImportTrouble("The archive's shop.json is not JSON.");
  }
  const parsed = wholeShopManifest.safeParse(read);
  if (!parsed.success) throw new ImportTrouble("The archive's shop.json is no manifest of a shop.");
  if (parsed.data.step !== STEP)
    throw new ImportTrouble(
      `The archive is of another version (${parsed.data.step}, here ${STEP}): bring both installations to the same, and export again.`,
    );
  return parsed.data;
}

async function put(tx: Database, zip: ZipFile, entries: Entries, manifest: WholeShopManifest): Promise<Imported> {
  const { id, name } = manifest.shop;
  const [there] = await tx.select({ name: shops.name }).from(shops).where(eq(shops.id, id));
  if (there !== undefined) throw new ImportTrouble(`This shop is here already, as "${there.name}".`);
  const [namesake] = await tx.select({ id: shops.id }).from(shops).where(eq(shops.name, name));
  if (namesake !== undefined)
    throw new ImportTrouble(`Another shop is called "${name}" here: give one of them another name first.`);
  await sameEverywhere(tx);
  const tables = await shopTables(tx);
  const named = (all: readonly { name: string; columns: readonly { name: string; type: string }[] }[]) =>
    JSON.stringify(all.map((t) => [t.name, t.columns]));
  if (named(tables) !== named(manifest.tables))
    throw new ImportTrouble("The archive has other tables than this version.");
  // What is entered here was judged when it was made; the database's own hand would enter it anew.
  for (const { name: table } of tables)
    await tx.execute(sql`alter table ${sql.identifier(table)} disable trigger user`);
  for (const table of tables) await fill(tx, table, id, await streamOf(zip, entries, `tables/${table.name}.jsonl`));
  for (const { name: table } of tables)
    await tx.execute(sql`alter table ${sql.identifier(table)} enable trigger user`);
  for (const [i, table] of tables.entries()) {
    const [is, was] = [await hashOf(tx, table, id), manifest.tables[i]];
    if (is.hash !== was?.hash || is.rows !== was.rows)
      throw new ImportTrouble(`${table.name} is not what was exported: the archive was changed, or is damaged.`);
  }
  const [fault] = (await ledgerFaults(tx)).filter((f) => f.shopId === id);
  if (fault !== undefined)
    throw new ImportTrouble(
      `A rule of the ledger forbids what is in it: job ${fault.jobId}, place ${fault.seq} ${fault.why}.`,
    );
  return { manifest, signIn: await letIn(tx, manifest) };
}

/** All rows of a table, as they are; rows of another shop stay out, and are missed afterwards. @throws ImportTrouble */
async function fill(tx: Database, table: ShopTable, shopId: string, lines: Readable): Promise<void> {
  const to = sql.identifier(table.name);
  const columns = sql.join(
    table.columns.map((c) => sql.identifier(c.name)),
    sql`, `,
  );
  const own = sql.identifier(table.name === "shops" ? "id" : "shop_id");
  // In the order in which they lie: an entry comes after the one that it names.
  const ordered = table.name === "entries" ? sql`order by job_id, seq` : sql``;
  let [batch, bytes]: [string[], number] = [[], 0];
  const flush = async (): Promise<void> => {
    if (batch.length === 0) return;
    const given = `[${batch.join(",")}]`;
    [batch, bytes] = [[], 0];
    try {
      await tx.execute(
        sql`insert into ${to} (${columns}) select ${columns} from json_populate_recordset(null::${to}, ${given}::json) where ${own} = ${shopId} ${ordered}`,
      );
    } catch (error) {
      const { message = "" } = (error as { cause?: { message?: string } }).cause ?? {};
      throw new ImportTrouble(`${table.name} does not go in: ${message}.`, { cause: error });
    }
  };
  for await (const line of createInterface({ input: lines, crlfDelay: Infinity })) {
    if (line === "") continue;
    batch.push(line);
    bytes += line.length;
    if (bytes > AT_ONCE_BYTES) await flush();
  }
  await flush();
}

/** Everybody who signed in there has a name to sign in by here, and no password yet. */
async function letIn(tx: Database, { shop, signIn }: WholeShopManifest): Promise<Imported["signIn"]> {
  if (signIn.length === 0) return [];
  const who = await tx
    .select({ id: people.id, name: people.name })
    .from(people)
    .where(and(eq(people.shopId, shop.id), inArray(people.id, signIn)));
  const taken = new Set((await tx.select({ username: users.username }).from(users)).map((u) => u.username));
  const made: { userId: string; name: string; signInName: string }[] = [];
  for (const { id, name } of who) {
    let username = signInName(name);
    for (let n = 2; taken.has(username); n++) username = signInName(`${name} ${n}`);
    taken.add(username);
    const userId = randomUUID();
    await tx.insert(users).values({ id: userId, name, email: `${userId}@shop.invalid`, username });
    await tx
      .update(people)
      .set({ userId })
      .where(and(eq(people.shopId, shop.id), eq(people.id, id)));
    made.push({ userId, name, signInName: username });
  }
  return made;
}
