/** A flat four without a screw: read, ordered, waited for, fitted, read again, released and signed. */
import { LARKFIELD } from "../src/demo/lifterEngines";
import { acceptCautions, addEngine, allKept, atWork, expect, nextTitle, test } from "./fixtures";
import { truthOf, workByKeys } from "./mechanic";

test.setTimeout(120_000);
// What is refused on purpose is told by the browser as well.
test.use({ allow: [/422/] });

test("dry gaps from the bench to the signed sheet, with the manual and the licensed person at every step", async ({
  page,
}) => {
  await atWork(page);
  const engine = await addEngine(page, { ...LARKFIELD, name: "Test flat four" });
  await page.goto(`${engine}/job`);
  await page.getByLabel("Cold", { exact: true }).check();
  await page.getByRole("radio", { name: /^Gap gauges/ }).check();
  await acceptCautions(page);
  await page.getByRole("button", { name: "I've read the cautions: start" }).click();
  await expect(
    page.getByText("Name the licensed person who releases this work: without one it is not begun."),
  ).toBeVisible();
  await page.getByLabel("Licensed person who releases this work").fill("Ada Lark, licence 12");
  await page.getByRole("button", { name: "I've read the cautions: start" }).click();
  await page.waitForURL(/\/jobs\//);
  const truth = truthOf(LARKFIELD, { "2E": -0.9, "3I": 0.85 });
  const next = page.getByRole("region", { name: "Next" });
  await workByKeys(page, truth, { until: ({ title }) => title.startsWith("Read the dry gap") });
  await expect(next).toContainText(
    /plunger pressed to the bottom.*Limits by Larkfield overhaul manual, section 9\. Ada Lark, licence 12 releases this work\./,
  );
  await workByKeys(page, truth, { until: ({ title }) => title.includes("pushrods are wanted") });
  await expect(next).toContainText("1 of 228.60 mm for 2E.");
  await expect(next).toContainText("1 of 230.20 mm for 3I.");
  await page.getByRole("button", { name: "Ordered: job on hold" }).click();
  await expect(nextTitle(page)).toContainText("Is the crank still at");
  await allKept(page);
  await page.goto("/");
  await page.getByRole("link", { name: "Go on with Test flat four" }).click();
  // The parts are there: what is fitted changes the gap by the rocker's ratio.
  const said = await workByKeys(page, truth, {
    onFit: (valve, lengthMm) => {
      truth[valve] = (truth[valve] ?? 0) - (lengthMm - 229.4) * 1.3;
    },
  });
  expect(said.filter((t) => /^Fit a pushrod of 2(28\.60|30\.20) mm at/.test(t))).toHaveLength(2);
  expect(said).toContain("Every part seated, every keeper and clip in its place.");
  await allKept(page);
  await page.getByRole("link", { name: "See the sheet" }).click();
  await page.waitForURL(/sheet$/);
  await expect(page.getByText(/dry gap sheet/)).toBeVisible();
  await expect(page.getByRole("row", { name: /^2E/ })).toContainText("Fitted 228.60 mm, was 229.40 mm");
  await expect(page.getByText("Ada Lark, licence 12, on the approved data")).toBeVisible();
  const chosen = page.waitForResponse((r) => r.url().endsWith("/api/people"));
  await page.getByLabel("At work").selectOption({ label: "Maud Fenwick" });
  await chosen;
  await page.getByRole("button", { name: "Checked: sign as Maud Fenwick" }).click();
  await expect(page.getByRole("button", { name: /^Checked: sign/ })).toHaveCount(0);
});
