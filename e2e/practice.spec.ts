/** Practice: from the front page to marks and replay, by touch and by keys; what is felt is told, and what is so is not. */
import type { Page } from "@playwright/test";
import { atWork, expect, test } from "./fixtures";
import { answered, leafIn as leaf, status } from "./hands";
import { clean, cleanAsShown } from "./clean";

/** Begins an exercise at a level from the list; its steps are answered by the server alone. */
async function begin(page: Page, name: string, level = "Guided"): Promise<void> {
  await page.goto("/practice");
  await page.getByRole("button", { name: new RegExp(`^${level}`) }).click();
  await page.getByRole("button", { name: `Begin ${name}`, exact: true }).click();
  await page.waitForURL(/\/practice\/[0-9a-f-]{36}/);
}

test("gaps are read from the front page on, by nobody that was named: marks and a hand's own figures come out", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("link", { name: "Practice", exact: true }).click();
  await expect(page.getByRole("button", { name: /^Begin, / })).toBeVisible();
  await page.getByRole("button", { name: /^Guided/ }).click();
  await page.getByRole("button", { name: "Begin Read a leaf", exact: true }).click();
  await page.waitForURL(/\/practice\/./);
  const marks = await page.getByRole("group", { name: "Leaves" }).getByRole("button").allTextContents();
  const leaves = marks.map((m) => m.trim());
  for (let gap = 1; gap <= 10; gap++) {
    await expect(page.getByRole("heading", { name: `Gap ${gap}`, exact: true })).toBeVisible();
    for (let [goes, no] = [-1, leaves.length]; no - goes > 1;) {
      const at = (goes + no) >> 1;
      await answered(page, () => leaf(page, leaves[at] ?? "").click());
      await expect(status(page)).toContainText(/slides|drops in|drags|will not go/);
      const felt = (await status(page).textContent()) ?? "";
      if (/light drag|drops in/.test(felt)) goes = at;
      else no = at;
    }
    if (gap === 1) await clean(page, "light");
    await answered(page, () => page.getByRole("button", { name: /^Keep Gap/ }).click());
  }
  await expect(page.getByText("of 100")).toBeVisible();
  await expect(page.getByText(/You read .* (tighter|looser) than what was there/)).toBeVisible();
  await expect(page.getByRole("heading", { name: "Step by step" })).toBeVisible();
  await clean(page, "light");
  await page.getByRole("link", { name: "All exercises" }).click();
  await expect(page.getByRole("link", { name: "Read a leaf" }).first()).toBeVisible();
});

test("a top is found by keys alone, with a thumb and the bar; one turn out is told where somebody stands beside", async ({
  page,
}) => {
  await atWork(page, "Tamsin Oake");
  await begin(page, "Find firing TDC");
  await page.setViewportSize({ width: 390, height: 844 });
  const guide = page.locator("header p").last();
  const bar = page.getByRole("slider", { name: "Turn the crank" });
  for (let top = 0; top < 2; top++) {
    const claim = page.getByRole("button", { name: /fires here$/ });
    const asked = /Cylinder (\d+)/.exec((await claim.textContent()) ?? "")?.[1] ?? "";
    await page.getByLabel("Plug hole").selectOption(asked);
    await page.getByRole("button", { name: "Thumb on it" }).press("Enter");
    await expect(page.getByRole("button", { name: `Thumb is on ${asked}` })).toBeVisible();
    for (let i = 0; i < 20; i++) {
      const words = (await guide.textContent()) ?? "";
      if (/That is it/.test(words)) break;
      const more = /Turn on by (\d+)/.exec(words)?.[1];
      await answered(page, async () => {
        if (more === undefined) return page.getByRole("button", { name: "Turn 90° on" }).press("Enter");
        await bar.focus();
        for (let deg = Number(more); deg > 0; deg -= deg >= 15 ? 15 : 1)
          await bar.press(deg >= 15 ? "PageUp" : "ArrowRight");
      });
    }
    await cleanAsShown(page);
    await answered(page, () => claim.press("Enter"));
  }
  await expect(page.getByText("100", { exact: false }).first()).toBeVisible();
  await expect(page.getByText("Nothing to mend.")).toBeVisible();
  await cleanAsShown(page);
});

