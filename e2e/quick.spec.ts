import { atWork, expect, test } from "./fixtures";

test("a single question is answered from a cold front page, without a name or an engine, and its address can be shared", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("link", { name: "Quick" }).click();
  await expect(page.getByLabel("Firing order")).toBeFocused();
  // Eleven keys: the two-stop list of an in-line six.
  await page.keyboard.type("1-5-3-6-2-4");
  const two = page.getByRole("region", { name: "Two stops" });
  await expect(two.getByRole("listitem").nth(0)).toContainText("1I 1E 2I 3E 4I 5E");
  await expect(two.getByRole("listitem").nth(1)).toContainText("2E 3I 4E 5I 6I 6E");
  await expect(page.getByRole("region", { name: "Firing order" }).getByRole("listitem")).toHaveCount(6);
  await page.goto(page.url());
  await expect(two.getByRole("listitem").nth(0)).toContainText("1I 1E 2I 3E 4I 5E");

  await page.getByRole("link", { name: "How far to turn" }).click();
  await page.getByLabel("Change of lash").fill("0.04");
  await page.getByLabel("Thread").fill("3/8-24");
  await page.getByLabel("Rocker ratio").fill("1.5");
  const answer = page.getByRole("region", { name: "Answer" });
  await expect(answer).toContainText("5.4° either way, under 1/16 turn");

  await page.getByRole("link", { name: "Which shim" }).click();
  await page.getByLabel("Shim fitted").fill("2.35");
  await page.getByLabel("Lash now").fill("0.10");
  await page.getByLabel("Target").fill("0.20");
  await expect(answer).toContainText("2.35 + 0.10 − 0.20 = 2.25 mm");
  expect(new URL(page.url()).searchParams.get("fitted")).toBe("2.35 mm");

  await page.goto("/quick/heat?spec=0.50+mm&material=alloy");
  // What would hold the valves open is told as no figure to set to.
  await expect(answer).toContainText("Not cold: set it hot");
  await page.goto("/quick/leaf?gap=0.37+mm");
  await expect(answer).toContainText(/0\.37 mm|0\.\d\d \+ 0\.\d\d/);
});

test("what was typed goes on into a new engine, and a job", async ({ page }) => {
  await atWork(page);
  await page.goto("/quick/preload?thread=3%2F8-24&ratio=1.5&travel=4+mm");
  await expect(page.getByText(/^Half a turn: the nut goes 0\.53 mm, the plunger 0\.88/)).toBeVisible();
  await page.getByRole("link", { name: "Start a job with it" }).click();
  await expect(page.getByText(/^Its gear comes with it: nut on the stud/)).toBeVisible();
  await page.getByLabel("Firing order").fill("1-3-4-2");
  await page.getByLabel("Name of the engine").fill("Carried four");
  await page.getByRole("button", { name: "Add the engine" }).click();
  await page.waitForURL(/\/engines\/[0-9a-f-]{36}\/job$/);
  await expect(page.getByRole("heading", { name: /^Set the preload of Carried four/ })).toBeVisible();
});
