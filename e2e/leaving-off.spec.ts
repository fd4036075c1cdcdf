import { UNEVEN_TWIN, addEngine, atWork, beginJob, expect, mainButton, nextTitle, test } from "./fixtures";

test("a valve stays unread and a job is called off, by taps alone", async ({ page }) => {
  await atWork(page);
  const engine = await addEngine(page, UNEVEN_TWIN);
  await beginJob(page, engine);
  await mainButton(page).click();
  await expect(nextTitle(page)).toContainText("Read 2 exhaust");
  await page.getByRole("button", { name: /^Tray/ }).click();
  await page.getByRole("button", { name: "Leave 2 exhaust unread" }).click();
  await page.getByRole("button", { name: "Out of reach" }).click();
  await expect(nextTitle(page)).not.toContainText("2 exhaust");
  await expect(page.getByText("0 of 4 locked")).toBeVisible();
  // Whoever begins another on this engine is told of this one.
  const job = page.url();
  await page.goto(engine);
  await expect(page.getByText("A job is open on it:")).toBeVisible();
  await page.goto(`${engine}/job`);
  await page.getByRole("link", { name: /^Go on with the open job/ }).click();
  await expect(page).toHaveURL(job);
  await page.getByRole("button", { name: /^Tray/ }).click();
  await page.getByRole("button", { name: "Call the job off" }).click();
  await page.getByRole("button", { name: "Begun by mistake" }).click();
  await expect(nextTitle(page)).toHaveText("This job was called off. It is kept, and counts for nothing.");
  await page.goto(engine);
  await expect(page.getByText("A job is open on it:")).toBeHidden();
});
