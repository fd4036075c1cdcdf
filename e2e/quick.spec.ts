/** Quick answers without a name or an engine, what of them goes on into one, and where the crank is. */
import { readFileSync } from "node:fs";
import { clean } from "./clean";
import { UNEVEN_TWIN, addEngine, atBench, atWork, expect, find, openRun, test } from "./fixtures";

test.describe.configure({ timeout: 120_000 });
test.use({ allow: [/422/] });

test("single questions are answered from a cold front page, shared by address, printed, and go on into an engine", async ({
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
  const asked = async (name: string) =>
    page.request.get((await page.getByRole("link", { name }).getAttribute("href")) ?? "");
  expect((await asked("Card as PDF")).headers()["content-type"]).toBe("application/pdf");
  await page.goto("/quick/tape?order=1-3-4-2&pulley=480+mm");
  expect((await asked("Tape at true scale, PDF")).headers()["content-type"]).toBe("application/pdf");
  // The whole pulley lies on the drawing, millimeter by millimeter.
  expect(await (await asked("SVG")).text()).toMatch(/<svg[^>]+mm/);
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

  // What was typed goes on into a new engine, and a job; an engine that only exists in the form prints its plan.
  await atWork(page);
  await page.goto("/quick/preload?thread=3%2F8-24&ratio=1.5&travel=4+mm");
  await expect(page.getByText(/^Half a turn: the nut goes 0\.53 mm, the plunger 0\.88/)).toBeVisible();
  await page.getByRole("link", { name: "Start a job with it" }).click();
  await expect(page.getByText(/^Its gear comes with it: nut on the stud/)).toBeVisible();
  await page.getByLabel("Firing order").fill("1-3-4-2");
  await page.getByLabel("Name of the engine").fill("Carried four");
  await expect(page.getByRole("button", { name: "Print the plan" })).toBeVisible();
  await page.emulateMedia({ media: "print", colorScheme: "dark" });
  const plan = page.getByRole("region", { name: "The engine so far" });
  await expect(plan.getByRole("listitem").first()).toBeVisible();
  await expect(page.getByLabel("Firing order", { exact: true })).toBeHidden();
  // Ink on paper, whatever the screen shows.
  expect(await plan.evaluate((e) => getComputedStyle(e).borderTopColor)).toBe("rgb(32, 48, 47)");
  await page.emulateMedia({ media: "screen", colorScheme: "light" });
  await page.getByRole("button", { name: "Add the engine" }).click();
  await page.waitForURL(/\/engines\/[0-9a-f-]{36}\/job$/);
  await expect(page.getByRole("heading", { name: /^Set the preload of Carried four/ })).toBeVisible();
});

test("which pushrod: three widths of a marker, the patch touched on the drawn tip, the picture dragged, and kept with an engine", async ({
  page,
}) => {
  await atWork(page);
  const engine = await addEngine(page, UNEVEN_TWIN);
  await page.goto(`${engine}/geometry`);
  const type = (label: string, text: string) => page.getByLabel(label, { exact: true }).fill(text);
  const keep = page.getByRole("button", { name: "Keep it with the engine" });
  await expect(keep).toBeDisabled();
  await page.getByRole("button", { name: "Touch the patch of pushrod 1 on the tip" }).click();
  await expect(page.getByText("Type the thickness of the valve's stem first")).toBeVisible();
  await page.getByLabel("It holds for").selectOption("intake");
  await type("Full lift at the valve", "14 mm");
  await type("Radius of roller or pad", "8 mm");
  await type("Pushrod now", "200 mm");
  await type("Rocker ratio", "1.5");
  const width = page.getByLabel("Width wiped with it");
  for (const [i, [length, mm]] of [
    ["200", "2.06"],
    ["204", "1.36"],
  ].entries()) {
    await type(`Pushrod ${i + 1}`, `${length} mm`);
    await width.nth(i).fill(`${mm} mm`);
  }
  await expect(page.getByText("Three widths or more, with three pushrods, tell the geometry.")).toBeVisible();
  await type("Pushrod 3", "208 mm");
  await width.nth(2).fill("0.81 mm");
  const answer = page.getByRole("region", { name: "Answer" });
  await expect(answer).toContainText("Order 210 mm");
  await expect(answer.getByRole("row", { name: /order this/ })).toContainText("210 mm");
  const picture = answer.getByRole("img", { name: /^The rocker/ });
  await expect(picture).toHaveAccessibleName(/wipes 0\.59 mm of the valve's tip/);
  await answer.getByRole("slider").fill("200");
  await expect(picture).toHaveAccessibleName(/wipes 2\.0\d mm of the valve's tip/);
  await clean(page, "light");
  await keep.click();
  await expect(page.getByRole("status").filter({ hasText: "Kept" })).toBeVisible();
  await expect(page.getByRole("listitem").filter({ hasText: /^Intake: pushrod 2/ })).toHaveCount(1);
  // What is not whole is not kept; another for the exhaust, by figures.
  await page.getByLabel("It holds for").selectOption("exhaust");
  await type("Rocker ratio", "");
  await expect(keep).toBeDisabled();
  await type("Rocker ratio", "1.6");
  await keep.click();
  await expect(page.getByRole("listitem").filter({ hasText: /^Exhaust: pushrod/ })).toHaveCount(1);
  await page.getByRole("button", { name: /^Show what was kept on .* Intake/ }).click();
  await expect(page.getByLabel("Rocker ratio", { exact: true })).toHaveValue("1.5");

  await type("Thickness of the valve's stem", "8 mm");
  await width.first().fill("2.77 mm");
  await page.getByRole("button", { name: "Touch the patch of pushrod 1 on the tip" }).click();
  await page.getByRole("slider", { name: "Edge away from the pivot" }).focus();
  const before = Number((await width.first().inputValue()).replace(" mm", ""));
  await page.keyboard.press("ArrowRight");
  await expect
    .poll(async () => Number((await width.first().inputValue()).replace(" mm", "")))
    .toBeGreaterThan(before);
  const tip = page.getByRole("group", { name: /^The tip seen from above, the patch of pushrod 1/ });
  await tip.scrollIntoViewIfNeeded();
  const box = await tip.boundingBox();
  if (box === null) throw new Error("no tip");
  // Half the drawing is the middle; 120 of its 288 parts are half the tip.
  const at = (mm: number) => box.x + box.width / 2 + (mm / 4) * (120 / 288) * box.width;
  const edge = Number(
    await page.getByRole("slider", { name: "Edge away from the pivot" }).getAttribute("aria-valuenow"),
  );
  await page.mouse.move(at(edge), box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(at(edge - 1), box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
  const dragged = Number((await width.first().inputValue()).replace(" mm", ""));
  expect(Math.abs(before - dragged - 1)).toBeLessThan(0.25);
  await page.goto(engine);
  await expect(page.locator("[data-geometry=intake]")).toContainText(
    /^Intake: pushrod 2(09|10|11) mm: sweep 0\.\d\d mm/,
  );
  await expect(page.locator("[data-geometry=exhaust]")).toContainText("Jory Penhale");
});

test("the locator narrows two places to one, names what does not fit, and brings a run to where the crank is; a tape is made", async ({
  page,
}) => {
  await atBench(page);
  // What is looked for is found while it is typed, and can be shared.
  const search = page.getByRole("searchbox", { name: "Find an engine, a job or a sheet" });
  await search.fill("pell");
  const engines = page.getByRole("region", { name: "Engines" });
  await expect(engines.getByRole("link", { name: /^Start a job on Pellam R4/ }).first()).toBeVisible();
  await expect(engines.getByRole("link", { name: /^Start a job on Dunmore/ })).toHaveCount(0);
  await expect(page).toHaveURL(/\?q=pell$/);
  await page.reload();
  await expect(search).toHaveValue("pell");
  await search.fill("no such engine");
  await expect(page.getByText(/No engine has “no such engine”/)).toBeVisible();
  await page.getByRole("link", { name: "Bench" }).click();
  await expect(page.getByRole("heading", { name: /jobs in hand$/ })).toBeVisible();
  await expect(search).toHaveValue("");

  await find(page, "Orrin Tidewater 6");
  await page.getByRole("link", { name: "Orrin Tidewater 6", exact: true }).click();
  await page.waitForURL(/\/engines\//);
  await page.getByRole("button", { name: "Where is the crank?" }).click();
  const locator = page.getByRole("region", { name: "Where is the crank?" });
  await expect(locator.getByText("Is the TDC mark at the pointer?")).toBeVisible();
  await locator.getByRole("button", { name: "Yes" }).click();
  await expect(locator.getByText(/Two places are possible, one turn apart/)).toBeVisible();
  await clean(page, "light");
  // Nothing was read yet: a rocker is watched through a swing, for one that is tight would tell nothing.
  await expect(
    locator.getByText(
      "Turn the crank on a sixth of a turn (60°), watching the 1 intake rocker all the way: does it move?",
    ),
  ).toBeVisible();
  await locator.getByRole("button", { name: "It moves" }).click();
  await expect(locator.getByText(/these may be set: .*6E/)).toBeVisible();
  // Somebody says that cylinder 6 rocks: it fired just before.
  await locator.getByRole("button", { name: "Rocking" }).click();
  await locator.locator('[data-cylinder="6"]').click();
  await expect(locator.getByText(/^Look again: cylinder 6 is rocking\.$/)).toBeVisible();
  await locator.getByRole("button", { name: "Take back: cylinder 6 is rocking" }).click();
  await locator.getByRole("button", { name: "The crank is here" }).click();
  await expect(page.getByRole("slider", { name: "Phase wheel: turn the crank" })).toHaveAttribute(
    "aria-valuenow",
    "420",
  );

  await page.getByRole("button", { name: "Firing order" }).click();
  await page.getByRole("link", { name: "Tape and card" }).click();
  await page.waitForURL(/\/tape\?/);
  await expect(page.getByRole("row", { name: "B E 120° 160.0 6 5/16 in +0.25°" })).toBeVisible();
  const picture = page.getByRole("img", { name: /B E at 160\.0 mm/ });
  await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(500);
  const taken = async (name: string): Promise<Buffer> => {
    const [download] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name }).click()]);
    return readFileSync(await download.path());
  };
  for (const paper of ["Tape, PDF", "Card of stops, PDF"])
    expect((await taken(paper)).subarray(0, 5).toString()).toBe("%PDF-");
  expect((await taken("Tape, SVG")).toString()).toContain('width="');
  const size = page.getByLabel("Pulley");
  await size.fill("a lot");
  await expect(page.getByText("Write it like 480 mm, or 18 7/8 in.")).toBeVisible();
  await expect(size).toHaveValue("a lot");
  await size.fill("6 in");
  await page.getByLabel("Measured").selectOption("diameter");
  await expect(page.getByRole("row", { name: /^B E 120° 159\.6/ })).toBeVisible();
  const address = new URL(page.url()).pathname.replace("/engines/", "/api/engines/").replace("/tape", "");
  const refused = await page.request.get(`${address}/tape.pdf?circumference=none`);
  expect(refused.status()).toBe(422);
  expect(await refused.json()).toMatchObject({ error: { path: "circumference" } });

  // In the middle of a job, by keys as well.
  await openRun(page);
  await page.locator("[data-main]").click();
  await expect(page.getByRole("heading", { name: /^Read 1 / })).toBeVisible();
  await page.keyboard.press("l");
  await locator.getByRole("button", { name: "Pressed" }).click();
  await locator.locator('[data-valve="1I"]').focus();
  await page.keyboard.press("Enter");
  await expect(locator.getByRole("button", { name: "Take back: 1 intake is pressed" })).toBeVisible();
  await locator.getByRole("button", { name: "Start over" }).click();
  await expect(locator.getByText("Nothing is known yet: touch what you see.")).toBeVisible();
  await locator.getByRole("button", { name: "Rotor points" }).click();
  await locator.locator('[data-cylinder="2"]').click();
  await locator.getByRole("button", { name: "The crank is here" }).click();
  await expect(page.getByRole("heading", { name: /^Read 2 / })).toBeVisible();
  await page.getByRole("button", { name: "Where is the crank?" }).click();
  await locator.getByRole("button", { name: "Rocking" }).click();
  await locator.locator('[data-cylinder="2"]').click();
  // Of a cam that nobody knows that is a wide place: two more signs narrow it.
  await expect(locator.getByRole("button", { name: "The crank is here" })).toHaveCount(0);
  await locator.getByRole("button", { name: "Just closing" }).click();
  await locator.locator('[data-valve="2E"]').click();
  await locator.getByRole("button", { name: "Still, last sixth of a turn" }).click();
  await locator.locator('[data-valve="1I"]').click();
  await locator.getByRole("button", { name: "The crank is here" }).click();
  // Between stops: the way on is told from there.
  await expect(
    page.getByRole("heading", { name: /^Turn the crank .* on, to (tape mark [AB]|the TDC mark)\.$/ }),
  ).toBeVisible();
});
