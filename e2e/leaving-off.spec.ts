import {
  TWO_STROKE_SIX,
  UNEVEN_TWIN,
  addEngine,
  allKept,
  atWork,
  beginJob,
  expect,
  leaf,
  mainButton,
  nextTitle,
  test,
} from "./fixtures";

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
  await expect(nextTitle(page)).toHaveText("This job was called off. It is saved, and counts for nothing.");
  await page.goto(engine);
  await expect(page.getByText("A job is open on it:")).toBeHidden();
});

test("a job is begun again under other figures, and goes on from what was read", async ({ page }) => {
  await atWork(page);
  await beginJob(page, await addEngine(page, TWO_STROKE_SIX));
  const job = page.url();
  await mainButton(page).click();
  await expect(nextTitle(page)).toContainText("Read ");
  const valve = (await page.locator("[data-in-hand]").getAttribute("data-in-hand")) ?? "";
  // Wider than the band, and noted as it is: set in its turn.
  await leaf(page, "0.60 mm").click();
  await leaf(page, "0.65 mm").click();
  await leaf(page, "0.65 mm").click();
  await mainButton(page).click();
  await allKept(page);
  await page.getByRole("button", { name: /^Tray/ }).click();
  await page.getByRole("link", { name: "Begin it again under other figures" }).click();
  await expect(page.getByText(/^Begins the job begun .* again\./)).toBeVisible();
  await expect(page.getByLabel("Carry over what was read at 1 valve, judged anew")).toBeChecked();
  await page.getByLabel("Cold", { exact: true }).check();
  await page.getByRole("button", { name: "I've read the cautions: start" }).click();
  await expect(page).not.toHaveURL(/again=/);
  await mainButton(page).click();
  await expect(page.locator("[data-in-hand]")).toHaveAttribute("data-in-hand", valve);
  await expect(page.getByText(/0\.60–0\.65 mm/).first()).toBeVisible();
  await page.goto(job);
  await expect(nextTitle(page)).toHaveText("This job was called off. It is saved, and counts for nothing.");
});
