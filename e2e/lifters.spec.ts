/** Hydraulic lifters in a real browser: a V6 from the bench to its signed sheet, and the wait that nothing shortens. */
import { rmSync } from "node:fs";
import path from "node:path";
import type { Page } from "@playwright/test";
import { prepareDatabase, startApp } from "../scripts/lib/app.mjs";
import { findPostgres, freePort, startCluster } from "../scripts/lib/postgres.mjs";
import { CORRIEMOOR } from "../src/demo/lifterEngines";
import {
  acceptCautions,
  addEngine,
  allKept,
  atWork,
  expect,
  mainButton,
  nextTitle,
  settled,
  test,
  toldTitle,
} from "./fixtures";

test.setTimeout(300_000);

async function beginLifters(
  page: Page,
  engine: string,
  lifters: "Have run" | "New and dry" = "Have run",
): Promise<void> {
  await page.goto(`${engine}/job`);
  await page.getByLabel("Cold", { exact: true }).check();
  await page.getByLabel(lifters).check();
  await acceptCautions(page);
  await page.getByRole("button", { name: "I've read the cautions: start" }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
}

/** Presses Enter until the title changes; what it then is. */
async function step(page: Page): Promise<string> {
  const before = await nextTitle(page).textContent();
  await page.keyboard.press("Enter");
  await expect(nextTitle(page)).not.toHaveText(before ?? "");
  return (await nextTitle(page).textContent()) ?? "";
}

const goOn = async (page: Page): Promise<void> => {
  await page.getByRole("button", { name: "They have bled down already" }).click();
  await page.getByLabel("How you know that they have bled down").fill("Each one gave under the thumb");
  await page.getByRole("button", { name: "Go on" }).click();
};

test("a V6 from the bench to its signed sheet: half a turn seen, a tick stepped, both schools on one valve", async ({
  page,
}) => {
  await atWork(page);
  const engine = await addEngine(page, { ...CORRIEMOOR, name: "Test lifters" });
  // Someone who was always told "half a turn" sees what it means here, and that three quarters is not wrong.
  await page.goto(engine);
  await expect(
    page.getByText(
      "Half a turn: the nut goes 0.53 mm, the plunger 0.86 of its 4 mm, and hot it stands 0.84 mm deep. It is in its window.",
    ),
  ).toBeVisible();
  await page.getByRole("button", { name: /^three quarters of a turn: nut 0.79 mm, plunger 1.29 mm/ }).click();
  await expect(page.getByText(/^Three quarters of a turn: .* It is in its window\.$/)).toBeVisible();
  await expect(
    page.getByText("Anything from about 5/16 turn to about 2 1/16 turns keeps it in its window, cold and hot."),
  ).toBeVisible();
  await beginLifters(page, engine);
  await expect(page.getByText("half a turn: plunger 0.86 of 4 mm")).toBeVisible();
  const titles: string[] = [];
  let [compared, ticked] = [false, false];
  for (let i = 0; i < 120; i++) {
    const title = await toldTitle(page);
    titles.push(title);
    if (title.startsWith("This job is closed")) break;
    if (/turn the nut in/.test(title) && !compared) {
      compared = true;
      await page.getByText("Feel it by spin too, and see the difference").click();
      await page.getByRole("button", { name: "1/8 later" }).click();
      await expect(
        page.getByText(
          /Lift and drop and spin are 0\.21 mm of plunger apart: spin comes later, so it would set deeper\./,
        ),
      ).toBeVisible();
      // What was tapped keeps no key: Enter means the next thing.
      await page.getByRole("region", { name: "Next" }).click();
    }
    if (/bleed down/.test(title)) {
      await expect(page.getByRole("timer")).toHaveText(/^1[45]:\d\d$/);
      await goOn(page);
      await expect(nextTitle(page)).not.toHaveText(title);
    } else if (/Start it and listen/.test(title) && !ticked) {
      ticked = true;
      await page.getByLabel("It ticks at").selectOption({ label: "4 exhaust" });
      await page.getByRole("button", { name: "Back to that valve" }).click();
      await expect(nextTitle(page)).not.toHaveText(title);
    } else await step(page);
  }
  const at = (words: RegExp): number => titles.findIndex((t) => words.test(t));
  expect(titles.filter((t) => /^Bring .* to zero lash: lift and drop/.test(t))).toHaveLength(12);
  expect(titles).toContain("1 exhaust: turn the nut in half a turn, from 12 to 6.");
  expect(titles).toContain("4 exhaust ticks: a quarter turn more, from 12 to 3.");
  expect(at(/two full turns by hand/)).toBeGreaterThan(at(/turn the nut in/));
  await allKept(page);
  await page.getByRole("link", { name: "See the sheet" }).click();
  await page.waitForURL(/sheet$/);
  await expect(page.getByText(/preload sheet/)).toBeVisible();
  await expect(page.getByRole("row", { name: /^4E/ })).toContainText("three quarters of a turn, plunger 1.29 mm");
  await expect(page.getByText(/deepest is 4E/)).toBeVisible();
  await expect(page.getByText(/Went on before the wait .* gave under the thumb/).first()).toBeVisible();
  const chosen = page.waitForResponse((r) => r.url().endsWith("/api/people"));
  await page.getByLabel("At work").selectOption({ label: "Maud Fenwick" });
  await chosen;
  await page.getByRole("button", { name: "Checked: sign as Maud Fenwick" }).click();
  await expect(page.getByRole("button", { name: /^Checked: sign/ })).toHaveCount(0);
  const sheet = (await (
    await page.request.get(
      page
        .url()
        .replace("/jobs/", "/api/jobs/")
        .replace(/sheet$/, "sheet.json"),
    )
  ).json()) as { signedBy: string; work: string; valves: { asLeft: { verdict: string } }[] };
  expect(sheet).toMatchObject({ signedBy: "Maud Fenwick", work: "preload" });
  expect(new Set(sheet.valves.map((v) => v.asLeft.verdict))).toEqual(new Set(["in"]));
});

test("wires at the plunger: as found it may stay, against the count it may disagree", async ({ page }) => {
  await atWork(page);
  await beginLifters(page, await addEngine(page, { ...CORRIEMOOR, name: "Test wires" }), "New and dry");
  await mainButton(page).click();
  await expect(nextTitle(page)).toHaveText("Bring 1 exhaust to zero lash: spin its pushrod.");
  await page.getByText("Valley open? Hold wires to its plunger as it was found").click();
  await page.getByText("Type a size instead").click();
  await page.getByLabel("Wire that goes").fill("0.80");
  await page.getByLabel("Does not go").fill("0.70");
  await page.getByRole("button", { name: "Hold wires to it", exact: true }).click();
  await expect(page.getByText("The wire that does not go is the thicker one.")).toBeVisible();
  await page.getByLabel("Does not go").fill("1.00");
  await page.getByRole("button", { name: "Hold wires to it", exact: true }).click();
  await expect(nextTitle(page)).toHaveText("1 exhaust stands in its window: leave it.");
  await mainButton(page).click();
  await expect(nextTitle(page)).toContainText("Bring 1 intake");
  await mainButton(page).click();
  await page.getByRole("button", { name: "Turned in: hold wires to it first" }).click();
  const wires = page.getByRole("group", { name: "Leaves of Wires" });
  await wires.getByRole("button", { name: "2.0 mm" }).click();
  await wires.getByRole("button", { name: "2.2 mm" }).click();
  await wires.getByRole("button", { name: "2.2 mm" }).click();
  await page.getByRole("button", { name: "Hold wires to it: 2.0 mm goes, 2.2 mm does not" }).click();
  await expect(page.getByText(/They disagree: a miscount/)).toBeVisible();
  await page.getByRole("button", { name: "Set it again from zero lash" }).click();
  await expect(nextTitle(page)).toHaveText("Bring 1 intake to zero lash: spin its pushrod.");
});

const FOLDER = path.resolve(import.meta.dirname, "..", ".data", `bleed-${process.pid}`);
const ROOT = path.resolve(import.meta.dirname, "..");

test.describe("the wait", () => {
  test.use({ allow: [/./] });
  test.afterAll(() => rmSync(FOLDER, { recursive: true, force: true }));

  test("outlasts a reload, a killed server and a changed clock, and ends by itself", async ({ page, browser }) => {
    const port = await freePort();
    const base = `http://127.0.0.1:${port}`;
    const bin = findPostgres();
    if (bin === null) throw new Error("PostgreSQL is not installed");
    const cluster = await startCluster({ bin, folder: FOLDER });
    try {
      await prepareDatabase(ROOT, cluster.url);
      let app = await startApp({ root: ROOT, databaseUrl: cluster.url, port });
      const choose = async (p: Page): Promise<void> => {
        await p.goto(`${base}/`);
        const chosen = p.waitForResponse((r) => r.url().endsWith("/api/people"));
        await p.getByLabel("At work").selectOption({ label: "Maud Fenwick" });
        await chosen;
      };
      await choose(page);
      await page.goto(`${base}/shop`);
      await page.getByLabel("Minutes, usually").fill("1");
      await page.getByRole("button", { name: "Keep these" }).click();
      await expect(page.getByText("Saved", { exact: true })).toBeVisible();
      const id = crypto.randomUUID();
      await page.request.post(`${base}/api/engines`, {
        data: { id, text: JSON.stringify(CORRIEMOOR), serial: "", runningHours: null },
      });
      await beginLifters(page, `${base}/engines/${id}`);
      for (let i = 0; i < 60 && (await page.getByRole("timer").count()) === 0; i++) await step(page);
      await expect(nextTitle(page)).toHaveText("Leave the crank where it is: the lifters bleed down.");
      await allKept(page);
      const squeezedAt = Date.now();
      const left = async (p: Page): Promise<number> => {
        const [m, s] = ((await p.getByRole("timer").textContent()) ?? "").split(":").map(Number);
        return (m ?? 0) * 60 + (s ?? 0);
      };
      const expected = (): number => 60 - (Date.now() - squeezedAt) / 1000;
      const agrees = async (p: Page): Promise<void> => {
        await settled(p);
        await expect.poll(async () => Math.abs((await left(p)) - expected()), { timeout: 5000 }).toBeLessThan(4);
      };
      await agrees(page);
      await page.reload();
      await agrees(page);
      app.child.kill("SIGKILL");
      app = await startApp({ root: ROOT, databaseUrl: cluster.url, port });
      await page.reload();
      await agrees(page);
      // A tablet whose clock is three hours ahead.
      const ahead = await browser.newContext();
      await ahead.addInitScript(() => {
        const real = Date.now.bind(Date);
        Date.now = () => real() + 3 * 3_600_000;
      });
      const tablet = await ahead.newPage();
      await choose(tablet);
      await tablet.goto(page.url());
      await expect(nextTitle(tablet)).toHaveText("Leave the crank where it is: the lifters bleed down.");
      await agrees(tablet);
      const early = await tablet.request.post(`${page.url().replace("/jobs/", "/api/jobs/")}/entries`, {
        data: { entries: [{ id: crypto.randomUUID(), supersedes: null, kind: "arrived", stop: "B" }] },
      });
      expect([early.status(), ((await early.json()) as { error: { message: string } }).error.message]).toEqual([
        409,
        expect.stringMatching(/Leave the crank where it is for 0:\d\d more/),
      ]);
      await ahead.close();
      await expect(nextTitle(page)).toHaveText(/^Turn the crank one full turn on/, { timeout: 70_000 });
      expect(Date.now() - squeezedAt).toBeGreaterThan(58_000);
      await step(page);
      await allKept(page);
      app.child.kill("SIGTERM");
    } finally {
      await cluster.stop();
    }
  });
});
