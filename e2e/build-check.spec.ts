/** A V8 with a rocker stand for each cylinder goes together: line by line, without a network for its middle, to the signed sheet and the first setting. */
import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { addEngine, allKept, atWork, expect, keptWithoutNetwork, mainButton, nextTitle, test } from "./fixtures";

const CYLINDERS = ["1", "2", "3", "4", "5", "6", "7", "8"];
const V8 = {
  format: "fulcrata-engine/1",
  name: "Test piece shaft V8",
  strokes: 4,
  cylinders: CYLINDERS,
  firingOrder: ["1", "5", "4", "2", "6", "3", "7", "8"],
  layout: {
    kind: "vee",
    banks: [
      ["1", "3", "5", "7"],
      ["2", "4", "6", "8"],
    ],
  },
  follower: "flat",
  valves: CYLINDERS.flatMap((cylinder) => [
    { id: `${cylinder}I`, cylinder, role: "intake" },
    { id: `${cylinder}E`, cylinder, role: "exhaust" },
  ]),
  cam: {
    atLift: "0.15 mm",
    intake: { opensDegBtdc: 20, closesDegAbdc: 60 },
    exhaust: { opensDegBbdc: 62, closesDegAtdc: 18 },
  },
  heat: { layout: "pushrod", block: "iron", head: "iron" },
  lash: { state: "hot", source: "Test card", intake: { nominal: "0.45 mm" }, exhaust: { nominal: "0.50 mm" } },
  adjuster: { kind: "screw", at: "valve-end", ratio: 1.5, pitch: "1 mm" },
};

test.use({ allow: [/ERR_INTERNET_DISCONNECTED|ERR_FAILED|status of 409/], serviceWorkers: "allow" });
test.setTimeout(180_000);

const lines = (page: Page, stands: string) => page.locator(`[data-lines] [data-stands="${stands}"]`);
const lineInHand = (page: Page) => page.locator('[data-lines] [aria-pressed="true"]');

/** One step as it is told: a tap, or what was measured and then a tap. Gives its sentence. */
async function step(page: Page): Promise<string> {
  const title = (await nextTitle(page).textContent()) ?? "";
  const reading = page.getByLabel(/^(Room left at full lift|Least end float)$/);
  if (await mainButton(page).isDisabled()) {
    await reading.fill("0.9");
    await page.getByRole("button", { name: "Done", exact: true }).click();
  } else await mainButton(page).click();
  await expect
    .poll(
      async () => `${await nextTitle(page).textContent()} ${await page.getByText(/^Line \d+ of/).allTextContents()}`,
    )
    .not.toBe(`${title} ${""}`);
  return title;
}

async function until(page: Page, sentence: RegExp): Promise<string[]> {
  const told: string[] = [];
  for (let i = 0; i < 120 && !sentence.test((await nextTitle(page).textContent()) ?? ""); i++)
    told.push(await step(page));
  await expect(nextTitle(page)).toHaveText(sentence);
  return told;
}

test("is played to the signed sheet, without a network for its middle, and opens the first setting", async ({
  page,
  context,
}) => {
  await atWork(page);
  const engine = await addEngine(page, V8);
  await page.goto(engine);
  await page.getByRole("link", { name: "Build check" }).click();
  await page.getByLabel(/^A stand for each cylinder/).check();
  await expect(page.getByRole("region", { name: "The lines" })).toContainText("rocker stand of cylinder 8");
  await page.getByRole("button", { name: /begin the check/ }).click();
  await expect(page.getByRole("alert").filter({ hasText: "Read and tick every caution" })).toBeVisible();
  for (const box of await page.getByRole("group", { name: "Read and tick each caution" }).getByRole("checkbox").all())
    await box.check();
  await page.getByRole("button", { name: /begin the check/ }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  const path = new URL(page.url()).pathname;
  await expect(nextTitle(page)).toHaveText("Scrub every part and blow it through.");
  expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);

  // What does not fit this engine is called so, and can be taken back.
  await until(page, /^Look through every pushrod/);
  await page.getByRole("button", { name: "Solid pushrods" }).click();
  await expect(lines(page, "not here")).toHaveCount(1);
  await page.getByRole("button", { name: "Take back: Look through every pushrod" }).click();
  await expect(lines(page, "not here")).toHaveCount(0);
  await until(page, /^Torque the head on the block/);
  await step(page);
  await expect(nextTitle(page)).toHaveText(/^Go over it once more/);

  // A shaft is not told to go down where a follower under it is lifted, and the shop takes no such line.
  await until(page, /^Turn the crank until mark A/);
  await mainButton(page).click();
  await expect(nextTitle(page)).toHaveText(/^Bolt down the rocker stand/);
  const here = (await lineInHand(page).textContent()) ?? "";
  const other = page.locator("[data-lines] li[data-line^=shaft] button").filter({ hasNotText: here });
  const elsewhere: string[] = [];
  for (const line of await other.all()) {
    await line.click();
    if (/^Turn the crank/.test((await nextTitle(page).textContent()) ?? ""))
      elsewhere.push((await line.locator("xpath=ancestor::li").getAttribute("data-line")) ?? "");
  }
  expect(elsewhere.length).toBeGreaterThan(0);
  await allKept(page);
  const refused = await page.request.post(`/api${path}/entries`, {
    data: {
      entries: [{ id: crypto.randomUUID(), supersedes: null, kind: "line-ticked", line: elsewhere[0], round: 1 }],
    },
  });
  expect(refused.status()).toBe(409);
  expect(await refused.text()).toMatch(/lifted, and what is drawn down over a lifted follower cracks/);

  // The network goes, the page is loaded again without it, and the work goes on.
  await page.reload();
  await keptWithoutNetwork(page);
  await context.setOffline(true);
  await until(page, /^Lift and drop each pushrod/);
  const ticked = await lines(page, "ticked").count();
  await page.reload();
  await expect(lines(page, "ticked")).toHaveCount(ticked);
  await step(page);
  await context.setOffline(false);
  await allKept(page, 30_000);

  await until(page, /^Tool off the crank/);
  await mainButton(page).click();
  await expect(nextTitle(page)).toHaveText("Every line is answered. Close the build check.");
  await mainButton(page).click();
  await allKept(page);
  await page.goto(`${path}/sheet`);
  await expect(page.getByRole("region", { name: "Line by line" })).toContainText("Room left at full lift 0.9 mm");

  // Whoever closed it can't sign it; a second person does, and the first setting opens cold from it.
  await atWork(page, "Maud Fenwick");
  await page.goto(`${path}/sheet`);
  await page.getByRole("button", { name: "Checked: sign as Maud Fenwick" }).click();
  await expect(page.locator("dd").filter({ hasText: "Maud Fenwick" })).toBeVisible();
  await page.goto(`${engine}#life`);
  await expect(page.getByRole("list", { name: "Build checks" })).toContainText("signed by Maud Fenwick");
  await page.goto(`${path}/sheet`);
  await page.getByRole("link", { name: "Open the first setting" }).click();
  await page.waitForURL(/purpose=first-start/);
  await expect(page.getByLabel("Cold", { exact: true })).toBeChecked();
  await expect(page.getByLabel("Reason for the job")).toHaveValue("first-start");
});
