/**
 * `npm run torture:outbox [-- rounds [seed [devices]]]`: several browsers work on one job by keys while each is cut off,
 * reloaded, handed to another person and killed at random. Every entry that a page ever had must end in the ledger
 * under whoever made it, or in a list that a person sees; and nothing else may be there. Ends with exit code 1 otherwise.
 */
import { mkdirSync, rmSync } from "node:fs";
import path from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { CHROMIUM_ARGS, ensureChromium } from "./lib/chromium.mjs";
import { runCommand } from "./lib/command.mjs";
import { withFreshApp } from "./lib/freshApp.mjs";
import { ensurePackages } from "./lib/install.mjs";
import { ShopClient, TWIN } from "./lib/shopClient.mjs";
import { Trouble, requireNode, say } from "./lib/say.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");
const FOLDER = path.join(ROOT, ".data", `outbox-${process.pid}`);
const [rounds = 5, seed = 1, devices = 2] = process.argv.slice(2).map(Number);
const STEPS = 30;
let state = seed >>> 0;
const random = () => {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  return state / 2 ** 32;
};
/** @template T @param {readonly T[]} all @returns {T} */
const pick = (all) => /** @type {T} */ (all[Math.floor(random() * all.length)]);

/** @typedef {{ id: string, name: string }} Person */

/** What a page has waiting or refused, read in the browser's own database. */
const onDevice = () =>
  new Promise((resolve, reject) => {
    const opening = indexedDB.open("fulcrata");
    opening.onerror = () => reject(opening.error);
    opening.onsuccess = () => {
      const db = opening.result;
      if (!db.objectStoreNames.contains("outbox") || !db.objectStoreNames.contains("refused")) {
        db.close();
        return resolve({ waiting: [], refused: [] });
      }
      const tx = db.transaction(["outbox", "refused"]);
      const [outbox, refused] = [tx.objectStore("outbox").getAll(), tx.objectStore("refused").getAll()];
      tx.oncomplete = () => {
        db.close();
        const batches = outbox.result.map((row) => row.batch);
        resolve({
          waiting: batches.flatMap((b) => b.entries.map((/** @type {{ id: string }} */ e) => [e.id, b.by?.id ?? ""])),
          refused: refused.result.flatMap((b) => b.entries.map((/** @type {{ id: string }} */ e) => e.id)),
        });
      };
    };
  });

class Device {
  /** @param {string} url @param {string} chromium @param {number} number @param {readonly Person[]} people @param {Map<string, string>} made */
  constructor(url, chromium, number, people, made) {
    this.url = url;
    this.chromium = chromium;
    this.number = number;
    this.people = people;
    this.made = made;
    this.offline = false;
    this.job = "";
  }

  async open() {
    const { chromium } = await import("@playwright/test");
    this.context = await chromium.launchPersistentContext(path.join(FOLDER, `device-${this.number}`), {
      executablePath: this.chromium,
      args: CHROMIUM_ARGS,
      viewport: { width: 1280, height: 800 },
    });
    this.offline = false;
    this.page = this.context.pages()[0] ?? (await this.context.newPage());
    // What goes out names who made it: an entry that was sent before anybody looked is known by that.
    this.page.on("request", (request) => {
      if (request.method() !== "POST" || !request.url().endsWith("/entries")) return;
      const { entries, by } = request.postDataJSON();
      for (const e of entries) this.made.set(e.id, by);
    });
  }

  /** @param {string} [name] */
  async choose(name = pick(this.people).name) {
    const page = /** @type {import("@playwright/test").Page} */ (this.page);
    await page.goto(this.url, { timeout: 20_000 });
    const answered = page.waitForResponse((r) => r.url().endsWith("/api/people"), { timeout: 10_000 });
    await page.getByLabel("At work").selectOption({ label: name });
    await answered;
  }

  async atJob() {
    await this.page?.goto(`${this.url}/jobs/${this.job}`, { timeout: 20_000, waitUntil: "domcontentloaded" });
  }

  async look() {
    const held = /** @type {{ waiting: [string, string][], refused: string[] }} */ (
      await this.page?.evaluate(onDevice)
    );
    for (const [id, by] of held.waiting) if (!this.made.has(id)) this.made.set(id, by);
    return held;
  }

  /** Ends the browser as a dead battery does. */
  async kill() {
    const pid = await this.browserPid();
    if (pid !== null) process.kill(pid, "SIGKILL");
    await this.context?.close().catch(() => undefined);
    await this.open();
  }

  async browserPid() {
    const { run } = await import("./lib/processes.mjs");
    const { output } = await run("pgrep", ["-f", `--user-data-dir=${path.join(FOLDER, `device-${this.number}`)}`]);
    const pids = output
      .trim()
      .split("\n")
      .map(Number)
      .filter((n) => n > 1);
    return pids.length === 0 ? null : Math.min(...pids);
  }

