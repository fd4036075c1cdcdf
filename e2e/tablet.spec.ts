/** A shared tablet through a shift: passed round four people, half of it without a network. */
import { UNEVEN_TWIN, allKept, beginJob, expect, keptWithoutNetwork, nextTitle, test } from "./fixtures";
import { clean } from "./clean";
import { NOBODYS_ID, OPEN, ROUTES } from "./routes";
import { ownInstallation } from "./installation";
import { type Truth, workByKeys } from "./mechanic";
import type { APIRequestContext, Page } from "@playwright/test";

const PASSWORD = "blue feeler, green door";
const SHIFT = [
  { name: "Una Selby", role: "lead", pin: "7194" },
  { name: "Ivor Pell", role: "mechanic", pin: "3804" },
  { name: "Nell Arkwright", role: "mechanic", pin: "5923" },
  { name: "Bo Trask", role: "mechanic", pin: "6417" },
] as const;

const here = ownInstallation("tablet");
test.describe.configure({ mode: "serial" });
test.setTimeout(240_000);
test.use({ allow: [/ERR_INTERNET_DISCONNECTED|ERR_FAILED|status of 4\d\d/], serviceWorkers: "allow" });

/** A shop with everybody of the shift, each with a PIN, and an engine. */
async function openShop(
  lead: APIRequestContext,
  newRequest: () => Promise<APIRequestContext>,
): Promise<{ engine: string }> {
  const post = async (with_: APIRequestContext, path: string, data: object): Promise<{ path?: string }> => {
    const answer = await with_.post(`${here.url}${path}`, { data });
    expect(answer.ok(), `${path} ${await answer.text()}`).toBe(true);
    return (await answer.json()) as { path?: string };
  };
  const [una, ...others] = SHIFT;
  await post(lead, "/api/begin", {
    shopId: crypto.randomUUID(),
    personId: crypto.randomUUID(),
    shopName: "Wharf Road Valves",
    name: una.name,
    school: "go-no-go",
    lengthUnit: "mm",
    currency: "EUR",
    password: PASSWORD,
  });
  await post(lead, "/api/sign-in", { name: una.name, password: PASSWORD });
  const put = await lead.put(`${here.url}/api/pin`, { data: { current: PASSWORD, pin: una.pin } });
  expect(put.ok(), await put.text()).toBe(true);
  for (const { name, role, pin } of others) {
    const id = crypto.randomUUID();
    await post(lead, "/api/people/added", { id, name, role, school: "go-no-go" });
    const { path = "" } = await post(lead, `/api/people/${id}/link`, {});
    await post(await newRequest(), "/api/welcome", { token: path.split("/").at(-1), password: PASSWORD, pin });
  }
  const marks = Array.from({ length: 40 }, (_, i) => ((i + 1) * 0.02).toFixed(2)).join(" ");
  await post(lead, "/api/feeler-sets", { id: crypto.randomUUID(), name: "Fine set", system: "metric", marks });
  const engine = crypto.randomUUID();
  const file = { ...UNEVEN_TWIN, adjuster: { ...UNEVEN_TWIN.adjuster, lock: "lock-nut" } };
  await post(lead, "/api/engines", { id: engine, text: JSON.stringify(file), serial: "", runningHours: null });
  return { engine: `/engines/${engine}` };
}

/** Gives the device to somebody by their PIN, at whichever door is open. */
async function takeOver(page: Page, { name, pin }: { name: string; pin: string }): Promise<void> {
  await page.getByRole("button", { name, exact: true }).click();
  for (const digit of pin) await page.getByRole("button", { name: digit, exact: true }).click();
  await page.getByRole("button", { name: `Go on as ${name}` }).click();
}

