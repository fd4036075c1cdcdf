/** An engine that was done before is begun again in a few taps, as it was prepared last time. */
import { UNEVEN_TWIN, addEngine, atWork, beginJob, expect, nextTitle, test, atBench } from "./fixtures";

test("as last time: cold, and begin; what was confirmed is confirmed again by that tap, what is new by itself", async ({
  page,
}) => {
  await atWork(page);
  const engine = await addEngine(page, { ...UNEVEN_TWIN, name: "Test again" });
  await beginJob(page, engine, { method: "Firing order", set: "Fine metric set", survey: true });
  await page.goto(`${engine}/job`);
  await expect(page.getByText(/^Proposed as it was prepared on /)).toBeVisible();
  await expect(page.getByText("Fine metric set, one goes, the next does not")).toBeVisible();
  await expect(page.getByText(/^Firing order, 2 stops/)).toBeVisible();
  await expect(page.getByText("All valves, all as found first")).toBeVisible();
  await expect(page.getByRole("heading", { name: /^Read again: you confirmed these here on/ })).toBeVisible();
  await expect(page.getByRole("group", { name: "Read and tick each caution" })).toHaveCount(0);
  // Two taps, and nothing typed.
  await page.getByLabel("Cold", { exact: true }).check();
  await page.getByRole("button", { name: "I've read the cautions: start" }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  await expect(nextTitle(page)).toHaveText("Turn the crank until mark A is at the pointer.");
});

test.describe("where something is new", () => {
  test.use({ allow: [/422/] });
  test("hot work wants its own tick, and a line is opened to be changed", async ({ page }) => {
    await atWork(page);
    const hot = {
      ...UNEVEN_TWIN,
      name: "Test hot again",
      lash: { ...UNEVEN_TWIN.lash, state: "cold" },
      heat: { block: "iron", head: "iron" },
    };
    const engine = await addEngine(page, hot);
    await beginJob(page, engine, { method: "Firing order" });
    await page.goto(`${engine}/job`);
    await page.getByLabel("Hot", { exact: true }).check();
    const anew = page.getByRole("group", { name: "Read and tick each caution" }).getByRole("checkbox");
    await expect(anew).toHaveCount(1);
    await page.getByRole("button", { name: "I've read the cautions: start" }).click();
    await expect(page.getByRole("alert").first()).toBeVisible();
    expect(page.url()).toContain("/job");
    await page.getByRole("button", { name: "Change: By what" }).click();
    await expect(page.getByRole("radio", { name: /^Inch set/ })).toBeVisible();
  });
});

test("a begin that fails shows all that is missing at once and goes to the first of it", async ({ page }) => {
  await atWork(page);
  const engine = await addEngine(page, { ...UNEVEN_TWIN, name: "Test missing" });
  await page.goto(`${engine}/job`);
  await page.getByLabel("Temperature, °C").fill("warm");
  await page.getByRole("button", { name: "I've read the cautions: start" }).click();
  await expect(page.getByText("Say whether the engine is cold or hot: a job can't start without it.")).toBeVisible();
  await expect(page.getByText('"warm" is not a temperature.')).toBeVisible();
  await expect(page.getByText(/^Read and tick every caution first: \d+ not ticked\.$/)).toBeVisible();
  await expect(page.getByRole("checkbox").first()).toBeFocused();
  await expect(page.getByRole("group", { name: "Read and tick each caution" })).toHaveAccessibleDescription(
    /not ticked/,
  );
});

test("by the keyboard alone: nobody becomes another by an arrow key, and the focus follows to a new page and back", async ({
  page,
}) => {
  await atBench(page);
  const picker = page.getByLabel("At work");
  const before = await picker.inputValue();
  await picker.focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Escape");
  await expect(picker).toHaveValue(before);
  await page.getByRole("link", { name: "Add an engine" }).focus();
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/engines\/new/);
  await expect(page.getByRole("heading", { level: 1 })).toBeFocused();
  await page.getByRole("button", { name: "Add a cover" }).focus();
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Take it out" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Take it out" })).toHaveCount(0);
  expect(await page.evaluate(() => document.activeElement?.tagName)).not.toBe("BODY");
});