  /** One step of somebody's day. */
  async step() {
    const { page, context } = this;
    if (page === undefined || context === undefined) throw new Trouble("No page is open.");
    const what = random();
    if (what < 0.72) {
      await page.keyboard.press(random() < 0.8 ? "Enter" : "n");
      await wait(40 + random() * 160);
      await this.look();
      return;
    }
    if (what < 0.84) {
      this.offline = !this.offline;
      await context.setOffline(this.offline);
      return;
    }
    if (what < 0.91) {
      await page.reload({ timeout: 20_000, waitUntil: "domcontentloaded" }).catch(() => undefined);
      await wait(300);
      return;
    }
    if (what < 0.96) {
      await this.kill();
      await this.atJob();
      await wait(400);
      return;
    }
    if (this.offline) return;
    await this.choose();
    await this.atJob();
    await wait(300);
  }

  /** Back in the shop: everybody who worked here is chosen once, until nothing waits. */
  async settle() {
    await this.context?.setOffline(false);
    this.offline = false;
    for (const { name } of this.people) {
      await this.choose(name);
      for (let tries = 0; tries < 60; tries++) {
        const { waiting } = await this.look();
        const person = this.people.find((p) => p.name === name);
        if (!waiting.some(([, by]) => by === person?.id)) break;
        await wait(500);
      }
    }
    return this.look();
  }
}

/** @param {string} url @param {string} chromium */
async function torture(url, chromium) {
  const home = await (await fetch(`${url}/shop`)).text();
  const ids = [...new Set(home.match(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g) ?? [])];
  const lead = new ShopClient(url);
  /** @type {Person[]} */
  const people = [];
  for (const id of ids) {
    try {
      await lead.enter(id);
      const name = new RegExp(`${id}\\\\?",\\\\?"name\\\\?":\\\\?"([^"\\\\]+)`).exec(home)?.[1];
      if (name !== undefined) people.push({ id, name });
    } catch {
      // The id of something else.
    }
  }
  if (people.length <= devices) throw new Trouble(`Too few people in the demo shop: ${people.length}.`);
  const setId = await setOf(lead, url, ids);
  let [entries, lost, wrong, refused] = [0, 0, 0, 0];
  for (let round = 1; round <= rounds; round++) {
    /** @type {Map<string, string>} */
    const made = new Map();
    await lead.enter(people[0]?.id ?? "");
    const job = await lead.openJob(await lead.addEngine({ ...TWIN, name: `Outbox ${round}` }), setId);
    const all = Array.from({ length: devices }, (_, d) => {
      // Each has its own mechanic; the last of the shop goes from device to device.
      const own = [people[d], people.at(-1)].filter((p) => p !== undefined);
      return new Device(url, chromium, d, own, made);
    });
    for (const device of all) {
      device.job = job;
      await device.open();
      await device.choose(device.people[0]?.name);
      await device.atJob();
      await wait(500);
    }
    for (let step = 0; step < STEPS * devices; step++) await pick(all).step();
    /** @type {Set<string>} */
    const seen = new Set();
    for (const device of all) {
      const left = await device.settle();
      for (const id of left.refused) seen.add(id);
      for (const [id] of left.waiting) seen.add(id);
      await device.context?.close();
    }
    const ledger = await lead.ledger(job);
    const by = new Map(ledger.map((e) => [e.id, e.personId]));
    const gone = [...made].filter(([id]) => !by.has(id) && !seen.has(id));
    const foreign = [...by].filter(([id, person]) => !made.has(id) || made.get(id) !== person);
    entries += ledger.length;
    lost += gone.length;
    wrong += foreign.length + (by.size < ledger.length ? 1 : 0);
    refused += seen.size;
    say(
      `${round} of ${rounds}: ${made.size} made, ${ledger.length} in the ledger, ${seen.size} in sight as not taken, ${gone.length} lost, ${foreign.length} under another name or from nowhere`,
    );
    // A browser that was told to close may still write for a moment.
    rmSync(FOLDER, { recursive: true, force: true, maxRetries: 30, retryDelay: 100 });
  }
  say(
    `${rounds} rounds on ${devices} devices: ${entries} entries saved, ${refused} in sight as not taken, ${lost} lost, ${wrong} wrong (seed ${seed})`,
  );
  return lost + wrong === 0 ? 0 : 1;
}

/** A feeler set of the shop: the first id by which a job can be opened. @param {ShopClient} lead @param {string} url @param {readonly string[]} ids */
async function setOf(lead, url, ids) {
  const engine = await lead.addEngine();
  const page = await lead.text(`/engines/${engine}/job`);
  for (const id of new Set([...(page.match(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g) ?? []), ...ids])) {
    try {
      await lead.openJob(engine, id);
      return id;
    } catch {
      // No set.
    }
  }
  throw new Trouble(`No feeler set was found at ${url}.`);
}

async function main() {
  requireNode(process.versions.node);
  if (![rounds, seed, devices].every(Number.isInteger) || rounds < 1 || rounds > 500 || devices < 1 || devices > 3)
    throw new Trouble("Give the number of rounds (1 to 500), a whole number as the seed, and the devices (1 to 3).");
  await ensurePackages(ROOT);
  const chromium = (await ensureChromium()) ?? "";
  mkdirSync(FOLDER, { recursive: true });
  return withFreshApp({ root: ROOT }, (url) => torture(url, chromium));
}

runCommand(FOLDER, main);
