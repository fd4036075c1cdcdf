/** A distracted mechanic: every slip is caught, by name, before the job closes. */
import { CALDER } from "../src/demo/engines";
import {
  UNEVEN_TWIN,
  acceptCautions,
  addEngine,
  allKept,
  atWork,
  beginJob,
  expect,
  mainButton,
  nextTitle,
  test,
  openRun,
} from "./fixtures";
import { truthOf, workByKeys } from "./mechanic";

test.setTimeout(120_000);
test.beforeEach(({ page }) => atWork(page));
const answers = (page: Parameters<typeof nextTitle>[0]) => page.getByRole("region", { name: "Answers" });

test("forgets to turn the crank: no leaf goes, and the question asks for the stop", async ({ page }) => {
  await openRun(page);
  const truth = { "1I": 0.22, "1E": 0.32, "2I": 0, "2E": 0 };
  await workByKeys(page, truth, { until: ({ title }) => title.endsWith("really at stop B?") });
  await expect(nextTitle(page)).toHaveText(
    "No leaf goes at 2 intake: the valve may be held open. Is the crank really at stop B?",
  );
  await page.getByRole("button", { name: "Another answer" }).click();
  // It was not: the reading is taken back, the crank is turned, and the valve reads as it should.
  await answers(page).getByRole("button", { name: "Take it back, read again" }).click();
  await page.keyboard.press("c");
  Object.assign(truth, { "2I": 0.22, "2E": 0.32 });
  await workByKeys(page, truth, { until: ({ title }) => /two full turns/.test(title) });
  await allKept(page);
});

test("taps the wrong valve: one that is on its lobe is refused, one that reads unlike itself is asked about", async ({
  page,
}) => {
  await openRun(page);
  await mainButton(page).click();
  await page.locator('[data-valve="2E"]').click();
  await expect(nextTitle(page)).toHaveText("2 exhaust is not for this stop.");
  await page.keyboard.press("n");
  await page.keyboard.press("Enter");
  await expect(nextTitle(page)).toContainText("Read 1 intake");
  // The exhaust's lash, felt at the exhaust, is tapped at the intake: all others are done, then the re-check finds it.
  await workByKeys(
    page,
    { "1I": 0.22, "1E": 0.32, "2I": 0.22, "2E": 0.32 },
    { until: ({ title }) => /two full turns/.test(title) },
  );
  await page.getByRole("button", { name: "Turned over: all again" }).click();
  await workByKeys(
    page,
    { "1I": 0.12, "1E": 0.32, "2I": 0.22, "2E": 0.32 },
    { until: ({ title }) => /now reads/.test(title) },
  );
  await expect(nextTitle(page)).toHaveText(
    /^1 intake was left at 0\.20–0\.25 mm and now reads 0\.10–0\.15 mm\. What moved\?/,
  );
});

test("skips a cylinder: what is missing is listed by name, and the run goes back to it", async ({ page }) => {
  const path = await beginJob(page, await addEngine(page, { ...CALDER, name: "Test skipped" }), {
    method: "Firing order",
  });
  const truth = truthOf(CALDER);
  await workByKeys(page, truth, { until: ({ title }) => title.includes("mark B") });
  await allKept(page);
  // Instead of stop B the crank is brought to C, and said to be there.
  const arrived = await page.request.post(`/api${path}/entries`, {
    data: { entries: [{ id: crypto.randomUUID(), supersedes: null, kind: "arrived", stop: "C" }] },
  });
  expect(arrived.ok()).toBe(true);
  await expect(nextTitle(page)).toContainText("Read 4 intake", { timeout: 5000 });
  const closing = await page.request.post(`/api${path}/entries`, {
    data: { entries: [{ id: crypto.randomUUID(), supersedes: null, kind: "closed" }] },
  });
  expect(await closing.text()).toMatch(/No as-left for: 2I, 2E, 3I, 3E, 4I, 4E, 5I, 5E/);
  const said = await workByKeys(page, truth, { until: ({ title }) => /two full turns/.test(title) });
  expect(said.some((t) => t.includes("Read 2 intake"))).toBe(true);
});

test.describe("with buttons that rest after a change", () => {
  test.use({ restMs: 4000 });

  test("a finger that taps twice confirms the crank once, and reads nothing", async ({ page }) => {
    await openRun(page, { ...UNEVEN_TWIN, name: "Test twice" });
    const box = await mainButton(page).boundingBox();
    const [x, y] = [(box?.x ?? 0) + 60, (box?.y ?? 0) + 20];
    await page.mouse.click(x, y);
    await page.waitForTimeout(120);
    await page.mouse.click(x, y);
    await expect(nextTitle(page)).toContainText("Read 1 intake");
    await expect(mainButton(page)).toHaveAttribute("aria-disabled", "true");
    await page.keyboard.press("Enter");
    await page.keyboard.press("u");
    await expect(mainButton(page)).toHaveAttribute("aria-disabled", "false", { timeout: 15_000 });
    await expect(page.locator('[data-tap="goes"]')).toHaveCount(0);
    await expect(nextTitle(page)).toContainText("Read 1 intake");
  });
});

