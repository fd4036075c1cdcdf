/**
 * What the shop's door refuses, whoever knocks: never with an answer of 5xx, and without taking a part of it. By requests,
 * on every route and page as the app's folders have them.
 */
import path from "node:path";
import type { APIRequestContext, APIResponse, PlaywrightWorkerArgs } from "@playwright/test";
import { execa } from "execa";
import pg from "pg";
import { CALDER } from "../src/demo/engines";
import { UNEVEN_TWIN, addEngine, allKept, atWork, expect, ledgerOf, mainButton, openRun, test } from "./fixtures";
import { ownInstallation } from "./installation";
import { NOBODYS_ID, OPEN, ROUTES } from "./routes";

const ROOT = path.resolve(import.meta.dirname, "..");
const PASSWORD = "blue feeler, green door";
type Playwright = PlaywrightWorkerArgs["playwright"];

test.describe.configure({ timeout: 120_000 });

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

test("nothing in a ledger is struck out but by taking back, and nothing is read that was not in hand", async ({
  page,
}) => {
  await atWork(page);
  const job = await openRun(page, { ...UNEVEN_TWIN, name: "Test door" });
  await mainButton(page).click();
  await allKept(page);
  const { request } = page;
  const before = await ledgerOf(page, job);
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
  expect(await ledgerOf(page, job)).toEqual(before);
  // Twenty at once: one entry, and twenty times the same success.
  const once = { entries: [{ ...reading, id: crypto.randomUUID() }] };
  const answers = await Promise.all(
    Array.from({ length: 20 }, () => request.post(`/api${job}/entries`, { data: once })),
  );
  expect(new Set(answers.map((a) => a.status()))).toEqual(new Set([200]));
  expect(await ledgerOf(page, job)).toHaveLength(before.length + 1);
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

test("commands refuse what is not theirs: no JSON, other content, too much", async ({ request }) => {
  const post = (url: string, data: string, type = "application/json") =>
    request.post(url, { data: Buffer.from(data), headers: { "content-type": type } });
  expect((await post("/api/calc/lash", "{")).status()).toBe(400);
  expect((await post("/api/calc/nothing", "{}")).status()).toBe(404);
  expect((await post("/api/calc/lash", "{}")).status()).toBe(422);
  expect((await post("/api/calc/stops", `{"engine":"${"x".repeat(1_100_000)}"}`)).status()).toBe(413);
  const fine = await post(
    "/api/calc/lash",
    JSON.stringify({ spec: { nominal: 0.2 }, reading: { goes: 0.3, noGo: 0.35 } }),
  );
  expect(fine.status()).toBe(200);
  expect(await fine.json()).toMatchObject({ verdict: "loose" });
  expect((await post("/api/people", "personId=1", "text/plain")).status()).toBe(400);
  expect(
    (
      await post(
        "/api/jobs/nonsense/entries",
        '{"entries":[{"id":"123e4567-e89b-42d3-a456-426614174000","supersedes":null,"kind":"closed"}]}',
      )
    ).status(),
  ).toBe(401);
});

test.describe("addresses that lead nowhere", () => {
  test.use({ allow: [/404/] });
  test("say so, with a way back", async ({ page }) => {
    const nowhere = [
      "/jobs/nonsense",
      "/jobs/nonsense/sheet",
      "/engines/nonsense",
      "/engines/nonsense/job",
      "/nowhere",
    ];
    for (const address of [...nowhere, `/jobs/${NOBODYS_ID}`])
      expect((await page.request.get(address)).status(), address).toBe(404);
    await page.goto("/nowhere");
    await expect(page.getByRole("heading")).toHaveText("This is not in the shop.");
    await page.getByRole("link", { name: "Go back to the bench" }).click();
    await expect(page).toHaveURL(/\/$/);
  });
});

test.describe("nobody at work", () => {
  test.use({ allow: [/401/] });
  test("is asked in place, and what was done goes through once a name is chosen", async ({ page }) => {
    await atWork(page);
    const engine = await addEngine(page, { ...UNEVEN_TWIN, name: "Test nobody" });
    await page.context().clearCookies();
    await page.goto(`${engine}/job`);
    for (const box of await page
      .getByRole("group", { name: /each caution/ })
      .getByRole("checkbox")
      .all())
      await box.check();
    await page.getByLabel("Cold", { exact: true }).check();
    const begin = page.getByRole("button", { name: "I've read the cautions: start" });
    await begin.click();
    await expect(page.getByText("Say who is at work first")).toBeVisible();
    // Nobody becomes another by an arrow key.
    const picker = page.getByLabel("At work");
    await picker.focus();
    await page.keyboard.press("ArrowDown");
    await page.keyboard.press("Escape");
    await expect(picker).toHaveValue("");
    const answered = page.waitForResponse((r) => r.url().endsWith("/api/people"));
    await picker.selectOption({ label: "Maud Fenwick" });
    await answered;
    await begin.click();
    await page.waitForURL(/\/jobs\//);
  });
});

interface Row {
  readonly table: string;
  readonly id: string;
}

/** The table whose ids a route takes, by the first name in its path. */
const TABLE_OF: Readonly<Record<string, string>> = {
  engines: "engines",
  jobs: "jobs",
  people: "people",
  "feeler-sets": "feeler_sets",
};

/** Rows to try on a route: all of what it is about, and one of something else; of a route that is not known, all. */
function rowsFor(at: string, rows: readonly Row[]): readonly Row[] {
  const table = TABLE_OF[at.replace(/^\/api/, "").split("/")[1] ?? ""];
  const own = rows.filter((r) => r.table === table);
  return own.length === 0 ? rows : [...own, ...rows.filter((r) => r.table !== table).slice(0, 1)];
}

/** What belongs to a shop, by table: its rows and a hash of all of them. */
async function kept(ownerUrl: string, shopId: string): Promise<{ rows: Row[]; hash: string }> {
  const client = new pg.Client({ connectionString: ownerUrl, options: "-c app.whole=on" });
  await client.connect();
  try {
    const { rows: tables } = await client.query<{ name: string; has_id: boolean }>(
      `select table_name as name, bool_or(column_name = 'id') as has_id from information_schema.columns
       where table_schema = 'public' and table_name not in ('sessions', 'live_entries') group by 1 having bool_or(column_name = 'shop_id') order by 1`,
    );
    const some: Row[] = [];
    let hash = "";
    for (const { name, has_id } of tables) {
      const mine = `from ${name} t where shop_id = '${shopId}'`;
      const { rows } = await client.query<{ h: string }>(
        `select md5(coalesce(string_agg(t::text, '|' order by t::text), '')) as h ${mine}`,
      );
      hash += `${name} ${rows[0]?.h ?? ""}\n`;
      if (!has_id) continue;
      const found = await client.query<{ id: string }>(`select id ${mine} limit 2`);
      some.push(...found.rows.map(({ id }) => ({ table: name, id })));
    }
    return { rows: some, hash };
  } finally {
    await client.end();
  }
}

/** Two shops in one installation, with people of every role, by requests alone. */
test.describe("of two shops", () => {
  test.describe.configure({ mode: "serial" });
  const here = ownInstallation("doors");
  const ids = {
    shop: crypto.randomUUID(),
    una: crypto.randomUUID(),
    ansel: crypto.randomUUID(),
    engine: crypto.randomUUID(),
    job: crypto.randomUUID(),
  };
  const begin = {
    shopId: ids.shop,
    personId: ids.una,
    shopName: "Wharf Road Valves",
    name: "Una Selby",
    school: "go-no-go",
    lengthUnit: "mm",
    currency: "EUR",
    password: PASSWORD,
  };

  const newRequest = (playwright: Playwright): Promise<APIRequestContext> =>
    playwright.request.newContext({ baseURL: here.url });
  async function post(from: APIRequestContext, at: string, data: object): Promise<{ path?: string }> {
    const answer = await from.post(at, { data });
    expect(answer.ok(), `${at} ${await answer.text()}`).toBe(true);
    return (await answer.json()) as { path?: string };
  }
  async function signedIn(playwright: Playwright, name: string): Promise<APIRequestContext> {
    const request = await newRequest(playwright);
    await post(request, "/api/sign-in", { name, password: PASSWORD });
    return request;
  }

  test("they are opened, with somebody of every role, an engine and a job", async ({ playwright }) => {
    const una = await newRequest(playwright);
    await post(una, "/api/begin", begin);
    await post(una, "/api/sign-in", { name: begin.name, password: PASSWORD });
    expect((await una.put("/api/pin", { data: { current: PASSWORD, pin: "7194" } })).ok()).toBe(true);
    for (const [name, role] of [
      ["Ivor Pell", "mechanic"],
      ["Ansel Crole", "viewer"],
    ] as const) {
      const id = role === "viewer" ? ids.ansel : crypto.randomUUID();
      await post(una, "/api/people/added", { id, name, role, school: "go-no-go" });
      const { path: link = "" } = await post(una, `/api/people/${id}/link`, {});
      const token = link.split("/").at(-1);
      await post(await newRequest(playwright), "/api/welcome", { token, password: PASSWORD, pin: null });
    }
    const set = crypto.randomUUID();
    await post(una, "/api/feeler-sets", { id: set, name: "Set", system: "metric", marks: "0.20 0.25 0.30 0.35" });
    const text = JSON.stringify({ ...UNEVEN_TWIN, name: "Green twin" });
    await post(una, "/api/engines", { id: ids.engine, text, serial: "", runningHours: null });
    await post(una, "/api/jobs", {
      id: ids.job,
      engineId: ids.engine,
      state: "cold",
      temperatureC: 18,
      feelerSetId: set,
      method: "firing-order",
      cautions: ["data-first", "no-start", "plugs-out", "bar"],
    });
    // Beginning the same shop again opens it to nobody without its password.
    const stranger = await newRequest(playwright);
    expect((await stranger.post("/api/begin", { data: { ...begin, password: "none of hers" } })).status()).toBe(401);
    // From a page elsewhere nothing is taken, right or wrong.
    const foreign = await stranger.post("/api/sign-in", {
      data: { name: begin.name, password: PASSWORD },
      headers: { origin: "http://elsewhere.invalid" },
    });
    expect(foreign.status()).toBe(403);
  });

  test("whoever is not signed in sees and changes nothing, by any route", async ({ playwright }) => {
    const stranger = await newRequest(playwright);
    expect(ROUTES.length).toBeGreaterThan(60);
    const open: string[] = [];
    for (const { path: at, methods } of ROUTES)
      for (const method of methods) {
        const answer = await stranger.fetch(at, {
          method,
          maxRedirects: 0,
          ...(method === "GET" ? {} : { data: {} }),
        });
        const turnedAway =
          answer.status() === 401 ||
          ([307, 308].includes(answer.status()) && /^\/sign-in/.test(answer.headers()["location"] ?? ""));
        if (!turnedAway && OPEN[at] === undefined) open.push(`${method} ${at}: ${answer.status()}`);
        expect(answer.status(), at).toBeLessThan(500);
      }
    expect(open).toEqual([]);
    await stranger.dispose();
  });

  test("a mechanic does nothing that is a lead's, by any route", async ({ playwright }) => {
    const ivor = await signedIn(playwright, "Ivor Pell");
    expect((await ivor.get("/api/bench")).ok()).toBe(true);
    const theirs = ROUTES.filter((r) => r.forLeads);
    expect(theirs.length).toBeGreaterThan(7);
    for (const { path: at, methods } of theirs)
      for (const method of methods) {
        const answer = await ivor.fetch(at, { method, data: {} });
        expect(`${answer.status()} ${await answer.text()}`, `${method} ${at}`).toMatch(/^403 .*[Oo]nly a lead/);
      }
    await ivor.dispose();
  });

  test("a lead of the other shop sees and changes nothing of this one, by any route and any id; somebody works in both", async ({
    playwright,
  }) => {
    const { stdout } = await execa(
      process.execPath,
      ["--import", "tsx", path.join(ROOT, "scripts/newShop.ts"), "Quay Diesel", "Bram Tolley"],
      { cwd: ROOT, env: { DATABASE_URL: here.ownerUrl } },
    );
    const bram = await newRequest(playwright);
    const token = /\/welcome\/(\S+)/.exec(stdout)?.[1];
    await post(bram, "/api/welcome", { token, password: PASSWORD, pin: null });
    expect(await (await bram.get("/")).text()).not.toContain("Green twin");
    // Every route, with every id of the other shop where it takes one.
    const before = await kept(here.ownerUrl, ids.shop);
    expect(before.rows.length).toBeGreaterThan(8);
    for (const { path: at, methods } of ROUTES)
      for (const method of methods)
        for (const id of at.includes(NOBODYS_ID) ? rowsFor(at, before.rows).map((r) => r.id) : [NOBODYS_ID]) {
          // What a device on the bench says is of the machine, and goes on without end.
          if (OPEN[at] !== undefined || at.startsWith("/api/sessions") || at.endsWith("/stream")) continue;
          const answer = await bram.fetch(at.replace(NOBODYS_ID, id), {
            method,
            maxRedirects: 0,
            ...(method === "GET"
              ? {}
              : {
                  data: {
                    id,
                    archived: true,
                    how: "noted",
                    name: "Mine",
                    retired: true,
                    after: 0,
                    device: id,
                    valve: null,
                  },
                }),
          });
          const told = `${method} ${at} ${id}: ${answer.status()}`;
          expect(answer.status(), told).toBeLessThan(500);
          if (at.includes(NOBODYS_ID) && method !== "GET") expect(answer.ok(), told).toBe(false);
          expect(await answer.text(), told).not.toMatch(/Green twin|Wharf Road|Ivor Pell|Ansel Crole/);
        }
    expect(await kept(here.ownerUrl, ids.shop)).toEqual(before);

    // Una helps out there: one name and password for both, and neither shop's lead opens both with a link of theirs.
    const id = crypto.randomUUID();
    await post(bram, "/api/people/added", { id, name: "Una S", role: "mechanic", school: "go-no-go" });
    const link = (await post(bram, `/api/people/${id}/link`, {})).path?.split("/").at(-1);
    const una = await newRequest(playwright);
    const known = (password: string) =>
      una.post("/api/welcome/known", { data: { token: link, name: begin.name, password } });
    expect((await known("not hers at all")).status()).toBe(401);
    expect((await known(PASSWORD)).ok()).toBe(true);
    expect(await (await una.get("/")).text()).not.toContain("Green twin");
    expect(await (await una.get("/you")).text()).toContain("Wharf Road Valves");
    await post(una, "/api/sessions/shop", { shopId: ids.shop });
    expect(await (await una.get("/")).text()).toContain("Green twin");
    const again = await bram.post(`/api/people/${id}/link`, { data: {} });
    expect(await again.text()).toMatch(/They work in another shop too/);
    await bram.dispose();
    await una.dispose();
  });

  /** What whoever only looks may ask for, besides what is open to all. */
  const FOR_VIEWERS = /^\/(yours|you|api\/(password|pin|people|sessions\/(ended|shop)))$|\/sheet(\.(pdf|csv|json))?$/;

  test("an owner looks at their engine and at its sheet, and at nothing else; a pass is good on its own device", async ({
    playwright,
  }) => {
    const una = await signedIn(playwright, begin.name);
    const ansel = await signedIn(playwright, "Ansel Crole");
    await post(una, "/api/sessions/shop", { shopId: ids.shop });
    expect((await ansel.get(`/jobs/${ids.job}/sheet`)).status()).toBe(404);
    const shown = await una.put(`/api/engines/${ids.engine}/viewers`, { data: { people: [ids.ansel] } });
    expect(shown.ok(), await shown.text()).toBe(true);
    expect(await (await ansel.get("/yours")).text()).toContain("Green twin");
    expect((await ansel.get(`/jobs/${ids.job}/sheet`)).status()).toBe(200);
    for (const { path: at, methods } of ROUTES) {
      if (FOR_VIEWERS.test(at) || OPEN[at] !== undefined) continue;
      const real = at.replace(NOBODYS_ID, at.includes("/jobs/") ? ids.job : ids.engine);
      for (const method of methods) {
        const answer = await ansel.fetch(real, {
          method,
          maxRedirects: 0,
          ...(method === "GET" ? {} : { data: {} }),
        });
        const led = answer.status() === 307 && answer.headers()["location"] === "/yours";
        expect(led || [403, 404].includes(answer.status()), `${method} ${real} ${answer.status()}`).toBe(true);
      }
    }

    // Sealed for the device on which it was given out, as it was given out, and no longer than the PIN.
    await post(una, "/api/shared-devices", { id: crypto.randomUUID(), name: "Tablet in bay 2" });
    const { pass } = (await post(una, "/api/sign-in/pin", { personId: ids.una, pin: "7194" })) as { pass?: string };
    const enter = async (from: APIRequestContext, proof: string): Promise<number> =>
      (
        await from.post(`/api/jobs/${ids.job}/entries`, {
          data: { entries: [{ id: crypto.randomUUID(), kind: "arrived", valve: null, stop: "nowhere" }] },
          headers: { "fulcrata-pass": proof },
        })
      ).status();
    const elsewhere = await newRequest(playwright);
    expect([401, 403]).not.toContain(await enter(una, pass ?? ""));
    expect(await enter(elsewhere, pass ?? "")).toBe(401);
    expect(await enter(una, `${pass}x`)).toBe(401);
    expect((await elsewhere.post("/api/sign-in/pass", { data: { pass } })).status()).toBe(401);
    expect((await una.put("/api/pin", { data: { current: PASSWORD, pin: "8362" } })).ok()).toBe(true);
    expect(await enter(una, pass ?? "")).toBe(401);
    for (const request of [una, ansel, elsewhere]) await request.dispose();
  });
});
