/**
 * `npm run fuzz [-- seconds [seed]]`: sends what nobody should to a running app of its own (mutated engines, profiles,
 * CSV, calculations, entries, orders, and nonsense to every route), and counts the answers by class. An answer of 5xx, a
 * trace of a stack, an answer that took over a second, or a part of a refused command that was kept ends it with code 1,
 * and the smallest body that did it is shown.
 */
import { randomUUID } from "node:crypto";
import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { withFreshApp } from "./lib/freshApp.mjs";
import { ensurePackages } from "./lib/install.mjs";
import { stopAll } from "./lib/processes.mjs";
import { Trouble, say, sentence } from "./lib/say.mjs";
import { SHIM_TWIN, ShopClient, TWIN, arrived, reading } from "./lib/shopClient.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");
const [seconds = 60, seed = 1] = process.argv.slice(2).map(Number);
const SLOWEST_MS = 1000;

let state = seed >>> 0;
/** @param {number} n a whole number from 0 to below n */
function random(n) {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  return Math.floor((state / 2 ** 32) * n);
}
/** @template T @param {readonly T[]} all @returns {T} */
const pick = (all) => /** @type {T} */ (all[random(all.length)]);

/** Values that somebody forgot to think of. */
const ODD = [
  null,
  [],
  {},
  "",
  " ",
  "x",
  "\u0000",
  "\ud800",
  "💥".repeat(500),
  "__proto__",
  "constructor",
  "../../etc/passwd",
  "'; drop table jobs;--",
  "=1+1",
  "1e999",
  "NaN",
  "0.3 mm",
  "12 thou",
  "7 1/2 in",
  "-0.3",
  "2026-01-01T00:00:00Z",
  true,
  0,
  -0,
  1,
  -1,
  1.5,
  1e-9,
  1e-300,
  1e308,
  2 ** 31,
  2 ** 53,
  "00000000-0000-0000-0000-000000000000",
];

/** @typedef {{ path: string, method: "GET" | "POST" | "PUT", body?: unknown, raw?: string }} Asked */

/** Something else in one place of a value that is right. @param {unknown} value @param {number} [depth] @returns {unknown} */
function mutated(value, depth = 0) {
  if (random(6) === 0 || depth > 6) return pick(ODD);
  if (Array.isArray(value)) {
    if (value.length === 0 || random(6) === 0) return [...value, pick(ODD)];
    const at = random(value.length);
    if (random(8) === 0) return value.filter((_, i) => i !== at);
    if (random(12) === 0) return Array.from({ length: 300 }, () => value[at]);
    return value.map((v, i) => (i === at ? mutated(v, depth + 1) : v));
  }
  if (typeof value === "object" && value !== null) {
    const entries = Object.entries(value);
    if (entries.length === 0 || random(8) === 0)
      return { ...value, [pick(["x", "constructor", "id", "kind"])]: pick(ODD) };
    const at = random(entries.length);
    if (random(10) === 0) return Object.fromEntries(entries.filter((_, i) => i !== at));
    return Object.fromEntries(entries.map(([k, v], i) => [k, i === at ? mutated(v, depth + 1) : v]));
  }
  if (typeof value === "number" && random(2) === 0) return value * pick([-1, 0, 1e-7, 10, 1e6]);
  if (typeof value === "string" && random(3) === 0) return value + pick(["\u0000", " mm", "9", "\n", "é"]);
  return pick(ODD);
}

/** @param {unknown} value @param {number} times */
function mutatedOften(value, times) {
  let now = value;
  for (let i = 0; i < times; i++) now = mutated(now);
  return now;
}

/** Every route of the app with its methods, as the folders have them. */
function routes() {
  const found = [];
  const folder = path.join(ROOT, "src/app/api");
  for (const file of readdirSync(folder, { recursive: true, encoding: "utf8" })) {
    // Streams never end.
    if (!file.endsWith("route.ts") || /stream/.test(file)) continue;
    const source = readFileSync(path.join(folder, file), "utf8");
    for (const method of /** @type {const} */ (["GET", "POST", "PUT"]))
      if (new RegExp(`\\b${method}\\b`).test(source)) found.push({ path: `/api/${path.dirname(file)}`, method });
  }
  return found;
}

