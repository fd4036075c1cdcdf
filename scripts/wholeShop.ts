/** `export NAME FILE` and `import FILE`: a whole shop out of an installation, and into another. */
import { existsSync } from "node:fs";
import { shops } from "../src/db/schema";
import { exportShop } from "../src/db/wholeShop/exportShop";
import { ImportTrouble, importShop } from "../src/db/wholeShop/importShop";
import { handOut, installation } from "./installation";

const say = (text: string): void => void process.stdout.write(`${text}\n`);
const rowsOf = ({ tables }: { readonly tables: readonly { readonly rows: number }[] }): number =>
  tables.reduce((sum, t) => sum + t.rows, 0);

process.exitCode = await installation(async (db, what = "", ...words) => {
  if (what === "export" && words.length === 2) {
    const [name = "", file = ""] = words;
    const all = await db.select({ id: shops.id, name: shops.name }).from(shops);
    const shop = all.find((s) => s.name === name);
    if (shop === undefined) {
      say(`There is no shop "${name}" here. There are: ${all.map((s) => s.name).join(", ") || "none"}.`);
      return 1;
    }
    if (existsSync(file)) {
      say(`${file} is there already: give another name.`);
      return 1;
    }
    say(`"${name}" is in ${file}: ${rowsOf(await exportShop(db, shop.id, file, new Date()))} rows.`);
    return 0;
  }
  if (what === "import" && words.length === 1) {
    const { manifest, signIn } = await importShop(db, words[0] ?? "");
    say(`"${manifest.shop.name}" is here: all ${rowsOf(manifest)} rows are as they were exported.`);
    for (const { userId, name, signInName } of signIn) {
      say(`${name} signs in as "${signInName}".`);
      await handOut(db, { id: userId, name });
    }
    return 0;
  }
  say('Say what: npm run export-shop -- "Wharf Road Valves" FILE, npm run import-shop -- FILE.');
  return 2;
}).catch((error: unknown) => {
  say(error instanceof ImportTrouble ? error.message : `It could not be done: ${String(error)}`);
  return 1;
});
