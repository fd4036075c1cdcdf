import { readFileSync } from "node:fs";
import { TWO_STROKE_SIX, atWork, expect, leaf, settled, test, find, toldTitle, atBench } from "./fixtures";

test("a stranger brings an engine and does the whole job by keyboard only", async ({ page }) => {
  await atBench(page);
  await page.getByRole("link", { name: "Add an engine" }).focus();
  await page.keyboard.press("Enter");
  await page.waitForURL("**/engines/new");
  const { lash, ...bare } = TWO_STROKE_SIX;
  await page.getByLabel("Or its text").focus();
  await page.keyboard.insertText(JSON.stringify(bare));
  await page.getByRole("button", { name: "Add from the file" }).focus();
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/engines\/[0-9a-f-]{36}$/);

  // Without a spec the engine's page asks for it.
  await page.getByLabel("Engine is").focus();
  await page.keyboard.press("c");
  await page.getByLabel("Source").focus();
  await page.keyboard.type("Test card 7");
  await page.getByLabel("Lash", { exact: true }).focus();
  await page.keyboard.type(lash.exhaust.nominal);
  await page.keyboard.press("Tab");
  await page.keyboard.type("0.35");
  await page.keyboard.press("Tab");
  await page.keyboard.type("0.45");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Test card 7")).toBeVisible();
  await page.getByRole("link", { name: "Start a job" }).focus();
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/job\?/);

  for (const box of await page
    .getByRole("group", { name: "Read and tick each caution" })
    .getByRole("checkbox")
    .all()) {
    await box.focus();
    await page.keyboard.press("Space");
  }
  await page.getByLabel("Cold", { exact: true }).focus();
  await page.keyboard.press("Space");
  await page.getByRole("radio", { name: /^Metric set, twenty leaves/ }).focus();
  await page.keyboard.press("Space");
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);

  // From here on three keys do everything: goes, does not go, and the next thing.
  const title = page.getByRole("region", { name: "Next" }).getByRole("heading");
  let turned = 0;
  for (let step = 0; step < 160; step++) {
    const said = await toldTitle(page);
    if (said.startsWith("This job is closed")) break;
    if (said.startsWith("Read 3 exhaust:")) {
      // One valve is found wide: 0.50 goes, 0.55 does not.
      for (const mark of ["0.50 mm", "0.55 mm"]) {
        await leaf(page, mark).focus();
        await page.keyboard.press(mark === "0.50 mm" ? "g" : "n");
      }
      await expect(title).toContainText("Turn the screw in until it just drags");
      turned += 1;
      await page.keyboard.press("Enter");
    } else if (/Turn the screw/.test(said)) await page.keyboard.press("Enter");
    else if (/^(Read|Locked\?|Lock still)/.test(said)) await page.keyboard.press("g");
    else if (/^Now try/.test(said)) await page.keyboard.press("n");
    else await page.keyboard.press("Enter");
    await expect(title).not.toHaveText(said);
  }
  expect(turned).toBe(1);
  await expect(title).toHaveText("This job is closed. The sheet is final.");
  await page.getByRole("link", { name: "See the sheet" }).focus();
  await page.keyboard.press("Enter");

  await expect(page.getByRole("heading", { name: "Test piece two-stroke" })).toBeVisible();
  await expect(page.getByRole("row", { name: /^3E/ })).toContainText("0.50–0.55 mm, loose");
  await expect(page.getByRole("row", { name: /^3E/ })).toContainText("0.40–0.45 mm, in band");
  const [json] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "JSON" }).press("Enter"),
  ]);
  const sheet = JSON.parse(readFileSync(await json.path(), "utf8")) as { valves: { asLeft: { verdict: string } }[] };
  expect(sheet.valves.map((v) => v.asLeft.verdict)).toEqual(Array(6).fill("in"));
  const [csv] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "CSV" }).press("Enter"),
  ]);
  expect(csv.suggestedFilename()).toBe("test-piece-two-stroke-lash-sheet.csv");
  expect(
    readFileSync(await csv.path(), "utf8")
      .trim()
      .split("\r\n"),
  ).toHaveLength(7);
});

test("? lists the keys, and Escape hides them, on the bench and in the run", async ({ page }) => {
  await atBench(page);
  await page.waitForLoadState("networkidle");
  await page.getByRole("heading", { name: "Engines" }).click();
  await page.keyboard.press("?");
  await expect(page.getByRole("region", { name: "Keys" })).toContainText("turn the crank 30°");
  await page.keyboard.press("Escape");
  await page.getByRole("link", { name: "Go on with Orrin Tidewater 6" }).click();
  await page.waitForURL(/\/jobs\//);
  const title = page.getByRole("region", { name: "Next" }).getByRole("heading");
  // This job was left a while ago: where the crank is comes first.
  await expect(title).toHaveText("Is the crank still at mark B?");
  await page.waitForLoadState("networkidle");
  await page.keyboard.press("?");
  const keys = page.getByRole("region", { name: "Keys" });
  await expect(keys).toContainText("take back your last step");
  await page.keyboard.press("Escape");
  await expect(keys).toBeHidden();
  await page.keyboard.press("Enter");
  await expect(title).toContainText("Read 2 intake");
});

test("the sheet of a sixteen-valve engine prints on one page, nothing cut off", async ({ page }) => {
  await atWork(page);
  await find(page, "Dunmore");
  await page.getByRole("link", { name: /^Sheet of Dunmore/ }).click();
  await page.waitForURL(/sheet$/);
  await page.waitForLoadState("networkidle");
  await settled(page);
  const pdf = (
    await page.pdf({ format: "A4", margin: { top: "12mm", bottom: "12mm", left: "12mm", right: "12mm" } })
  ).toString("latin1");
  expect(/\/Type \/Pages[\s\S]*?\/Count (\d+)/.exec(pdf)?.[1] ?? /\/Count (\d+)/.exec(pdf)?.[1]).toBe("1");
  await page.emulateMedia({ media: "print" });
  await page.setViewportSize({ width: 703, height: 1000 });
  const cut = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect(cut).toBeLessThanOrEqual(0);
});