test("a valve is read, loosened, turned and locked; what is wrong is told in the replay at its crank angle, with what was so", async ({
  page,
}) => {
  await atWork(page, "Tamsin Oake");
  await begin(page, "Four valves by the firing order", "Alone");
  await expect(page.getByText(/Set four valves with the leaf/)).toBeVisible();
  const valve = page.locator('[data-valve="1I"]');
  await valve.click();
  const screw = page.getByRole("group", { name: "Screw" });
  await answered(page, () => leaf(page, "0.20 mm").click());
  await answered(page, () => screw.getByRole("button", { name: "Loosen its lock" }).click());
  await answered(page, () => page.getByRole("button", { name: "Turn 90° on" }).click());
  await answered(page, () => screw.getByRole("button", { name: "Turn 30° in" }).click());
  await expect(page.getByRole("button", { name: "Wrench off 1I" })).toBeVisible();
  // The bar is dragged: it turns by what the hand moves.
  const box = await page.getByRole("slider", { name: "Turn the crank" }).boundingBox();
  if (box === null) throw new Error("no bar");
  await answered(page, async () => {
    await page.mouse.move(box.x + 40, box.y + 20);
    await page.mouse.down();
    await page.mouse.move(box.x + 240, box.y + 20, { steps: 8 });
    await page.mouse.up();
  });
  // Nothing is told before the end at this level.
  await expect(status(page).locator("p")).toHaveCount(1);
  await page.getByRole("button", { name: "I am done: show my marks" }).click();
  await page.getByRole("button", { name: "Yes, I am done" }).click();
  await expect(page.getByRole("heading", { name: "Step by step" })).toBeVisible();
  const table = page.getByRole("table");
  await expect(table.getByRole("row", { name: /Crank turned with a wrench on/ })).toBeVisible();
  await expect(table.getByRole("row", { name: /Not read at the end/ })).toBeVisible();
  await expect(page.getByText(/crank at \d+°/i)).toBeVisible();
  await page.getByRole("button", { name: "Next mistake" }).click();
  await expect(page.getByText(/In truth: /)).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  await cleanAsShown(page);
});

test("a lead sees how the apprentice comes on; two who take the same seed are put side by side", async ({ page }) => {
  await atWork(page, "Jory Penhale");
  expect((await page.request.get("/practice/people")).status()).toBe(404);
  await atWork(page, "Maud Fenwick");
  await page.goto("/practice");
  await page.getByRole("link", { name: "How others come on" }).click();
  await expect(page.getByRole("heading", { name: "Tamsin Oake" })).toBeVisible();
  await expect(page.getByRole("img", { name: /^Marks of \d+ practices/ })).toBeVisible();
  await clean(page, "light");
  const link = page.getByRole("link", { name: "Which may be set now?" }).last();
  await link.click();
  const seed = /seed (\d+)/.exec((await page.getByText(/seed \d+/).textContent()) ?? "")?.[1] ?? "";
  await page.goto("/practice");
  await page.getByRole("button", { name: "Engine and seed for Which may be set now?" }).click();
  await page.getByLabel(/^Seed/).fill("0");
  await expect(page.getByText("A seed is a whole number from 1.")).toBeVisible();
  await page.getByLabel(/^Seed/).fill(seed);
  await page.getByRole("button", { name: "Begin with these" }).click();
  await page.waitForURL(/\/practice\/[0-9a-f-]{36}/);
  for (let i = 0; i < 4; i++)
    await answered(page, () => page.getByRole("button", { name: "None may be set here" }).click());
  await expect(page.getByRole("heading", { name: "The same engine, others" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Tamsin Oake" })).toBeVisible();
});
