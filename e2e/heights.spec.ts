/** Injectors that are set to a height over a datum, in the same run as the valves: the spec typed, the job to its sheet. */
import { addEngine, allKept, atWork, beginJob, expect, nextTitle, test } from "./fixtures";
import { clean } from "./clean";
import { type Truth, workByKeys } from "./mechanic";

test.setTimeout(120_000);
// A block that is too low is refused on purpose.
test.use({ allow: [/422/] });

const TWIN = {
  format: "fulcrata-engine/1",
  name: "Test injectors",
  sector: "diesel",
  strokes: 4,
  cylinders: ["1", "2"],
  firingOrder: ["1", "2"],
  valves: ["1", "2"].flatMap((cylinder) => [
    { id: `${cylinder}E`, cylinder, role: "exhaust" },
    { id: `${cylinder}J`, cylinder, role: "injector" },
  ]),
  cam: {
    atLift: "0.15 mm",
    exhaust: { opensDegBbdc: 50, closesDegAtdc: 10 },
    injector: { opensDeg: 560, closesDeg: 640 },
  },
  lash: { state: "cold", source: "Test card", exhaust: { nominal: "0.40 mm", low: "0.35 mm", high: "0.45 mm" } },
  adjuster: { kind: "screw", at: "pushrod-end", ratio: 1.4, pitch: "1 mm", lock: "lock-nut" },
};

test("a height and its block are typed, a block too low is refused; the gap under it is read, set the other way round, and told on the sheet", async ({
  page,
}) => {
  await atWork(page, "Maud Fenwick");
  const engine = await addEngine(page, TWIN);
  await page.goto(engine);
  await page.getByRole("button", { name: "Change", exact: true }).first().click();
  const figures = page.getByRole("group", { name: /^injector/i });
  await figures.getByLabel("Gauge block").fill("62.00");
  await figures.getByLabel("Height over the datum").fill("61.98");
  await page.getByRole("button", { name: "Keep this spec" }).click();
  await expect(figures.getByText(/Under this block no leaf would go in/)).toBeVisible();
  await figures.getByLabel("Height over the datum").fill("61.70");
  await figures.getByLabel("Low limit").fill("61.65");
  await figures.getByLabel("High limit").fill("61.75");
  const screw = page.getByRole("group", { name: "Screw of the injectors" });
  await screw.getByLabel("Injectors' screw").selectOption({ label: "at the injector's end" });
  await screw.getByLabel("Thread").fill("M8x1.25");
  await page.getByRole("button", { name: "Keep this spec" }).click();
  await expect(
    page.getByText("height 61.70 (61.65–61.75) mm, read as a gap of 0.30 (0.25–0.35) mm under the 62.00 mm block"),
  ).toBeVisible();
  await expect(page.getByText("screw at the injector's end, pitch 1.25 mm")).toBeVisible();

  const job = await beginJob(page, engine, { method: "Firing order" });
  // 1J stands too high, 2J as it should.
  const truth: Truth = { "1E": 0.404, "2E": 0.404, "1J": 0.18, "2J": 0.304 };
  await workByKeys(page, truth, { until: ({ title }) => /injector/.test(title) });
  await expect(nextTitle(page)).toHaveText("Read the gap under the 62.00 mm block at 1 injector: try 0.30 mm first.");
  await clean(page, "light");
  const said = await workByKeys(page, truth, { until: ({ title }) => /^Put .* under the block/.test(title) });
  expect(said.at(-1)).toMatch(/^Put the 0\.30 mm leaf under the block\. Turn the screw in until it just drags/);
  // The leaf of the aim just drags, whichever way it came there.
  truth["1J"] = 0.304;
  await workByKeys(page, truth);
  await allKept(page);
  await page.goto(`${job}/sheet`);
  await expect(page.getByRole("row", { name: /^1J/ })).toContainText("under the 62.00 mm block");
  const csv = await (await page.request.get(`/api${job}/sheet.csv`)).text();
  expect(csv.split("\n")[0]).toContain("block_mm");
});