/** What is right, to be made wrong. @param {{ jobs: string[], engines: string[], set: string }} there */
function samples({ jobs, engines, set }) {
  const lift = Array.from({ length: 60 }, (_, i) => [i * 5 - 150, Math.max(0, 8 - Math.abs(i - 30) / 3)]);
  const engine = { ...TWIN, cam: { intake: { profile: lift }, exhaust: { profile: lift } } };
  const job = () => pick(jobs);
  const id = randomUUID;
  return /** @type {(() => Asked)[]} */ ([
    () => ({ method: "POST", path: "/api/sign-in", body: { name: "Maud Fenwick", password: "a guess of mine" } }),
    () => ({ method: "POST", path: "/api/sign-in/pin", body: { personId: id(), pin: "4821" } }),
    () => ({ method: "POST", path: "/api/welcome", body: { token: "none", password: "long enough", pin: "4821" } }),
    () => ({ method: "POST", path: "/api/word", body: { jobId: job(), personId: id(), pin: "4821" } }),
    () => ({ method: "PUT", path: "/api/password", body: { current: "a guess of mine", password: "long enough" } }),
    () => ({ method: "PUT", path: "/api/pin", body: { current: "a guess of mine", pin: "4821" } }),
    () => ({ method: "POST", path: "/api/shared-devices", body: { id: id(), name: "Tablet" } }),
    () => ({ method: "PUT", path: `/api/people/${id()}`, body: { name: "Somebody", role: "lead", gone: true } }),
    () => ({ method: "POST", path: "/api/calc/stops", body: { engine, requiredMarginDeg: 10 } }),
    () => ({
      method: "POST",
      path: "/api/calc/lash",
      body: { spec: { nominal: 0.2 }, reading: { goes: 0.3, noGo: 0.35 } },
    }),
    () => ({
      method: "POST",
      path: "/api/calc/leaf",
      body: { set: [0.1, 0.2, 0.3], spec: { nominal: 0.2, low: 0.15, high: 0.25 } },
    }),
    () => ({
      method: "POST",
      path: "/api/calc/locate",
      body: { engine, observations: [{ kind: "mark", markDeg: 0 }] },
    }),
    () => ({
      method: "POST",
      path: "/api/calc/shims",
      body: {
        positions: [{ id: "1", lash: 0.3, fitted: 2.5, spec: { nominal: 0.2 } }],
        parts: [{ id: "a", thickness: 2.6 }],
      },
    }),
    () => ({ method: "POST", path: "/api/calc/tape", body: { diameter: 150, stopsDeg: [0, 90] } }),
    () => ({
      method: "POST",
      path: "/api/engines",
      body: {
        id: id(),
        text: JSON.stringify(mutatedOften(random(2) === 0 ? engine : SHIM_TWIN, 1 + random(3))),
        serial: "",
        runningHours: null,
      },
    }),
    () => ({ method: "POST", path: `/api/jobs/${job()}/entries`, body: { entries: [pick([arrived(), reading()])] } }),
    () => ({ method: "POST", path: `/api/jobs/${job()}/live`, body: { after: 0, device: id(), valve: "1I" } }),
    () => ({
      method: "POST",
      path: "/api/jobs",
      body: {
        id: id(),
        engineId: pick(engines),
        state: "cold",
        temperatureC: 18,
        feelerSetId: set,
        method: "firing-order",
        cautions: ["data-first"],
      },
    }),
    () => ({
      method: "POST",
      path: "/api/parts",
      body: { id: id(), moveId: id(), kind: "shim-over", mark: "265", thickness: "2.65", count: 3 },
    }),
    () => ({
      method: "POST",
      path: "/api/parts/csv",
      body: {
        id: id(),
        text: `kind,thickness_mm,count\nshim-over,2.65,${pick([1, "x", -1, "1e9", "=1"])}\n${pick(["", ",,", "\u0000", "shim-over,9,9"])}`,
      },
    }),
    () => ({ method: "POST", path: "/api/micrometers", body: { id: id(), name: `M ${random(1000)}`, step: "0.01" } }),
    () => ({
      method: "POST",
      path: "/api/feeler-sets",
      body: { id: id(), name: `S ${random(1000)}`, system: "metric", marks: "0.10 0.20" },
    }),
    () => ({
      method: "POST",
      path: "/api/orders",
      body: {
        id: id(),
        jobId: null,
        currency: "EUR",
        lines: [{ sku: "S1", kind: "shim-over", diameterMm: null, thicknessMm: 2.6, quantity: 1, price: 3 }],
      },
    }),
  ]);
}

/** @param {ReturnType<typeof routes>} all @param {string[]} ids @returns {Asked} */
function nonsense(all, ids) {
  const route = pick(all);
  const filled = route.path.replace(/\[[^\]]+\]/g, () =>
    encodeURIComponent(String(pick([...ids, "x", "%00", "gauge", "lash", randomUUID()]))),
  );
  if (route.method === "GET")
    return {
      ...route,
      path: `${filled}?${pick(["kind", "method", "unit", "paper"])}=${encodeURIComponent(String(pick(["", "x", "-1", "💥", "1e9"])))}`,
    };
  if (random(15) === 0) return { ...route, path: filled, raw: pick(["{", "[1,", '"\\ud800"', "", "[".repeat(5000)]) };
  const keys = [
    "id",
    "entries",
    "after",
    "valve",
    "text",
    "name",
    "kind",
    "jobs",
    "lines",
    "how",
    "reason",
    "change",
  ];
  return {
    ...route,
    path: filled,
    body: Object.fromEntries(Array.from({ length: 1 + random(6) }, () => [pick(keys), pick(ODD)])),
  };
}

/**
 * Status 0 where nothing came, also when it was asked once more: a connection may be closed while it is taken up again.
 * @param {string} url @param {string} cookie @param {string} method @param {string | undefined} body @param {boolean} [again]
 * @returns {Promise<{ status: number, type: string, text: string }>}
 */
