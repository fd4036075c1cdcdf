import { readFileSync } from "node:fs";
import { UNEVEN_TWIN, addEngine, atWork, expect, test } from "./fixtures";

test("wheel, dial and head map follow the crank, by keys, by buttons and by dragging", async ({ page }) => {
  await atWork(page);
  await page.getByRole("link", { name: "Orrin Tidewater 6", exact: true }).click();
  await page.waitForURL(/\/engines\//);
  const wheel = page.getByRole("slider", { name: "Phase wheel: turn the crank" });
  const dial = page.getByRole("slider", { name: "Pulley dial: turn the crank" });
  const both = async (deg: string): Promise<void> => {
    await expect(wheel).toHaveAttribute("aria-valuenow", deg);
    await expect(dial).toHaveAttribute("aria-valuenow", deg);
  };
  await expect(page.getByText("May be set here: 1E, 1I,")).toBeVisible();
  await wheel.focus();
  await page.keyboard.press("ArrowLeft");
  await both("719");
  await page.keyboard.press("Shift+ArrowRight");
  await both("4");
  await dial.focus();
  await page.keyboard.press("PageUp");
  await both("34");
  await page.getByRole("button", { name: "On 5 degrees" }).click();
  await both("39");
  await page.getByRole("button", { name: "Next stop" }).click();
  await both("360");
  await expect(page.getByText(/Cylinder 6 has both rockers loose.*cylinder 1 rocks/).first()).toBeVisible();

  // A quarter of the wheel is half a turn of a four-stroke's crank.
  const box = await wheel.boundingBox();
  if (box === null) throw new Error("the wheel is not drawn");
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y - 90);
  await page.mouse.down();
  await page.mouse.move(x + 64, y - 64, { steps: 8 });
  await page.mouse.move(x + 90, y, { steps: 8 });
  await page.mouse.up();
  const now = Number(await dial.getAttribute("aria-valuenow"));
  expect(Math.abs(now - 540)).toBeLessThan(12);
});

test("the plan follows the required margin, and names what a method can't serve", async ({ page }) => {
  await atWork(page);
  await page.goto(await addEngine(page, UNEVEN_TWIN));
  await page.getByRole("button", { name: /^Two stops/ }).click();
  await expect(page.getByText("Not served: 2I, 2E")).toBeHidden();
  await page.getByLabel("Required margin, degrees").fill("90");
  await expect(page.getByText(/^Not served:/)).toBeVisible();
});

test("an engine goes out as it came in", async ({ page }) => {
  await atWork(page);
  await page.goto(await addEngine(page, { ...UNEVEN_TWIN, shelf: { row: 3 } }));
  await expect(page.getByText('The field "shelf" of the file is kept, but not used.')).toBeVisible();
  const [download] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name: "Take the engine file" }).click()]);
  expect(JSON.parse(readFileSync(await download.path(), "utf8"))).toEqual({ ...UNEVEN_TWIN, shelf: { row: 3 } });
});

test("every built-in pattern becomes an engine with a plan", async ({ page }) => {
  await atWork(page);
  await page.goto("/engines/new");
  const names = await page.getByLabel("Pattern").locator("option").allTextContents();
  expect(names.length).toBeGreaterThan(10);
  for (const name of names.slice(1)) {
    await page.getByLabel("Pattern").selectOption({ label: name });
    const text = await page.getByLabel("Or its text").inputValue();
    const answer = await page.request.post("/api/calc/stops", { data: { engine: JSON.parse(text) as object } });
    expect(((await answer.json()) as { recommended: string | null }).recommended, name).not.toBeNull();
  }
});
