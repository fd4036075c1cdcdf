/** Begins a further shop in an installation, with its lead. */
import { randomUUID } from "node:crypto";
import { signInName } from "../src/core/shop/signInName";
import { people, shops, users } from "../src/db/schema";
import { handOut, installation } from "./installation";

process.exitCode = await installation(async (db, shopName = "", leadName = "") => {
  if (shopName.trim() === "" || leadName.trim() === "") {
    process.stdout.write('Say which shop, and who leads it: npm run new-shop -- "Wharf Road Valves" "Una Selby".\n');
    return 2;
  }
  const [namesake] = (await db.select().from(shops)).filter((s) => s.name === shopName);
  if (namesake !== undefined) {
    process.stdout.write(`There is a shop "${shopName}" here already.\n`);
    return 1;
  }
  const username = signInName(leadName);
  const known = (await db.select().from(users)).find((u) => u.username === username);
  const [shopId, id] = [randomUUID(), randomUUID()];
  await db.transaction(async (tx) => {
    await tx.insert(shops).values({ id: shopId, name: shopName });
    if (known === undefined)
      await tx.insert(users).values({ id, name: leadName, email: `${id}@shop.invalid`, username });
    await tx.insert(people).values({ id, shopId, name: leadName, role: "lead", userId: known?.id ?? id });
  });
  process.stdout.write(`"${shopName}" is begun, with ${leadName} as its lead.\n`);
  if (known === undefined) await handOut(db, { id, name: leadName });
  else process.stdout.write(`${leadName} signs in as before, and goes to it under their own name.\n`);
  return 0;
});