async function ask(url, cookie, method, body, again = true) {
  try {
    const answer = await fetch(url, {
      method,
      headers: { cookie, ...(body === undefined ? {} : { "content-type": "application/json" }) },
      ...(body === undefined ? {} : { body }),
      signal: AbortSignal.timeout(10_000),
    });
    return { status: answer.status, type: answer.headers.get("content-type") ?? "", text: await answer.text() };
  } catch (error) {
    if (again) return ask(url, cookie, method, body, false);
    return { status: 0, type: "text", text: String(/** @type {{ cause?: unknown }} */ (error).cause ?? error) };
  }
}

/** What is wrong with an answer; null where nothing is. @param {number} status @param {string} text @param {number} tookMs */
function wrongWith(status, text, tookMs) {
  if (status === 0) return `gave no answer: ${text.slice(0, 160)}`;
  if (status >= 500) return `answered ${status}: ${text.slice(0, 160)}`;
  if (/\n\s+at .+:\d+:\d+/.test(text)) return "shows a trace of the stack";
  return tookMs > SLOWEST_MS ? `took ${Math.round(tookMs)} ms` : null;
}

/** @param {string} url */
async function attack(url) {
  const client = new ShopClient(url);
  const home = await client.text("/");
  const person = /<option value="([0-9a-f-]{36})"/.exec(home)?.[1] ?? "";
  await client.enter(person);
  const engines = [await client.addEngine(), await client.addEngine(SHIM_TWIN)];
  const prepare = await client.text(`/engines/${engines[0]}/job`);
  const set = /value="([0-9a-f-]{36})"[^>]*name="[^"]*set|name="[^"]*set[^"]*"[^>]*value="([0-9a-f-]{36})"/i.exec(
    prepare,
  );
  const setId = set?.[1] ?? set?.[2] ?? "";
  const jobs = [...home.matchAll(/href="\/jobs\/([0-9a-f-]{36})"/g)].map((m) => m[1] ?? "").slice(0, 4);
  const kept = new Map(
    await Promise.all(jobs.map(async (j) => /** @type {const} */ ([j, (await client.ledger(j)).length]))),
  );
  const right = samples({ jobs, engines, set: setId });
  const all = routes();
  /** @type {Record<string, number>} */
  const counts = {};
  /** @type {Map<string, string>} the smallest body for each fault */
  const faults = new Map();
  const until = Date.now() + seconds * 1000;
  let asked = 0;
  while (Date.now() < until) {
    const sample = pick(right)();
    const given =
      random(3) === 0
        ? nonsense(all, [...jobs, ...engines, person])
        : { ...sample, body: mutatedOften(sample.body, 1 + random(3)) };
    const body = given.raw ?? (given.body === undefined ? undefined : JSON.stringify(given.body));
    const begun = performance.now();
    const { status, type, text } = await ask(url + given.path, client.cookie, given.method, body);
    // One of the routes signs out.
    if (status === 401 || given.path === "/api/sign-out") await client.enter(person);
    const entries = /\/jobs\/([0-9a-f-]{36})\/entries$/.exec(given.path)?.[1];
    const known = entries === undefined ? undefined : kept.get(entries);
    let wrong = wrongWith(status, /json|text/.test(type) ? text : "", performance.now() - begun);
    if (entries !== undefined && known !== undefined && given.method === "POST") {
      const now = (await client.ledger(entries)).length;
      if (status >= 400 && now !== known) wrong = `kept ${now - known} entries of a command that it refused`;
      kept.set(entries, now);
    }
    asked++;
    const kind = status === 0 ? "unanswered" : `${String(status)[0]}xx`;
    counts[kind] = (counts[kind] ?? 0) + 1;
    if (wrong === null) continue;
    const key = `${given.method} ${given.path.replace(/[0-9a-f-]{36}/g, "…").replace(/\?.*/, "")} ${wrong.replace(/\d+/g, "N").slice(0, 60)}`;
    const before = faults.get(key);
    const shown = `${given.method} ${given.path}\n    ${(body ?? "").slice(0, 600)}\n    ${wrong}`;
    if (before === undefined || shown.length < before.length) faults.set(key, shown);
  }
  return { asked, counts, faults };
}

async function main() {
  if (!(seconds >= 1 && seconds <= 3600) || !Number.isInteger(seed))
    throw new Trouble("Give the seconds, from 1 to 3600, and a whole number as the seed.");
  await ensurePackages(ROOT);
  const { asked, counts, faults } = await withFreshApp(
    { root: ROOT, durable: false, env: { CALCULATIONS_PER_MINUTE: "0" } },
    attack,
  );
  say(
    `${asked} requests: ${Object.entries(counts)
      .map(([kind, n]) => `${n} ${kind}`)
      .sort()
      .join(", ")}`,
  );
  for (const fault of faults.values()) say(`  ${fault}`);
  say(faults.size === 0 ? "Nothing went wrong." : `${faults.size} kinds of faults.`);
  if (faults.size > 0) process.exitCode = 1;
}

for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"])
  process.on(signal, () => void stopAll().then(() => process.exit(1)));
main().catch(async (error) => {
  say(sentence(error));
  await stopAll();
  process.exitCode = 1;
});
