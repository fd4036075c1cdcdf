/**
 * A simulated parts supplier: `node tools/supplier.mjs [port [file]]`, JSON over HTTP on loopback.
 *
 * `GET /catalogue?kind=shim-under&diameterMm=9.5`: what can be had, with price, stock and days to wait.
 * `POST /orders { id, currency, lines: [{ sku, quantity, price }] }`: 201 when it is taken, 200 when it was taken
 * before, 409 with a `problem` when the currency is another, a price changed or too few are there. `GET /orders/<id>`: whether it was delivered.
 * `POST /orders/<id>/cancel`: 200 while it was not packed, which it is after half of its time; then 409.
 *
 * `POST /bench` sets how it behaves: `down`, `slowMs`, `loseAnswer` (takes the next order and hangs up),
 * `dayMs` (how long its day lasts), `price: { sku: … }`, `stock: { sku: … }`, `deliver` (all that is ordered, now).
 * Orders are kept in `file`, when one is given, and are there again after a restart.
 */
import { existsSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import http from "node:http";
import { setTimeout as wait } from "node:timers/promises";
import { catalogue } from "./catalogue.mjs";
import { portGiven } from "./device.mjs";

const CURRENCY = "EUR";
const MAX_BODY = 200_000;
const MINUTE_MS = 60_000;
const file = process.argv[3];
const port = portGiven(4383);

/** @typedef {{ sku: string, quantity: number, price: number }} Line */
/** @typedef {{ id: string, lines: Line[], total: number, dueAt: number, packedAt?: number }} Order */

const items = new Map(catalogue().map((i) => [i.sku, i]));
/** @type {Map<string, Order>} */
const orders = new Map(file !== undefined && existsSync(file) ? JSON.parse(readFileSync(file, "utf8")) : []);
const bench = { down: false, slowMs: 0, loseAnswer: false, dayMs: MINUTE_MS };

/** An order that was answered as taken is on the disk. */
function keep() {
  if (file === undefined) return;
  writeFileSync(`${file}.new`, JSON.stringify([...orders]));
  renameSync(`${file}.new`, file);
}

const show = (/** @type {Order} */ { dueAt, packedAt: _, ...order }) => ({
  ...order,
  dueAt: new Date(dueAt).toISOString(),
  state: dueAt <= Date.now() ? "delivered" : "accepted",
});

/** @param {{ id?: unknown, currency?: unknown, lines?: unknown }} body @returns {[number, object]} */
function order({ id, currency, lines }) {
  if (typeof id !== "string" || !/^[0-9a-f-]{36}$/.test(id) || !Array.isArray(lines) || lines.length === 0)
    return [400, { problem: "An order has an id and lines." }];
  const before = orders.get(id);
  if (before !== undefined) return [200, show(before)];
  if (currency !== CURRENCY) return [409, { problem: "currency", currency: CURRENCY }];
  let longest = 0;
  let total = 0;
  for (const line of /** @type {Line[]} */ (lines)) {
    const item = items.get(line.sku);
    if (item === undefined) return [409, { problem: "unknown", sku: line.sku }];
    if (!Number.isInteger(line.quantity) || line.quantity < 1)
      return [400, { problem: "A line has a whole quantity." }];
    if (item.stock < line.quantity) return [409, { problem: "out-of-stock", sku: item.sku, stock: item.stock }];
    if (Math.abs(item.price - line.price) > 0.001)
      return [409, { problem: "price-changed", sku: item.sku, price: item.price, currency: CURRENCY }];
    longest = Math.max(longest, item.leadDays);
    total += item.price * line.quantity;
  }
  for (const line of /** @type {Line[]} */ (lines)) {
    const item = items.get(line.sku);
    if (item !== undefined) item.stock -= line.quantity;
  }
  const takesMs = longest * bench.dayMs;
  const made = {
    id,
    lines,
    total: Number(total.toFixed(2)),
    dueAt: Date.now() + takesMs,
    packedAt: Date.now() + takesMs / 2,
  };
  orders.set(id, made);
  keep();
  return [201, show(made)];
}

/** @param {string} id @returns {[number, object]} */
function cancel(id) {
  const order = orders.get(id);
  if (order === undefined) return [404, { problem: "There is no such order here." }];
  if (Math.min(order.packedAt ?? order.dueAt, order.dueAt) <= Date.now()) return [409, { problem: "too-late" }];
  for (const line of order.lines) {
    const item = items.get(line.sku);
    if (item !== undefined) item.stock += line.quantity;
  }
  orders.delete(id);
  keep();
  return [200, { state: "canceled" }];
}

/** @param {any} body @returns {[number, object]} */
function behave({ down, slowMs, loseAnswer, dayMs, price = {}, stock = {}, deliver }) {
  if (typeof down === "boolean") bench.down = down;
  if (typeof loseAnswer === "boolean") bench.loseAnswer = loseAnswer;
  if (slowMs >= 0 && slowMs <= MINUTE_MS) bench.slowMs = slowMs;
  if (dayMs >= 0) bench.dayMs = dayMs;
  for (const [sku, value] of Object.entries(price)) Object.assign(items.get(sku) ?? {}, { price: Number(value) });
  for (const [sku, value] of Object.entries(stock)) Object.assign(items.get(sku) ?? {}, { stock: Number(value) });
  if (deliver === true) for (const o of orders.values()) o.dueAt = Math.min(o.dueAt, Date.now());
  keep();
  return [200, bench];
}

/** @param {URL} url @returns {[number, object]} */
function look(url) {
  const order = orders.get(/^\/orders\/(.+)$/.exec(url.pathname)?.[1] ?? "");
  if (order !== undefined) return [200, show(order)];
  if (url.pathname !== "/catalogue") return [404, { problem: "There is nothing of that name here." }];
  const [kind, diameter] = [url.searchParams.get("kind"), url.searchParams.get("diameterMm")];
  return [
    200,
    {
      currency: CURRENCY,
      items: [...items.values()].filter(
        (i) => (kind === null || i.kind === kind) && (diameter === null || i.diameterMm === Number(diameter)),
      ),
    },
  ];
}

/** @param {http.IncomingMessage} request @returns {Promise<any>} */
async function bodyOf(request) {
  let text = "";
  for await (const chunk of request) if ((text += chunk).length > MAX_BODY) throw new RangeError("too long");
  return JSON.parse(text);
}

const server = http.createServer(async (request, response) => {
  const url = new URL(request.url ?? "/", "http://127.0.0.1");
  const answer = (/** @type {number} */ code, /** @type {object} */ body) =>
    response.writeHead(code, { "content-type": "application/json" }).end(JSON.stringify(body));
  try {
    if (request.method === "POST" && url.pathname === "/bench") return answer(...behave(await bodyOf(request)));
    if (bench.down) return response.destroy();
    await wait(bench.slowMs);
    if (request.method === "GET") return answer(...look(url));
    const canceled = /^\/orders\/([^/]+)\/cancel$/.exec(url.pathname)?.[1];
    if (request.method === "POST" && canceled !== undefined) return answer(...cancel(canceled));
    if (request.method !== "POST" || url.pathname !== "/orders")
      return answer(404, { problem: "There is nothing of that name here." });
    const told = order(await bodyOf(request));
    if (!bench.loseAnswer) return answer(...told);
    bench.loseAnswer = false;
    return response.destroy();
  } catch {
    return answer(400, { problem: "That is no order." });
  }
});
server.on("error", (error) => {
  process.stderr.write(`supplier: port ${port} can't be used: ${error.message}\n`);
  process.exit(1);
});
server.listen(port, "127.0.0.1", () => process.stdout.write(`supplier listens on 127.0.0.1:${port}\n`));
const parent = process.ppid;
// Whoever started it is gone: a stand-in that nobody can switch off goes as well.
setInterval(() => {
  if (process.ppid !== parent) process.exit(0);
}, 500);
