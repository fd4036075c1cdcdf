import type { Page } from "@playwright/test";
import { allKept, atWork, expect, leaf, mainButton, nextTitle, test, openRun } from "./fixtures";

// The simulated devices are one pair for all: these tests take turns.
test.describe.configure({ mode: "serial" });

const tell = async (page: Page, kind: "gauge" | "encoder", line: string): Promise<void> => {
  expect((await page.request.post(`/api/devices/${kind}`, { data: { line } })).ok()).toBe(true);
};

test.beforeEach(async ({ page }) => {
  await atWork(page);
  await openRun(page);
  await mainButton(page).click();
});

test("the gauge's value is held as a reading, and what is wrong with it is said", async ({ page }) => {
  await page.keyboard.press("t");
  await page.getByLabel("Bench gauge").check();
  await page.keyboard.press("t");
  const gauge = page.getByRole("region", { name: "Bench gauge" });
  await tell(page, "gauge", "set 0.21");
  await expect(gauge).toHaveAttribute("data-gauge", "steady");
  for (const [line, state, words, back] of [
    ["garbage on", "garbage", "check plug and cable", "garbage off"],
    ["unit furlong", "wrong-unit", "It speaks furlong", "unit mm"],
    ["twin on", "two", "Two speak at once, G1 and G2", "twin off"],
    ["noise 0.3", "noisy", "clamp it firmer", "noise 0.002"],
    ["mute on", "silent", "is it switched on", "mute off"],
  ] as const) {
    await tell(page, "gauge", line);
    await expect(gauge).toHaveAttribute("data-gauge", state);
    await expect(gauge).toContainText(words);
    await expect(gauge.getByRole("button", { name: /^Hold/ })).toBeDisabled();
    await tell(page, "gauge", back);
    await expect(gauge).toHaveAttribute("data-gauge", "steady");
  }
  await tell(page, "gauge", "unit in");
  await expect(gauge).toContainText(/\.008\d in/);
  await tell(page, "gauge", "unit mm");
  await expect(gauge).toContainText(/0\.2\d\d mm/);
  await page.keyboard.press("h");
  await expect(nextTitle(page)).toHaveText("1 intake is in spec: leave it.");
  await page.keyboard.press("Enter");
  await allKept(page);
  const { entries } = (await (await page.request.get(`/api${new URL(page.url()).pathname}/entries`)).json()) as {
    entries: { kind: string; school?: string; instrument?: string; value?: { mm: number } }[];
  };
  const reading = entries.find((e) => e.kind === "reading");
  expect(reading).toMatchObject({ school: "gauge", instrument: "Bench gauge G1" });
  expect(reading?.value?.mm).toBeCloseTo(0.21, 2);
});

test("the drawings follow the encoder, which says when the crank was turned or passed", async ({ page }) => {
  await tell(page, "encoder", "set 40");
  await page.keyboard.press("t");
  await page.getByLabel("Barring encoder").check();
  await expect(page.getByText(/40\.0 °\. Steady/)).toBeVisible();
  await page.getByRole("button", { name: "Crank is at stop A now" }).click();
  await page.keyboard.press("t");
  await tell(page, "encoder", "turn 20");
  await expect(page.getByText("The encoder shows the crank 20° away from stop A")).toBeVisible();
  // A reload makes nothing right that is not.
  await page.reload();
  await expect(page.getByText("The encoder shows the crank 20° away from stop A")).toBeVisible();
  await tell(page, "encoder", "turn -20");
  await expect(page.getByText("The encoder shows the crank")).toBeHidden();
  for (const valve of ["1I", "1E"]) {
    await expect(page.locator(`[data-in-hand="${valve}"]`)).toBeVisible();
    await leaf(page, valve === "1I" ? "0.20 mm" : "0.30 mm").click();
    for (let i = 0; i < 2; i++) await leaf(page, valve === "1I" ? "0.25 mm" : "0.35 mm").click();
    await mainButton(page).click();
  }
  await expect(page.getByText("Encoder: 285° to go.")).toBeVisible();
  await tell(page, "encoder", "turn 300");
  await expect(page.getByText("Encoder: 15° past stop B.")).toBeVisible({ timeout: 15_000 });
  await tell(page, "encoder", "turn -15");
  await expect(page.getByText("Encoder: at stop B.")).toBeVisible();
});