test("four people, half of the shift without a network: each entry has its author", async ({ page, playwright }) => {
  const { engine } = await openShop(page.context().request, () =>
    playwright.request.newContext({ baseURL: here.url }),
  );
  await page.goto(`${here.url}/shop`);
  await page.getByLabel("Make this device a shared one, called").fill("Tablet in bay 2");
  await page.getByRole("button", { name: "Share this device" }).click();
  await expect(page.getByText("Tablet in bay 2, this one")).toBeVisible();
  // In the morning everybody was there once.
  for (const person of SHIFT) {
    await page.getByRole("button", { name: "Hand over" }).click();
    await page.waitForURL(/\/sign-in/);
    await takeOver(page, person);
    await page.waitForURL(`${here.url}/`);
  }
  const path = await beginJob(page, `${here.url}${engine}`, { set: "Fine set" });
  const truth: Truth = { "1I": 0.27, "1E": 0.31, "2I": 0.11, "2E": 0.31 };
  const [una, ivor, nell, bo] = SHIFT;
  const done = async (by: string, steps: number): Promise<void> => {
    let left = steps;
    await workByKeys(page, truth, { until: () => left-- <= 0 });
    await expect(page.getByRole("banner").getByText(by)).toBeVisible();
  };
  await done(bo.name, 4);
  await allKept(page);
  await keptWithoutNetwork(page);
  await page.context().setOffline(true);
  await page.getByRole("button", { name: "Hand over" }).click();
  const door = page.getByRole("dialog", { name: "Who is at work?" });
  await expect(door).toContainText("The shop's server does not answer");
  await clean(page, "light");
  // Not by Escape, and not by another's PIN.
  await page.keyboard.press("Escape");
  await expect(door).toBeVisible();
  await takeOver(page, { name: ivor.name, pin: nell.pin });
  await expect(door.getByText("That is not the PIN of this name.")).toBeVisible();
  for (const digit of ivor.pin) await page.getByRole("button", { name: digit, exact: true }).click();
  await page.getByRole("button", { name: `Go on as ${ivor.name}` }).click();
  await expect(door).toBeHidden();
  await done(ivor.name, 5);
  // It is his after the tablet was started again, still without a network.
  await page.reload();
  await expect(page.getByRole("banner").getByText(ivor.name)).toBeVisible();
  await page.getByRole("button", { name: "Hand over" }).click();
  await takeOver(page, nell);
  await expect(door).toBeHidden();
  await done(nell.name, 5);
  const waiting = page.getByRole("status").filter({ hasText: "saved" });
  await expect(waiting).toHaveText(/^\d+ not saved yet$/);
  const title = await nextTitle(page).textContent();
  await page.context().setOffline(false);
  await allKept(page, 30_000);
  // The shop learns who has it: nothing on the page moved.
  await expect
    .poll(async () => (await page.context().request.get(`${here.url}/you`)).text(), { timeout: 20_000 })
    .toContain(nell.name);
  await expect(nextTitle(page)).toHaveText(title ?? "");
  // A lead's own hands, with a network again.
  await page.getByRole("button", { name: "Hand over" }).click();
  await page.waitForURL(/\/sign-in/);
  await takeOver(page, una);
  await page.waitForURL(`${here.url}/`);
  await page.goto(`${here.url}${path}`);
  await done(una.name, 9);
  await allKept(page);
  const answer = await page.context().request.get(`${here.url}/api${path}/entries`);
  const { entries } = (await answer.json()) as { entries: { personName: string; personId: string }[] };
  const authors = entries.map((e) => e.personName).filter((p, i, all) => p !== all[i - 1]);
  expect(authors).toEqual([bo.name, ivor.name, nell.name, una.name]);
  await page.goto("about:blank");
  // A pass is good on the device that it was given out on, as it was given out, and no longer than the PIN.
  const tablet = page.context().request;
  const pinned = await tablet.post(`${here.url}/api/sign-in/pin`, {
    data: { personId: entries.at(-1)?.personId, pin: una.pin },
  });
  const { pass } = (await pinned.json()) as { pass: string };
  const enter = async (from: APIRequestContext, proof: string): Promise<number> =>
    (
      await from.post(`${here.url}/api${path}/entries`, {
        data: { entries: [{ id: crypto.randomUUID(), kind: "arrived", valve: null, stop: "nowhere" }] },
        headers: { "fulcrata-pass": proof },
      })
    ).status();
  const elsewhere = await playwright.request.newContext({ baseURL: here.url });
  const judged = await enter(tablet, pass);
  expect([401, 403]).not.toContain(judged);
  expect(await enter(elsewhere, pass)).toBe(401);
  expect(await enter(tablet, `${pass}x`)).toBe(401);
  expect((await elsewhere.post(`${here.url}/api/sign-in/pass`, { data: { pass } })).status()).toBe(401);
  await tablet.put(`${here.url}/api/pin`, { data: { current: PASSWORD, pin: "8362" } });
  expect(await enter(tablet, pass)).toBe(401);
  await elsewhere.dispose();
});

