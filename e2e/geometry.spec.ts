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

test("a patch is touched where it lies on the drawn tip, by dragging and by keys", async ({ page }) => {
  await atWork(page);
  await page.goto("/quick/rocker");
  await page.getByRole("button", { name: "Touch the patch of pushrod 1 on the tip" }).click();
  await expect(page.getByText("Type the thickness of the valve's stem first")).toBeVisible();
  const type = async (label: string, text: string): Promise<void> =>
    page.getByLabel(label, { exact: true }).fill(text);
  await type("Thickness of the valve's stem", "8 mm");
  await type("Pushrod now", "200 mm");
  await type("Pushrod 1", "200 mm");
  const width = page.getByLabel("Width wiped with it").first();
  const outer = page.getByRole("slider", { name: "Edge away from the pivot" });
  const inner = page.getByRole("slider", { name: "Edge towards the pivot" });
  await outer.focus();
  await page.keyboard.press("ArrowRight");
  await expect(width).toHaveValue("2.72");
  await page.keyboard.press("Shift+ArrowLeft");
  await inner.focus();
  await page.keyboard.press("ArrowLeft");
  await expect(width).toHaveValue("2.52");
  // Its middle is off by what was moved, with the pushrod that is fitted.
  await expect(page.getByLabel("Patch off the middle", { exact: true })).toHaveValue("-0.12");
  const tip = page.getByRole("group", { name: /^The tip seen from above, the patch of pushrod 1/ });
  await tip.scrollIntoViewIfNeeded();
  const box = await tip.boundingBox();
  if (box === null) throw new Error("no tip");
  // Half the drawing is the middle; 120 of its 288 parts are half the tip.
  const at = (mm: number) => box.x + box.width / 2 + (mm / 4) * (120 / 288) * box.width;
  await page.mouse.move(at(2), box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(at(1), box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
  const dragged = Number(await width.inputValue());
  expect(Math.abs(dragged - (1 + 1.383))).toBeLessThan(0.08);
  await clean(page, "light");
  // What is typed over it counts, and is drawn.
  await width.fill("2 mm");
  await expect(page.getByText("2.00 mm wide")).toBeVisible();
});
