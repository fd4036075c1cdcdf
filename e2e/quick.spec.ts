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

  const card = await page.request.get(
    (await page.getByRole("link", { name: "Card as PDF" }).getAttribute("href")) ?? "",
  );
  expect([card.status(), card.headers()["content-type"]]).toEqual([200, "application/pdf"]);

  await page.goto("/quick/tape?order=1-3-4-2&pulley=480+mm");
  const tape = async (kind: string) =>
    page.request.get((await page.getByRole("link", { name: kind }).getAttribute("href")) ?? "");
  expect((await tape("Tape at true scale, PDF")).headers()["content-type"]).toBe("application/pdf");
  // The whole pulley lies on the drawing, millimeter by millimeter.
  expect(await (await tape("SVG")).text()).toMatch(/<svg[^>]+mm/);
  for (const bad of ["", "order=1-3-3-2&pulley=480+mm", "order=1-3-4-2", "order=1-3-4-2&pulley=wide"])
    expect((await page.request.get(`/api/quick/tape.pdf?${bad}`)).status()).toBe(422);

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

test("an engine that only exists in the form already prints its plan", async ({ page }) => {
  await page.emulateMedia({ colorScheme: "dark" });
  await page.goto("/engines/new?order=1-3-4-2");
  await expect(page.getByRole("button", { name: "Print the plan" })).toBeVisible();
  await page.emulateMedia({ media: "print", colorScheme: "dark" });
  const plan = page.getByRole("region", { name: "The engine so far" });
  await expect(plan.getByRole("listitem").first()).toBeVisible();
  await expect(page.getByLabel("Firing order", { exact: true })).toBeHidden();
  // Ink on paper, whatever the screen shows.
  expect(await plan.evaluate((e) => getComputedStyle(e).borderTopColor)).toBe("rgb(32, 48, 47)");
});

test("the pushrod to order from three widths of a marker; longer or shorter is dragged, and the picture goes with it", async ({
  page,
}) => {
  await page.goto("/quick/rocker");
  const type = (label: string, text: string) => page.getByLabel(label, { exact: true }).fill(text);
  await type("Full lift at the valve", "14");
  await type("Radius of roller or pad", "8");
  await type("Pushrod now", "200");
  await type("Rocker ratio", "1.5");
  for (const [i, [length, width]] of (
    [
      ["200", "2.06"],
      ["204", "1.36"],
    ] as const
  ).entries()) {
    await type(`Pushrod ${i + 1}`, length);
    await page.getByLabel("Width wiped with it").nth(i).fill(width);
  }
  await expect(page.getByText("Three widths or more, with three pushrods, tell the geometry.")).toBeVisible();
  await type("Pushrod 3", "208");
  await page.getByLabel("Width wiped with it").nth(2).fill("0.81");
  const answer = page.getByRole("region", { name: "Answer" });
  await expect(answer).toContainText("Order 210 mm");
  await expect(answer.getByRole("row", { name: /order this/ })).toContainText("210 mm");
  await expect(answer.getByRole("img", { name: /^The rocker/ })).toHaveAccessibleName(
    /wipes 0\.59 mm of the valve's tip/,
  );
  await answer.getByRole("slider").fill("200");
  await expect(answer.getByRole("img", { name: /^The rocker/ })).toHaveAccessibleName(
    /wipes 2\.0\d mm of the valve's tip/,
  );
  // The address says it all.
  await page.reload();
  await expect(answer).toContainText("Order 210 mm");
});
