/** A hot spec: set hot, read cold, and offered to the next job, which is judged through it. */
import { Gaps } from "../src/core/mechanic/gaps";
import { cleanAsShown } from "./clean";
import { UNEVEN_TWIN, acceptCautions, addEngine, allKept, answers, atWork, expect, signAs, test } from "./fixtures";
import { workByKeys } from "./mechanic";

test.describe.configure({ timeout: 120_000 });
test.use({ allow: [/422/] });

const HOT = {
  ...UNEVEN_TWIN,
  name: "Test hot twin",
  lash: {
    state: "hot" as const,
    source: "Test card",
    intake: { nominal: ".020 in", low: ".018 in", high: ".022 in" },
    exhaust: { nominal: ".022 in", low: ".020 in", high: ".024 in" },
  },
  heat: { layout: "pushrod" as const, block: "iron" as const, head: "alloy" as const },
  adjuster: { kind: "screw" as const, at: "valve-end" as const, ratio: 1.5, pitch: "1 mm" },
};

test("a twin is set hot and signed, read cold, and its next job is done cold by what was measured", async ({
  page,
}) => {
  await atWork(page);
  const engine = await addEngine(page, HOT);
  const begin = page.getByRole("button", { name: "I've read the cautions: start" });
  await page.goto(`${engine}/job`);
  await page.getByLabel("Hot", { exact: true }).check();
  await page.getByLabel(/^Temperature, °/).fill("92 °C");
  await page.getByLabel(/^Air in the shop, °/).fill("20 °C");
  await acceptCautions(page);
  await page.getByRole("radio", { name: /^Inch set/ }).check();
  await page.getByRole("radio", { name: /^Firing order/ }).check();
  await begin.click();
  await page.waitForURL(/\/jobs\//);
  await answers(page);
  // Two temperatures tell how long it stays hot.
  await page.getByRole("button", { name: "Hot for how long?" }).click();
  await expect(page.getByText("Take its temperature once more: with two, the minutes are known.")).toBeVisible();
  await page.getByLabel(/^Engine now, °/).fill("91.9");
  await page.getByRole("button", { name: "Taken" }).click();
  await page.getByRole("button", { name: /Back to the job/ }).click();
  await workByKeys(page, Gaps.of(HOT, { "2I": 0.08 }));
  await allKept(page);
  await page.getByRole("link", { name: "See the sheet" }).click();
  await page.waitForURL(/sheet$/);
  await signAs(page, "Maud Fenwick");

  await page.getByRole("link", { name: /Read some cold/ }).click();
  await page.waitForURL(/hot-cold$/);
  await page.getByLabel("1I goes cold").fill(".012");
  await page.getByRole("button", { name: "Save these readings" }).click();
  await expect(page.getByText("Type both leaves: the largest that goes, the smallest that does not.")).toBeVisible();
  await page.getByLabel("1I does not go cold").fill(".013");
  for (const [valve, goes] of [
    ["2I", 12],
    ["1E", 14],
    ["2E", 14],
  ] as const) {
    await page.getByLabel(`${valve} goes cold`).fill(`.0${goes}`);
    await page.getByLabel(`${valve} does not go cold`).fill(`.0${goes + 1}`);
  }
  await expect(page.locator("[data-judged='1I']")).toHaveText(/cold band by what such an engine usually grows/);
  await expect(page.locator("[data-growth=intake]")).toContainText(/in wider hot.*the middle of 2/);
  await cleanAsShown(page);
  await page.getByRole("button", { name: "Save these readings" }).click();
  await expect(page.getByText(/^Saved: the next job on this engine/)).toBeVisible();

  await page.goto(`${engine}/job`);
  await page.getByLabel("Cold", { exact: true }).check();
  await expect(page.getByRole("radio", { name: /^Measured on this engine, proposed/ })).toBeChecked();
  await expect(page.getByRole("radio", { name: /^Rule of thumb, second school/ })).toBeVisible();
  await acceptCautions(page);
  await page.getByRole("radio", { name: /^Inch set/ }).check();
  await begin.click();
  await page.waitForURL(/\/jobs\//);
  await workByKeys(page, new Gaps({}), { until: /^Read / });
  await expect(page.getByRole("region", { name: "Next" })).toContainText(
    /Judged through an offset: hot spec read cold, through −\.\d\d\d in intake, −\.\d\d\d in exhaust \(measured on this engine\)/,
  );
});
