/** Build check into first setting: a twin with a rocker stand for each cylinder, without a network for its middle. */
import type { Page } from "@playwright/test";
import { cleanAsShown } from "./clean";
import {
  UNEVEN_TWIN,
  addEngine,
  allKept,
  atWork,
  expect,
  keptWithoutNetwork,
  mainButton,
  nextTitle,
  test,
} from "./fixtures";

const BUILT = {
  ...UNEVEN_TWIN,
  name: "Test piece built",
  follower: "flat" as const,
  cam: {
    atLift: "0.15 mm",
    intake: { opensDegBtdc: 20, closesDegAbdc: 60 },
    exhaust: { opensDegBbdc: 62, closesDegAtdc: 18 },
  },
  heat: { layout: "pushrod" as const, block: "iron" as const, head: "iron" as const },
  lash: {
    state: "hot" as const,
    source: "Test card",
    intake: { nominal: "0.45 mm" },
    exhaust: { nominal: "0.50 mm" },
  },
  adjuster: { kind: "screw" as const, at: "valve-end" as const, ratio: 1.5, pitch: "1 mm" },
};

test.use({ allow: [/ERR_INTERNET_DISCONNECTED|ERR_FAILED|status of 409/], serviceWorkers: "allow" });
test.describe.configure({ timeout: 120_000 });

const lines = (page: Page, stands: string) => page.locator(`[data-lines] [data-stands="${stands}"]`);
const told = async (page: Page): Promise<string> => (await nextTitle(page).textContent()) ?? "";

/** One step as it is told: a tap, or what was measured and then a tap. */
async function step(page: Page): Promise<void> {
  const before = await told(page);
  if (await mainButton(page).isDisabled()) {
    await page.getByLabel(/^(Room left at full lift|Least end float)$/).fill("0.9");
    await page.getByRole("button", { name: "Done", exact: true }).click();
  } else await mainButton(page).click();
  await expect(nextTitle(page)).not.toHaveText(before);
}

async function until(page: Page, sentence: RegExp): Promise<void> {
  for (let i = 0; i < 80 && !sentence.test(await told(page)); i++) await step(page);
  await expect(nextTitle(page)).toHaveText(sentence);
}

test("is worked to the signed sheet, without a network for its middle, and opens the first setting", async ({
  page,
  context,
}) => {
  await atWork(page);
  const engine = await addEngine(page, BUILT);
  await page.goto(engine);
  await page.getByRole("link", { name: "Build check" }).click();
  await page.getByLabel(/^A stand for each cylinder/).check();
  await expect(page.getByRole("region", { name: "The lines" })).toContainText("rocker stand of cylinder 2");
  const begin = page.getByRole("button", { name: /begin the check/ });
  await begin.click();
  await expect(page.getByRole("alert").filter({ hasText: "Read and tick every caution" })).toBeVisible();
  for (const box of await page.getByRole("group", { name: "Read and tick each caution" }).getByRole("checkbox").all())
    await box.check();
  await begin.click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  const path = new URL(page.url()).pathname;
  await expect(nextTitle(page)).toHaveText("Scrub every part and blow it through.");
  await cleanAsShown(page);

  // What does not fit this engine is called so, and can be taken back.
  await until(page, /^Look through every pushrod/);
  await page.getByRole("button", { name: "Solid pushrods" }).click();
  await expect(lines(page, "not here")).toHaveCount(1);
  await page.getByRole("button", { name: "Take back: Look through every pushrod" }).click();
  await expect(lines(page, "not here")).toHaveCount(0);

  // A shaft is not told to go down where a follower under it is lifted, and the shop takes no such line.
  await until(page, /^Bolt down the rocker stand/);
  const lifted = page.locator("[data-lines] li[data-line^=shaft] button");
  const elsewhere: string[] = [];
  for (const line of await lifted.all()) {
    await line.click();
    if (/^Turn the crank/.test(await told(page)))
      elsewhere.push((await line.locator("xpath=ancestor::li").getAttribute("data-line")) ?? "");
  }
  expect(elsewhere.length).toBeGreaterThan(0);
  await allKept(page);
  const tick = { id: crypto.randomUUID(), supersedes: null, kind: "line-ticked", line: elsewhere[0], round: 1 };
  const refused = await page.request.post(`/api${path}/entries`, { data: { entries: [tick] } });
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

  await until(page, /^Every line is answered\. Close the build check\.$/);
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
  await page.goto("about:blank");
});
