/** A shared tablet through a shift: passed round four people, half of it without a network. */
import { UNEVEN_TWIN, allKept, beginJob, expect, keptWithoutNetwork, nextTitle, test } from "./fixtures";
import { clean } from "./clean";
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
test.setTimeout(240_000);
test.use({ allow: [/ERR_INTERNET_DISCONNECTED|ERR_FAILED|status of 4\d\d/] });

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
