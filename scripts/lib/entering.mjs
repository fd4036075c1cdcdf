/** People who make entries while servers are killed under them, and the count of what is gone afterwards. */
import { readFileSync } from "node:fs";
import path from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { Trouble } from "./say.mjs";
import { arrived, reading } from "./shopClient.mjs";

/** @typedef {import("./shopClient.mjs").ShopClient} ShopClient */
/** @typedef {{ job: string, kept: string[], sent: Map<string, object> }} Log */

/** Makes entries until it is told to stop; what was not answered is sent again first. @param {ShopClient} client @param {Log} log @param {() => boolean} stopped @param {() => void} [onKept] */
export async function enterUntil(client, log, stopped, onKept = () => undefined) {
  while (!stopped()) {
    if (log.sent.size === 0) {
      const entry = log.kept.length === 0 ? arrived() : reading();
      log.sent.set(entry.id, entry);
    }
    try {
      await client.add(log.job, [...log.sent.values()]);
      log.kept.push(...log.sent.keys());
      log.sent.clear();
      onKept();
    } catch (error) {
      // Refused is a fault of this script or of the rules; no answer is what it is all about.
      if (error instanceof Error && "status" in error && Number(error.status) < 500) throw error;
      await wait(20);
    }
  }
}

/** How many entries that were answered as kept are not there. @param {ShopClient} client @param {readonly Log[]} logs @throws {Trouble} when a ledger is out of order */
export async function lostOf(client, logs) {
  let lost = 0;
  for (const log of logs) {
    const ledger = await client.ledger(log.job);
    const ids = ledger.map((e) => e.id);
    const places = log.kept.map((id) => ids.indexOf(id));
    lost += places.filter((p) => p === -1).length;
    const inOrder = places.every((p, i) => i === 0 || p > (places[i - 1] ?? -1));
    const once = new Set(ids).size === ids.length && ledger.every((e, i) => e.seq === i + 1);
    if (!inOrder || !once)
      throw new Trouble(`The ledger of job ${log.job} is out of order, or an entry stands there twice.`);
  }
  return lost;
}

/** A small generator: the same seed kills at the same moments. @param {number} seed @returns {() => number} from 0 to 1 */
export function seeded(seed) {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** Ends a database server without a word to it. @param {{ readonly dataFolder: string }} cluster */
export function kill({ dataFolder }) {
  process.kill(Number(readFileSync(path.join(dataFolder, "postmaster.pid"), "utf8").split("\n")[0]), "SIGKILL");
}
