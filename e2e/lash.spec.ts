/** Lash by keys: a stranger brings an engine, prepares it, sets its valves, and a second person signs its sheet. */
import { readFileSync } from "node:fs";
import { Gaps } from "../src/core/mechanic/gaps";
import { clean } from "./clean";
import {
  TWO_STROKE_SIX,
  allKept,
  answers,
  atBench,
  atWork,
  expect,
  find,
  leaf,
  mainButton,
  nextTitle,
  settled,
  signAs,
  test,
} from "./fixtures";
import { workByKeys } from "./mechanic";

test.use({ allow: [/422/] });

test("an engine without a spec, from its file to the signed sheet, by the keyboard alone", async ({ page }) => {
  await atBench(page);
  await page.getByRole("link", { name: "Add an engine" }).focus();
  await page.keyboard.press("Enter");
  await page.waitForURL("**/engines/new");
  // The focus follows to the new page, and to what is left where something is taken away.
  await expect(page.getByRole("heading", { level: 1 })).toBeFocused();
  await page.getByRole("button", { name: "Add a cover" }).press("Enter");
  await page.getByRole("button", { name: "Take it out" }).press("Enter");
  expect(await page.evaluate(() => document.activeElement?.tagName)).not.toBe("BODY");
  const { lash, ...bare } = TWO_STROKE_SIX;
  const text = page.getByLabel("Or its text");
  const add = page.getByRole("button", { name: "Add from the file" });
  // What is wrong with a file is said where it is, and nothing typed is lost.
  await page.getByLabel("Serial or mark").fill("S-77");
  for (const [typed, says] of [
    ["", "Choose a file, or paste its text."],
    ['{ "format": "fulcrata-engine/1", ', /it is not JSON/],
    [JSON.stringify({ ...bare, firingOrder: ["1", "1"] }), "Cylinder 1 fires twice. (at firingOrder[1])"],
  ] as const) {
    await text.fill(typed);
    await add.press("Enter");
    await expect(page.getByText(says)).toBeVisible();
    await expect(text).toHaveValue(typed);
  }
  await page.getByLabel("Counter shows").fill("many");
  await text.fill(JSON.stringify(bare));
  await add.press("Enter");
  await expect(page.getByText('"many" is not a number of running hours.')).toBeVisible();
  await expect(page.getByLabel("Serial or mark")).toHaveValue("S-77");
  await page.getByLabel("Counter shows").fill("");
  await add.press("Enter");
  await page.waitForURL(/\/engines\/[0-9a-f-]{36}$/);
  const engine = new URL(page.url()).pathname;

  // Without a spec the engine's page asks for it; a figure that can't be is refused at its field.
  await page.getByLabel("Engine is").focus();
  await page.keyboard.press("c");
  await page.getByLabel("Source").fill("Test card 7");
  const nominal = page.getByLabel("Lash", { exact: true });
  await nominal.fill("40 mm");
  await page.getByRole("button", { name: "Keep this spec" }).press("Enter");
  await expect(page.getByText(/40 mm can't be right here/).first()).toBeVisible();
  await expect(nominal).toHaveAttribute("aria-invalid", "true");
  await nominal.fill(lash.exhaust.nominal);
  await page.keyboard.press("Tab");
  await page.keyboard.type("0.35");
  await page.keyboard.press("Tab");
  await page.keyboard.type("0.45");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Test card 7")).toBeVisible();
  await page.getByRole("link", { name: "Start a job" }).press("Enter");
  await page.waitForURL(/\/job\?/);

  // A begin that fails shows all that is missing at once, and goes to the first of it.
  const begin = page.getByRole("button", { name: "I've read the cautions: start" });
  const degrees = page.getByLabel("Temperature, °C");
  await degrees.fill("warm");
  await begin.press("Enter");
  await expect(page.getByText("Say whether the engine is cold or hot: a job can't start without it.")).toBeVisible();
  await expect(page.getByText('"warm" is not a temperature.')).toBeVisible();
  await expect(page.getByText(/^Read and tick every caution first: \d+ not ticked\.$/)).toBeVisible();
  await expect(page.getByRole("checkbox").first()).toBeFocused();
  await clean(page, "light");
  const cautions = page.getByRole("group", { name: "Read and tick each caution" });
  for (const box of await cautions.getByRole("checkbox").all()) await box.press("Space");
  await page.getByLabel("Hot", { exact: true }).press("Space");
  await degrees.fill("80");
  await begin.press("Enter");
  await expect(page.getByText(/spec is for a cold engine, and this one is hot/)).toBeVisible();
  await page.getByLabel("Cold", { exact: true }).press("Space");
  await begin.press("Enter");
  await expect(page.getByText("80 °C is not cold")).toBeVisible();
  await degrees.fill("18");
  await page.getByRole("radio", { name: /^Metric set, twenty leaves/ }).press("Space");
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);

  // From here on three keys do everything. One valve is found wide: 0.50 goes, 0.55 does not.
  const gaps = Gaps.of(TWO_STROKE_SIX, { "3E": 0.12 });
  await workByKeys(page, gaps, { until: /^Read 3 exhaust:/ });
  for (const mark of ["0.50 mm", "0.55 mm"]) {
    await leaf(page, mark).focus();
    await page.keyboard.press(mark === "0.50 mm" ? "g" : "n");
  }
  await expect(nextTitle(page)).toContainText("Turn the screw in until it just drags");
  await page.keyboard.press("?");
  const keys = page.getByRole("region", { name: "Keys" });
  await expect(keys).toContainText("take back your last step");
  await clean(page, "light");
  await page.keyboard.press("Escape");
  await expect(keys).toBeHidden();
  const said = await workByKeys(page, gaps);
  expect(said.filter((t) => /Turn the screw/.test(t))).toHaveLength(1);
  expect(said.some((t) => /^Turn the engine over/.test(t))).toBe(true);
  await allKept(page);
  await page.getByRole("link", { name: "See the sheet" }).press("Enter");

  await expect(page.getByRole("heading", { name: "Test piece two-stroke" })).toBeVisible();
  await expect(page.getByRole("row", { name: /^3E/ })).toContainText("0.50–0.55 mm, loose");
  await expect(page.getByRole("row", { name: /^3E/ })).toContainText("0.40–0.45 mm, in band");
  await signAs(page, "Maud Fenwick");
  await expect(page.getByText(/, Maud Fenwick$/)).toBeVisible();
  const take = async (name: string) => {
    const [taken] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("link", { name, exact: true }).press("Enter"),
    ]);
    return { name: taken.suggestedFilename(), bytes: readFileSync(await taken.path()) };
  };
  const sheet = JSON.parse((await take("JSON")).bytes.toString()) as { valves: { asLeft: { verdict: string } }[] };
  expect(sheet.valves.map((v) => v.asLeft.verdict)).toEqual(Array(6).fill("in"));
  const csv = await take("CSV");
  expect(csv.name).toBe("test-piece-two-stroke-lash-sheet.csv");
  expect(csv.bytes.toString().trim().split("\r\n")).toHaveLength(7);
  expect((await take("PDF")).bytes.subarray(0, 5).toString()).toBe("%PDF-");

  // Done before, it is begun again in two taps, as it was prepared; what is new wants its own tick.
  await atWork(page);
  await page.goto(`${engine}/job`);
  await expect(page.getByText(/^Proposed as it was prepared on /)).toBeVisible();
  await expect(page.getByText("Metric set, twenty leaves, one goes, the next does not")).toBeVisible();
  await page.getByLabel("Hot", { exact: true }).check();
  await expect(cautions.getByRole("checkbox")).toHaveCount(1);
  await page.getByLabel("Cold", { exact: true }).check();
  await expect(cautions).toHaveCount(0);
  await page.getByRole("button", { name: "Change: By what" }).click();
  await expect(page.getByRole("radio", { name: /^Inch set/ })).toBeVisible();
  await begin.click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  await mainButton(page).click();
  await allKept(page);

  // Begun again under other figures, what was read is carried over.
  await leaf(page, "0.60 mm").click();
  await leaf(page, "0.65 mm").dblclick();
  const valve = (await page.locator("[data-in-hand]").getAttribute("data-in-hand")) ?? "";
  await mainButton(page).click();
  await allKept(page);
  await page.getByRole("button", { name: /^Tray/ }).click();
  await page.getByRole("link", { name: "Begin it again under other figures" }).click();
  await expect(page.getByLabel("Carry over what was read at 1 valve, judged anew")).toBeChecked();
  await page.getByLabel("Cold", { exact: true }).check();
  await begin.click();
  await expect(page).not.toHaveURL(/again=/);
  await mainButton(page).click();
  await expect(page.locator("[data-in-hand]")).toHaveAttribute("data-in-hand", valve);
});

test("the sheet of a sixteen-valve engine prints on one page, nothing cut off", async ({ page }) => {
  await atWork(page);
  await find(page, "Dunmore");
  await page.getByRole("link", { name: /^Sheet of Dunmore/ }).click();
  await page.waitForURL(/sheet$/);
  await answers(page);
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
