import { readFileSync } from "node:fs";
import { UNEVEN_TWIN, addEngine, atWork, expect, find, settled, test } from "./fixtures";

test("wheel, dial and head map follow the crank, by keys, by buttons and by dragging", async ({ page }) => {
  await atWork(page);
  await find(page, "Orrin Tidewater 6");
  await page.getByRole("link", { name: "Orrin Tidewater 6", exact: true }).click();
  await page.waitForURL(/\/engines\//);
  const wheel = page.getByRole("slider", { name: "Phase wheel: turn the crank" });
  const dial = page.getByRole("slider", { name: "Pulley dial: turn the crank" });
  const both = async (deg: string): Promise<void> => {
    await expect(wheel).toHaveAttribute("aria-valuenow", deg);
    await expect(dial).toHaveAttribute("aria-valuenow", deg);
  };
  await expect(page.getByText(/May be set here: 1E \d+°, 1I \d+°,/)).toBeVisible();
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
  await page.getByRole("button", { name: "Next mark" }).click();
  await both("120");
  await page.keyboard.press("s");
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
  // What a screen reader is told follows once the crank rests.
  await expect.poll(async () => Math.abs(Number(await dial.getAttribute("aria-valuenow")) - 540)).toBeLessThan(16);
});

test("the plan follows the required margin, and names what a method can't serve", async ({ page }) => {
  await atWork(page);
  await page.goto(await addEngine(page, UNEVEN_TWIN));
  await page.getByRole("button", { name: "Two stops" }).click();
  await expect(page.getByText(/^Not served: 2I/)).toBeHidden();
  const margin = page.getByLabel("Required margin, degrees");
  await margin.fill("90");
  await expect(page.getByText(/^Not served: 1I/)).toBeVisible();
  await margin.fill("9x");
  await expect(page.getByText("From 0 to 90.")).toBeVisible();
  await expect(margin).toHaveValue("9x");
});

test("an engine goes out as it came in", async ({ page }) => {
  await atWork(page);
  await page.goto(await addEngine(page, { ...UNEVEN_TWIN, shelf: { row: 3 } }));
  await expect(page.getByText('The field "shelf" of the file is saved, but not used.')).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Take the engine file" }).click(),
  ]);
  expect(JSON.parse(readFileSync(await download.path(), "utf8"))).toEqual({ ...UNEVEN_TWIN, shelf: { row: 3 } });
});

test("the methods stand side by side; the chosen one is shown on the strip, the dial and as a list", async ({
  page,
}) => {
  await atWork(page);
  await find(page, "Dunmore 5.9");
  await page.getByRole("link", { name: "Dunmore 5.9", exact: true }).first().click();
  await page.waitForURL(/\/engines\//);
  const table = page.getByRole("table");
  await expect(table.getByRole("row")).toHaveCount(10);
  await expect(
    table.getByRole("row", { name: /^Firing order ✓ recommended here 8 1\.75 1E 64° clear/ }),
  ).toBeVisible();
  await expect(page.getByText("Two stops would leave 3I only 18 degrees clear.")).toBeVisible();
  await table.getByRole("button", { name: "Opening and closing" }).click();
  await expect(page.getByRole("heading", { name: "The cycle, unrolled: Opening and closing" })).toBeVisible();
  await expect(page.getByRole("button", { name: /^Show stop/ })).toHaveCount(16);
  await page.getByRole("button", { name: "Show stop C" }).click();
  const strip = page.getByRole("slider", { name: "Cycle strip: turn the crank" });
  const wheel = page.getByRole("slider", { name: "Phase wheel: turn the crank" });
  await expect(wheel).not.toHaveAttribute("aria-valuenow", "0");
  await expect(strip).toHaveAttribute("aria-valuenow", (await wheel.getAttribute("aria-valuenow")) ?? "");
  await strip.scrollIntoViewIfNeeded();
  const box = await strip.boundingBox();
  if (box === null) throw new Error("the strip is not drawn");
  await page.mouse.click(box.x + 64 + (box.width - 78) / 2, box.y + 60);
  await expect(wheel).toHaveAttribute("aria-valuenow", "360");
  await page.getByLabel("Number of stops").fill("1");
  await expect(page.getByText("With 1 stop, wherever they are, some valve always stands on its lobe.")).toBeVisible();
  await expect(page.locator(".recharts-line").first()).toBeVisible();
});

test("one turn out: what looks free is named, and its margin is drawn on the wheel when it is touched", async ({
  page,
}) => {
  await atWork(page);
  await find(page, "Calder D5");
  await page.getByRole("link", { name: "Calder D5", exact: true }).click();
  await page.waitForURL(/\/engines\//);
  const valve = page.locator('[data-valve="1I"]');
  await expect(valve).toHaveAttribute("data-look", "here");
  await page.getByRole("button", { name: "What if I'm one full turn off?" }).click();
  await expect(valve).toHaveAttribute("data-look", "open");
  await expect(
    page.getByText(/With the same mark up the other time round, 1I stands on its lobe, 1E stands on its lobe/),
  ).toBeVisible();
  await page.getByRole("button", { name: "What if I'm one full turn off?" }).click();
  await valve.click();
  await expect(valve).toHaveAttribute("data-look", "hand");
  await page.getByLabel(/^Seen from above/).selectOption({ label: "front toward you" });
  await page.reload();
  await expect(page.getByLabel(/^Seen from above/)).toHaveValue("front-near");
});

test("every built-in pattern becomes an engine with a plan", async ({ page }) => {
  await atWork(page);
  await page.goto("/engines/new");
  const names = await page.getByLabel("Begin from a pattern").locator("option").allTextContents();
  expect(names.length).toBeGreaterThan(30);
  for (const name of names.slice(1)) {
    await page.getByLabel("Begin from a pattern").selectOption({ label: name });
    await expect(
      page.getByRole("region", { name: "The engine so far" }).getByRole("heading", { name: /^Its plan: / }),
      name,
    ).toBeVisible();
  }
});

test("on a phone the page is under four screens, and a place is jumped to with its part opened", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const name of ["Dunmore 5.9", "Orrin Tidewater 6", "Corriemoor V6"]) {
    await find(page, name);
    await page.getByRole("link", { name, exact: true }).first().click();
    await expect(page.getByRole("heading", { level: 1, name })).toBeVisible();
    await settled(page);
    expect(await page.evaluate(() => document.documentElement.scrollHeight), name).toBeLessThan(4 * 844);
  }
  const lift = page.getByRole("button", { name: "Lift", exact: true });
  await expect(lift).toHaveAttribute("aria-expanded", "false");
  await page.getByRole("navigation", { name: "On this page" }).getByRole("link", { name: "Lift" }).click();
  await expect(lift).toHaveAttribute("aria-expanded", "true");
  await expect(lift).toBeInViewport();
  await expect(page.getByText(/^exhaust: /)).toBeVisible();
});
