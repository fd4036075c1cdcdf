/**
 * Taking over a shared device while the shop does not answer. Whoever signed in here by PIN left a pass, sealed with that
 * PIN: the right PIN opens it, and the shop takes what is entered with it. A few wrong ones, and it is locked until they
 * give their PIN to the shop itself.
 */
import type { AtDoor, Person } from "@/core/shop/person";
import { type Sent, notSent } from "../send";
import { type SealedPass, deviceDatabase } from "./database";

const ROUNDS = 310_000;
/** Wrong PINs until a pass is locked. */
const MOST_TRIES = 5;

export interface Opened {
  readonly person: Person;
  readonly pass: string;
}

async function keyOf(pin: string, salt: Uint8Array<ArrayBuffer>): Promise<CryptoKey> {
  const typed = await crypto.subtle.importKey("raw", new TextEncoder().encode(pin), "PBKDF2", false, ["deriveKey"]);
  return crypto.subtle.deriveKey(
    { name: "PBKDF2", hash: "SHA-256", salt, iterations: ROUNDS },
    typed,
    { name: "AES-GCM", length: 256 },
    false,
    ["encrypt", "decrypt"],
  );
}

/** Keeps a pass under its PIN. Does nothing where the browser can't: then one signs in at the shop alone. */
export async function keepPass(opened: Opened, pin: string): Promise<void> {
  if (!("subtle" in crypto)) return;
  const salt = crypto.getRandomValues(new Uint8Array(16));
  const iv = crypto.getRandomValues(new Uint8Array(12));
  const text = new TextEncoder().encode(JSON.stringify(opened));
  const sealed = await crypto.subtle.encrypt({ name: "AES-GCM", iv }, await keyOf(pin, salt), text);
  const { id, name, role } = opened.person;
  await (await deviceDatabase()).put("passes", { personId: id, name, role, salt, iv, sealed, tries: 0 });
}

/** Who may take over here without the shop, by name. Empty where the device keeps nothing. */
export async function peopleWithPass(): Promise<AtDoor[]> {
  const all = await deviceDatabase()
    .then((db) => db.getAll("passes"))
    .catch((): SealedPass[] => []);
  return all
    .map(({ personId, name, role }) => ({ id: personId, name, role, hasPin: true }))
    .sort((a, b) => a.name.localeCompare(b.name));
}

/** Opens the pass of somebody with their PIN, or says why not. */
export async function openPass(personId: string, pin: string): Promise<Sent<Opened>> {
  const db = await deviceDatabase();
  const kept = await db.get("passes", personId);
  const locked = notSent("That was wrong too often: it takes the shop's own server to open it again.", "pin");
  if (kept === undefined || kept.tries >= MOST_TRIES) return locked;
  // A try counts before it is judged.
  await db.put("passes", { ...kept, tries: kept.tries + 1 });
  try {
    const key = await keyOf(pin, kept.salt);
    const text = await crypto.subtle.decrypt({ name: "AES-GCM", iv: kept.iv }, key, kept.sealed);
    await db.put("passes", { ...kept, tries: 0 });
    return { kind: "done", data: JSON.parse(new TextDecoder().decode(text)) as Opened };
  } catch {
    return kept.tries + 1 >= MOST_TRIES ? locked : notSent("That is not the PIN of this name.", "pin");
  }
}
