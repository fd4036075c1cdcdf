/** The geometry of an engine's rockers: typed at the engine, kept with it, told on its page. */
import { UNEVEN_TWIN, addEngine, atWork, expect, test } from "./fixtures";
import { clean } from "./clean";

test("a marker and three pushrods tell the length to order, which is kept with the engine, per role", async ({
  page,
}) => {
  await atWork(page);
  const engine = await addEngine(page, UNEVEN_TWIN);
  await page.goto(engine);
  await page.getByRole("link", { name: "Which pushrod" }).click();
  await page.waitForURL(/geometry$/);
  await expect(page.getByRole("button", { name: "Keep it with the engine" })).toBeDisabled();
  await page.getByLabel("It holds for").selectOption("intake");
  const type = async (label: string, text: string): Promise<void> =>
    page.getByLabel(label, { exact: true }).fill(text);
  await type("Full lift at the valve", "14 mm");
  await type("Radius of roller or pad", "8 mm");
  await type("Pushrod now", "200 mm");
  await type("Rocker ratio", "1.5");
  // What an arm of 42 mm wipes with each of them.
  const widths = [
    ["200", "2.06"],
    ["204", "1.36"],
    ["208", "0.76"],
  ] as const;
  for (const [i, [length, width]] of widths.entries()) {
    await type(`Pushrod ${i + 1}`, `${length} mm`);
    await page.getByLabel("Width wiped with it").nth(i).fill(`${width} mm`);
  }
  await expect(page.getByRole("region", { name: "Answer" })).toContainText(/Order 2(09|10|11) mm/);
  await clean(page, "light");
  await page.getByRole("button", { name: "Keep it with the engine" }).click();
  await expect(page.getByRole("status").filter({ hasText: "Kept" })).toBeVisible();
  await expect(page.getByRole("listitem").filter({ hasText: /^Intake: pushrod 2/ })).toHaveCount(1);
  // Another for the exhaust, by figures; what is not whole is not kept.
  await page.getByLabel("It holds for").selectOption("exhaust");
  await type("Rocker ratio", "");
  await expect(page.getByRole("button", { name: "Keep it with the engine" })).toBeDisabled();
  await type("Rocker ratio", "1.6");
  await page.getByRole("button", { name: "Keep it with the engine" }).click();
  await expect(page.getByRole("listitem").filter({ hasText: /^Exhaust: pushrod/ })).toHaveCount(1);
  await page.getByRole("button", { name: /^Show what was kept on .* Intake/ }).click();
  await expect(page.getByLabel("Rocker ratio", { exact: true })).toHaveValue("1.5");
  await page.goto(engine);
  await expect(page.locator("[data-geometry=intake]")).toContainText(
    /^Intake: pushrod 2(09|10|11) mm: sweep 0\.\d\d mm/,
  );
  await expect(page.locator("[data-geometry=exhaust]")).toContainText("Jory Penhale");
});