/** What whoever only looks may ask for, besides what is open to all. */
const FOR_VIEWERS = /^\/(yours|you|api\/(password|pin|people|sessions\/(ended|shop)))$|\/sheet(\.(pdf|csv|json))?$/;

test("an owner looks at their engine and at its sheet, and at nothing else", async ({
  page,
  playwright,
  browser,
}) => {
  test.setTimeout(90_000);
  const lead = await playwright.request.newContext({ baseURL: here.url });
  expect((await lead.post("/api/sign-in", { data: { name: SHIFT[0].name, password: PASSWORD } })).ok()).toBe(true);
  const id = crypto.randomUUID();
  const owner = { id, name: "Ansel Crole", role: "viewer", school: "go-no-go" };
  expect((await lead.post("/api/people/added", { data: owner })).ok()).toBe(true);
  const link = (await (await lead.post(`/api/people/${id}/link`, { data: {} })).json()) as { path: string };
  await page.goto(`${here.url}${link.path}`);
  await page.getByLabel("New password").fill(PASSWORD);
  await page.getByRole("button", { name: /^Keep/ }).click();
  await page.waitForURL(`${here.url}/yours`);
  await expect(page.getByText("None yet: a lead of the shop says")).toBeVisible();
  const found = (await (await lead.get("/api/bench?q=twin")).json()) as {
    engines: { lines: { id: string }[] };
  };
  const engineId = found.engines.lines[0]?.id ?? "";
  const jobId = /\/jobs\/([0-9a-f-]{36})/.exec(await (await lead.get("/")).text())?.[1] ?? "";
  const { request } = page.context();
  expect((await request.get(`${here.url}/jobs/${jobId}/sheet`)).status()).toBe(404);
  // The lead says on the engine's page whose it is.
  const own = await browser.newContext();
  const una = await own.newPage();
  await una.goto(`${here.url}/sign-in`);
  await una.getByLabel("Your name").fill(SHIFT[0].name);
  await una.getByLabel("Password").fill(PASSWORD);
  await una.getByRole("button", { name: "Sign in", exact: true }).click();
  await una.waitForURL(`${here.url}/`);
  await una.goto(`${here.url}/engines/${engineId}`);
  await una.getByRole("checkbox", { name: owner.name }).check();
  await expect(una.getByRole("checkbox", { name: owner.name })).toBeChecked();
  // Temperatures as this shop writes them from now on.
  await una.goto(`${here.url}/shop`);
  const saved = una.waitForResponse((r) => r.url().endsWith("/api/shop") && r.ok());
  await una.getByLabel("Temperatures are in").selectOption("F");
  await saved;
  await una.goto(`${here.url}/engines/${engineId}/job`);
  await expect(una.getByLabel("Temperature, °F")).toBeVisible();
  await clean(una, "light");
  // A micrometer goes out of use.
  await una.goto(`${here.url}/shop/parts`);
  await una.getByLabel("Another one").fill("Left drawer");
  await una.getByRole("button", { name: "Add", exact: true }).click();
  await una.getByText("Change Left drawer").click();
  await una.getByRole("button", { name: "Take it out of use" }).click();
  await expect(una.getByText("Left drawer, out of use")).toBeVisible();
  await own.close();
  await page.goto(`${here.url}/`);
  await page.waitForURL(`${here.url}/yours`);
  await expect(page.getByRole("region", { name: UNEVEN_TWIN.name })).toBeVisible();
  await clean(page, "light");
  await page.goto(`${here.url}/jobs/${jobId}/sheet`);
  await expect(page.getByRole("heading", { name: UNEVEN_TWIN.name })).toBeVisible();
  await expect(page.getByRole("link", { name: "Go on with the job" })).toHaveCount(0);
  await page.goto("about:blank");
  for (const { path: at, methods } of ROUTES) {
    if (FOR_VIEWERS.test(at) || OPEN[at] !== undefined) continue;
    const real = at.replace(NOBODYS_ID, at.includes("/jobs/") ? jobId : engineId);
    for (const method of methods) {
      const answer = await request.fetch(`${here.url}${real}`, {
        method,
        maxRedirects: 0,
        ...(method === "GET" ? {} : { data: {} }),
      });
      const led = answer.status() === 307 && answer.headers()["location"] === "/yours";
      expect(led || [403, 404].includes(answer.status()), `${method} ${real} ${answer.status()}`).toBe(true);
    }
  }
  await lead.dispose();
});
