/** What the shop's door refuses, whoever knocks: never with an answer of 5xx, and without taking a part of it. */
import type { APIRequestContext, APIResponse } from "@playwright/test";
import { CALDER } from "../src/demo/engines";
import { addEngine, allKept, atWork, beginJob, expect, mainButton, test } from "./fixtures";

const json = { "content-type": "application/json" };
const said = async (answer: APIResponse): Promise<string> =>
  ((await answer.json()) as { error: { message: string } }).error.message;

test("a foreign name for this machine, and a foreign page, get nothing", async ({ page }) => {
  await atWork(page);
  const { request } = page;
  for (const path of ["/", "/api/health", "/api/bench", "/shop"]) {
    const answer = await request.get(path, { headers: { host: "shop.elsewhere.example" } });
    expect(answer.status(), path).toBe(421);
  }
  const evil = { ...json, origin: "http://elsewhere.example" };
  for (const path of ["/api/engines", "/api/calc/lash", "/api/people"]) {
    const answer = await request.post(path, { headers: evil, data: "{}" });
    expect(answer.status(), path).toBe(403);
  }
  expect(
    (await request.post("/api/calc/lash", { headers: { "content-type": "text/plain" }, data: "{}" })).status(),
  ).toBe(400);
  const home = await request.get("/");
  expect(home.headers()["content-security-policy"]).toMatch(
    /script-src 'self' 'nonce-[A-Za-z0-9+/=]+';.*base-uri 'none'.*form-action 'self'/,
  );
  expect((await request.get("/api/health")).headers()["cache-control"]).toContain("no-store");
  expect(await (await request.get("/api/ready")).json()).toEqual({ database: true, migrations: true, queue: true });
});

/** Everything that a text may be and a database can't keep. */
const UNKEPT = ["a\u0000b", "bell \u0007", "half \ud83d", "__proto__", "constructor"];

test("text that can't be kept, names that every object has, and figures out of range are 422", async ({ page }) => {
  await atWork(page);
  const { request } = page;
  const engines = async (): Promise<number> => (await (await request.get("/")).text()).split("Start a job").length;
  const before = await engines();
  for (const odd of UNKEPT) {
    const file = { ...CALDER, cylinders: [odd, ...CALDER.cylinders.slice(1)] };
    const answer = await request.post("/api/engines", {
      data: { id: crypto.randomUUID(), text: JSON.stringify(file), serial: "", runningHours: null },
    });
    expect(answer.status(), JSON.stringify(odd)).toBe(422);
  }
  const nested = `${"[".repeat(3000)}${"]".repeat(3000)}`;
  expect((await request.post("/api/calc/lash", { headers: json, data: nested })).status()).toBe(422);
  const serial = { id: crypto.randomUUID(), text: JSON.stringify(CALDER), serial: "x\u0000", runningHours: null };
  expect((await request.post("/api/engines", { data: serial })).status()).toBe(422);
  expect(await engines()).toBe(before);
});

interface Kept {
  readonly id: string;
  readonly kind: string;
}

async function entriesOf(request: APIRequestContext, path: string): Promise<Kept[]> {
  return ((await (await request.get(`/api${path}/entries`)).json()) as { entries: Kept[] }).entries;
}

test("nothing in a ledger is struck out but by taking back, and nothing is read that was not in hand", async ({
  page,
}) => {
  await atWork(page);
  const job = await beginJob(page, await addEngine(page, { ...CALDER, name: "Test door" }), {
    method: "Firing order",
  });
  await mainButton(page).click();
  await allKept(page);
  const { request } = page;
  const before = await entriesOf(request, job);
  const [arrived] = before;
  const offer = (entry: object) =>
    request.post(`/api${job}/entries`, { data: { entries: [{ id: crypto.randomUUID(), ...entry }] } });
  for (const naming of [
    { kind: "paused", reason: "x" },
    { kind: "signed" },
    { kind: "closed" },
    { kind: "turned-over" },
  ]) {
    const answer = await offer({ ...naming, supersedes: arrived?.id });
    expect([409, 422], naming.kind).toContain(answer.status());
    expect(await said(answer)).toMatch(/Only taking back names another/);
  }
  const mark = (mm: number, text = `${mm} mm`) => ({ mm, text });
  const reading = {
    kind: "reading",
    supersedes: null,
    valve: "1I",
    stop: "A",
    pass: "as-found",
    goes: mark(0.2),
    noGo: mark(0.25),
    school: "go-no-go",
    value: null,
    instrument: null,
    reason: null,
  };
  for (const cheat of [
    { goes: mark(0.2, "0.45 mm") },
    { goes: mark(0.213), noGo: mark(0.25) },
    { instrument: "Moon set" },
    { school: "gauge", value: mark(0.22), instrument: "Crystal ball" },
    { stop: "Nowhere" },
    { valve: "9X" },
    { goes: mark(0.25), noGo: mark(0.25) },
    { goes: mark(0.3), noGo: mark(0.25) },
    { pass: "as-left" },
    { school: "wire" },
    { at: "2001-01-01T00:00:00Z" },
    { seq: 1 },
    { personId: crypto.randomUUID() },
    { goes: mark(1e-9, "0.0 mm"), noGo: mark(2e-9, "0.0 mm") },
    { goes: mark(-0.1) },
    { goes: mark(1e300) },
    { goes: { mm: 0.2, text: "\u0000" } },
    { school: "guess" },
    { valve: ["1I"] },
    { reason: " " },
  ]) {
    const answer = await offer({ ...reading, ...cheat });
    expect([409, 422], JSON.stringify(cheat)).toContain(answer.status());
  }
  const by = { entries: [{ ...reading, id: crypto.randomUUID() }], by: crypto.randomUUID() };
  expect((await request.post(`/api${job}/entries`, { data: by })).status()).toBe(403);
  expect(await entriesOf(request, job)).toEqual(before);
  // Twenty at once: one entry, and twenty times the same success.
  const once = { entries: [{ ...reading, id: crypto.randomUUID() }] };
  const answers = await Promise.all(
    Array.from({ length: 20 }, () => request.post(`/api${job}/entries`, { data: once })),
  );
  expect(new Set(answers.map((a) => a.status()))).toEqual(new Set([200]));
  expect(await entriesOf(request, job)).toHaveLength(before.length + 1);
});

/** A profile that trembles: some ninety stretches off its base circle. */
const NOISE = Array.from({ length: 351 }, (_, i) => {
  const deg = i * 2 - 350;
  return [deg, Math.abs(deg) < 60 ? 8 : i % 3 === 0 ? 0.3 : 0];
});

test("no request holds the others up: a cam of noise, an enormous body", async ({ page }) => {
  await atWork(page);
  const { request } = page;
  const file = { ...CALDER, cam: { intake: { profile: NOISE }, exhaust: { profile: NOISE } } };
  const noise = await request.post("/api/calc/stops", { headers: json, data: JSON.stringify({ engine: file }) });
  expect(noise.status()).toBe(422);
  expect(await said(noise)).toMatch(/leaves its base circle \d+ times: that is noise/);
  const huge = await request.post("/api/engines", { headers: json, data: Buffer.alloc(3_000_000, 32) });
  expect(huge.status()).toBe(413);
});