test("Enter on a valve of the head map takes it in hand, and says yes to nothing", async ({ page }) => {
  await openRun(page, { ...UNEVEN_TWIN, name: "Test map" });
  await mainButton(page).click();
  await expect(nextTitle(page)).toContainText("Read 1 intake");
  await page.locator('[data-valve="1E"]').focus();
  for (let i = 0; i < 3; i++) {
    await page.keyboard.press("Enter");
    await page.waitForTimeout(300);
  }
  await expect(nextTitle(page)).toContainText("Read 1 exhaust");
  await expect(page.locator('[data-tap="goes"]')).toHaveCount(0);
});

test("back clears the leaf tapped last, then takes back a step, which can be brought back", async ({ page }) => {
  await openRun(page, { ...UNEVEN_TWIN, name: "Test back" });
  const truth = { "1I": 0.22, "1E": 0.32, "2I": 0.22, "2E": 0.32 };
  await workByKeys(page, truth, { until: ({ title }) => title.includes("Read 1 exhaust") });
  await page.keyboard.press("g");
  await expect(page.locator('[data-tap="goes"]')).toHaveCount(1);
  await page.keyboard.press("u");
  await expect(page.locator('[data-tap="goes"]')).toHaveCount(0);
  await expect(nextTitle(page)).toContainText("Read 1 exhaust");
  await page.keyboard.press("u");
  await expect(page.getByText(/^Taken back: 1I read as found, 0\.20–0\.25 mm; 1I left\./)).toBeVisible();
  await expect(nextTitle(page)).toHaveText("1 intake is in spec: leave it.");
  await page.getByRole("button", { name: "Bring it back" }).click();
  await expect(nextTitle(page)).toContainText("Read 1 exhaust");
  await expect(page.getByText(/^Taken back/)).toHaveCount(0);
});

test.describe("before the job", () => {
  test.use({ allow: [/422/] });
  test("reads hot as cold: a warm figure is questioned before the job, and all valves alike off in it", async ({
    page,
  }) => {
    const engine = await addEngine(page, { ...CALDER, name: "Test warm" });
    await page.goto(`${engine}/job`);
    await acceptCautions(page);
    await page.getByLabel("Cold", { exact: true }).check();
    await page.getByLabel("Temperature, °C").fill("68");
    await page.getByRole("radio", { name: /^Firing order/ }).check();
    await page.getByRole("button", { name: "I've read the cautions: start" }).click();
    await expect(page.getByText("68 °C is not cold")).toBeVisible();
    await page.getByRole("checkbox", { name: /The figure is right/ }).check();
    await page.getByRole("button", { name: "I've read the cautions: start" }).click();
    await page.waitForURL(/\/jobs\//);
    const wide = Object.fromEntries(CALDER.valves.map((v) => [v.id, (v.role === "intake" ? 0.2 : 0.4) + 0.08]));
    await workByKeys(page, wide, { until: ({ title }) => title.startsWith("All 4 valves") });
    await expect(nextTitle(page)).toHaveText("All 4 valves read so far are alike: loose. Is the engine really cold?");
    await expect(page.getByText("Has the engine run today?")).toBeVisible();
  });
});

test("ticks after starting: the job goes back to that valve, and is closed and signed by two people", async ({
  page,
}) => {
  const path = await openRun(page);
  const truth = { "1I": 0.22, "1E": 0.32, "2I": 0.22, "2E": 0.32 };
  await workByKeys(page, truth, { until: ({ title }) => title === "Start it and listen." });
  await page.getByLabel("It ticks at").selectOption("2E");
  await page.getByRole("button", { name: "Back to that valve" }).click();
  await workByKeys(page, { ...truth, "2E": 0.38 }, { until: ({ title }) => /two full turns/.test(title) });
  await workByKeys(page, truth);
  await allKept(page);
  await page.goto(`${path}/sheet`);
  await expect(page.getByText("A second person checks this")).toBeVisible();
  await page.getByLabel("At work").selectOption({ label: "Maud Fenwick" });
  await page.getByRole("button", { name: "Checked: sign as Maud Fenwick" }).click();
  await expect(page.getByText(/, Maud Fenwick$/)).toBeVisible();
  await expect(page.getByRole("region", { name: "What was said and done" })).toContainText(
    "2E looked at again: Ticks after start",
  );
  const [pdf] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name: "PDF" }).click()]);
  expect(pdf.suggestedFilename()).toBe("test-piece-twin-lash-sheet.pdf");
});
