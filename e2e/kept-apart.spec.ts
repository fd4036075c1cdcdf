/** What waits on a device, and what was not taken: never another's, never out of sight. */
import type { Page } from "@playwright/test";
import { CALDER } from "../src/demo/engines";
import { addEngine, allKept, atWork, beginJob, expect, leaf, mainButton, nextTitle, restFor, test } from "./fixtures";

test.use({ allow: [/ERR_FAILED|409|422/] });

interface Kept {
  readonly kind: string;
  readonly personName: string;
}
const ledgerOf = async (page: Page, path: string): Promise<Kept[]> =>
  ((await (await page.request.get(`/api${path}/entries`)).json()) as { entries: Kept[] }).entries;

/** The shop answers everything but entries. */
const cut = (page: Page): Promise<unknown> => page.route("**/entries", (route) => route.abort());
const mend = (page: Page): Promise<void> => page.unroute("**/entries");

/** The first valve that may be read: the leaf goes, the next one does not. */
async function read(page: Page): Promise<void> {
  await leaf(page, "0.20 mm").click();
  await leaf(page, "0.25 mm").click();
  await leaf(page, "0.25 mm").click();
  await mainButton(page).click();
}

test("what one left waiting is not sent under the name of the next, and goes from any page once they are back", async ({
  page,
}) => {
  await atWork(page, "Jory Penhale");
  const path = await beginJob(page, await addEngine(page, { ...CALDER, name: "Test apart" }), {
    method: "Firing order",
  });
  await cut(page);
  await mainButton(page).click();
  await read(page);
  const status = page.getByRole("status").filter({ hasText: /saved|wait/ });
  await expect(status).toHaveText(/^\d+ not saved yet$/);
  const [count] = /\d+/.exec((await status.textContent()) ?? "") ?? [];
  await page.getByRole("combobox", { name: "At work" }).selectOption({ label: "Tamsin Oake" });
  await expect(status).toHaveText(`${count} of Jory Penhale wait`);
  await mend(page);
  await page.goto("/");
  const notice = page.getByRole("region", { name: /Not saved yet/ });
  await expect(notice).toContainText(
    `${count} entries of Jory Penhale wait on this device for Test apart: sent once Jory Penhale is at work here.`,
  );
  expect(await ledgerOf(page, path)).toEqual([]);
  await page.getByRole("combobox", { name: "At work" }).selectOption({ label: "Jory Penhale" });
  await expect(notice).toHaveCount(0, { timeout: 15_000 });
  const kept = await ledgerOf(page, path);
  expect(kept).toHaveLength(Number(count));
  expect(new Set(kept.map((e) => e.personName))).toEqual(new Set(["Jory Penhale"]));
});

test("what came too late stays in sight, on every page and device, until somebody has dealt with it", async ({
  page,
  browser,
}) => {
  await atWork(page, "Jory Penhale");
  const path = await beginJob(page, await addEngine(page, { ...CALDER, name: "Test too late" }), {
    method: "Firing order",
  });
  await mainButton(page).click();
  await allKept(page);
  await cut(page);
  await read(page);
  await expect(page.getByRole("status").filter({ hasText: "saved" })).toHaveText("2 not saved yet");
  const context = await browser.newContext({ baseURL: new URL("/", page.url()).toString() });
  const other = await context.newPage();
  await restFor(other, 0);
  await atWork(other, "Tamsin Oake");
  await other.goto(path);
  await expect(other.locator("[data-blade]").first()).toBeVisible({ timeout: 8000 });
  await read(other);
  await allKept(other);
  await mend(page);
  const chip = page.getByRole("button", { name: "1 not taken" });
  await expect(chip).toBeVisible({ timeout: 15_000 });
  await expect(page.getByRole("status").filter({ hasText: "saved" })).toHaveText("All else saved");
  await page.reload();
  await expect(chip).toBeVisible({ timeout: 15_000 });
  // The others see it too, on the bench.
  await other.goto("/");
  const notice = other.getByRole("region", { name: /Not saved yet/ });
  await expect(notice).toContainText("Test too late was not taken");
  // Dropping it needs a reason; as a note it stands on the sheet.
  await chip.click();
  const list = page.getByRole("region", { name: "Not taken" });
  await expect(list).toContainText(/read as found, 0\.20–0\.25 mm/);
  await expect(list).toContainText("Jory Penhale at Test too late");
  await list.getByRole("button", { name: "Drop it" }).click();
  await list.getByRole("button", { name: "Drop it" }).click();
  await expect(list.getByText("Say why it is dropped.")).toBeVisible();
  await list.getByRole("button", { name: "Something else" }).click();
  await list.getByRole("button", { name: "Keep it as a note" }).click();
  await list.getByLabel(/word beside the note/).fill("felt the same");
  await list.getByRole("button", { name: "Keep as a note" }).click();
  await expect(page.getByText("All is dealt with")).toBeVisible();
  await page.getByRole("button", { name: "Back to the run" }).click();
  await expect(chip).toHaveCount(0);
  await expect(nextTitle(page)).toBeVisible();
  await other.goto("/");
  await expect(notice).toHaveCount(0);
  await other.goto(`${path}/sheet`);
  await expect(other.getByText(/Not taken: .*Saved as a note by Jory Penhale: felt the same/)).toBeVisible();
  await context.close();
});
