/** Takes the pictures of docs/screenshots, one per main view, from the demo shop. */
import path from "node:path";
import { type Page, chromium } from "@playwright/test";
import { CHROMIUM_ARGS, ensureChromium } from "./lib/chromium.mjs";
import { withFreshApp } from "./lib/freshApp.mjs";

const ROOT = path.resolve(import.meta.dirname, "..");

async function take(page: Page, name: string): Promise<void> {
  await page.waitForLoadState("networkidle");
  await page.screenshot({ path: path.join(ROOT, "docs/screenshots", `${name}.png`) });
}

/** Reads the valve in hand as loose, so that the run shows a turn. */
async function readLoose(page: Page): Promise<void> {
  await page.waitForTimeout(500);
  for (const key of ["Enter", "g", "g", "n"]) {
    await page.keyboard.press(key);
    await page.waitForTimeout(300);
  }
}

await withFreshApp({ root: ROOT }, async (url) => {
  const browser = await chromium.launch({ executablePath: await ensureChromium(), args: CHROMIUM_ARGS });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(url);
  await page.getByLabel("At work").selectOption({ label: "Jory Penhale" });
  await page.waitForTimeout(500);
  await take(page, "bench");
  await page.goto(url);
  await page
    .getByRole("link", { name: /^Go on with/ })
    .first()
    .click();
  await page.waitForURL(/\/jobs\//);
  await page.waitForLoadState("networkidle");
  await readLoose(page);
  await take(page, "run");
  await page.emulateMedia({ colorScheme: "dark" });
  await take(page, "run-dark");
  await page.emulateMedia({ colorScheme: "light" });
  await page.setViewportSize({ width: 390, height: 844 });
  // What was tapped is still there, and the strip is laid out for this width.
  await page.reload();
  await page.waitForLoadState("networkidle");
  await take(page, "run-phone");
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(url);
  await page
    .getByRole("link", { name: /^Go on with Dunmore/ })
    .first()
    .click();
  await page.waitForURL(/\/jobs\//);
  await page.waitForTimeout(800);
  await page.keyboard.press("Enter");
  await page.waitForTimeout(500);
  await take(page, "question");
  await page.goto(
    `${url}/quick/rocker?lift=14+mm&radius=8+mm&ratio=1.5&fitted=200+mm&length1=200+mm&width1=2.06+mm&length2=204+mm&width2=1.36+mm&length3=208+mm&width3=0.81+mm&stem=8+mm&offset=0.5+mm`,
  );
  await take(page, "pushrod");
  const at = async (link: RegExp, address: RegExp): Promise<void> => {
    await page.goto(url);
    await page.getByRole("link", { name: link }).first().click();
    await page.waitForURL(address);
    await page.waitForTimeout(1000);
  };
  await at(/^Go on with Dunmore 5.9, No. 15/, /jobs/);
  await take(page, "build-check");
  await at(/^Go on with Corriemoor/, /jobs/);
  await page.keyboard.press("Enter");
  await page.waitForTimeout(500);
  await take(page, "lifter");
  await at(/^Go on with Larkfield/, /jobs/);
  // Back where it was left, the order taken as on hand, on to the first part, and its question answered.
  for (let i = 0; i < 4; i++) {
    await page.keyboard.press("Enter");
    await page.waitForTimeout(700);
  }
  await take(page, "dry-gap");
  await at(/^Go on with Pellam/, /jobs/);
  for (let i = 0; i < 2; i++) {
    await page.keyboard.press("Enter");
    await page.waitForTimeout(900);
  }
  await page.waitForURL(/shims$/);
  // All of them were measured when the job was left.
  await page.getByText("All in their bands, nothing bought", { exact: true }).waitFor();
  await take(page, "shims");
  await page.getByLabel("At work").selectOption({ label: "Anselm Roke" });
  await page.waitForTimeout(500);
  await at(/^Go on with Vantry/, /jobs/);
  for (let i = 0; i < 2; i++) {
    await page.keyboard.press("Enter");
    await page.waitForTimeout(900);
  }
  await page.waitForURL(/opener-closer/);
  await page.getByLabel("Old opener").fill("3.100");
  await take(page, "opener-closer");
  await at(/^Start a job on Dunmore/, /job/);
  await page.getByLabel("Cold", { exact: true }).check();
  await page.getByRole("group", { name: "The spec is for a hot engine" }).evaluate((g) => g.scrollIntoView());
  await take(page, "hot-and-cold");
  await at(/^Dunmore 5.9$/, /engines/);
  await page.locator('[data-valve="3I"]').click();
  await take(page, "engine");
  await page.getByRole("button", { name: "Where is the crank?" }).click();
  await page.getByRole("button", { name: "Yes" }).click();
  await page.getByRole("region", { name: "Where is the crank?" }).evaluate((r) => r.scrollIntoView());
  await take(page, "locator");
  await at(/^Orrin Tidewater 6$/, /engines/);
  await page.getByRole("button", { name: "Firing order" }).click();
  await page.goto(`${url}/due`);
  await page.getByRole("link", { name: /^Quillan/ }).click();
  await page.waitForURL(/engines/);
  await page.evaluate(() => document.querySelector("#life")?.scrollIntoView());
  await page.waitForTimeout(1200);
  await take(page, "record");
  const views: readonly [string, RegExp, RegExp][] = [
    ["prepare", /^Start a job on Dunmore/, /job/],
    ["sheet", /^Sheet of Calder/, /sheet$/],
    ["add-engine", /^Add an engine$/, /new$/],
  ];
  for (const [name, link, address] of views) {
    await at(link, address);
    if (name === "add-engine") {
      await page.getByLabel("Firing order").fill("1-2-4-5-3");
      await page.getByLabel("Marks on the pulley").selectOption("none");
      await page.evaluate(() => window.scrollTo(0, 0));
    }
    await take(page, name);
  }
  await practice(page, url);
  await browser.close();
});

/** A valve of a vee eight in hand, the leaf of its aim felt. */
async function practice(page: Page, url: string): Promise<void> {
  const id = crypto.randomUUID();
  const command = { id, exercise: "big-cam", level: "guided", engine: null, seed: 12, set: null };
  await page.request.post(`${url}/api/practice`, { data: command });
  await page.goto(`${url}/practice/${id}`);
  await page.waitForLoadState("networkidle");
  const valve = /\b\d[IE]\b/.exec((await page.locator("header p").last().textContent()) ?? "")?.[0] ?? "1I";
  await page.locator(`[data-valve="${valve}"]`).click();
  for (const leaf of [/^0\.45 mm/, /^0\.50 mm/]) {
    await page.getByRole("group", { name: "Leaves" }).getByRole("button", { name: leaf }).click();
    await page.waitForTimeout(600);
  }
  await take(page, "practice");
}
