/** Lifters on a phone: half a turn seen, both schools on one valve, wires, a tick stepped, to the signed sheet. */
import type { Page } from "@playwright/test";
import { CORRIEMOOR } from "../src/demo/lifterEngines";
import { Gaps } from "../src/core/mechanic/gaps";
import { clean } from "./clean";
import { acceptCautions, addEngine, allKept, atWork, expect, mainButton, nextTitle, signAs, test } from "./fixtures";
import { workByKeys } from "./mechanic";

test.use({ viewport: { width: 390, height: 844 }, colorScheme: "dark", hasTouch: true });

const TWIN = {
  ...CORRIEMOOR,
  name: "Test lifters",
  cylinders: ["1", "2"],
  firingOrder: ["1", "2"],
  firingAnglesDeg: [0, 360],
  valves: CORRIEMOOR.valves.filter((v) => ["1", "2"].includes(v.cylinder)),
  layout: { kind: "inline" as const },
};
const NO_GAPS = new Gaps({});

/** Works on; where the crank must stay, lifters that gave under the thumb let it go on. */
async function goOnUntil(page: Page, sentence: RegExp): Promise<string[]> {
  const said: string[] = [];
  for (;;) {
    said.push(...(await workByKeys(page, NO_GAPS, { until: new RegExp(`${sentence.source}|bleed down`) })));
    const waits = said.at(-1) ?? "";
    if (sentence.test(waits)) return said;
    await expect(page.getByRole("timer")).toHaveText(/^1[45]:\d\d$/);
    await page.getByRole("button", { name: "They have bled down already" }).tap();
    await page.getByLabel("How you know that they have bled down").fill("Each one gave under the thumb");
    await page.getByRole("button", { name: "Go on" }).tap();
    await expect(nextTitle(page)).not.toHaveText(waits);
  }
}

test("a twin on lifters from its page to the signed sheet", async ({ page }) => {
  await atWork(page);
  const engine = await addEngine(page, TWIN);
  // Someone who was always told "half a turn" sees what it means here, and that three quarters is not wrong.
  await page.goto(engine);
  await page.getByRole("navigation", { name: "On this page" }).getByRole("link", { name: "Preload" }).click();
  await expect(
    page.getByText(
      "Half a turn: the nut goes 0.53 mm, the plunger 0.86 of its 4 mm, and hot it stands 0.84 mm deep. It is in its window.",
    ),
  ).toBeVisible();
  await page.getByRole("button", { name: /^three quarters of a turn: nut 0.79 mm, plunger 1.29 mm/ }).tap();
  await expect(page.getByText(/^Three quarters of a turn: .* It is in its window\.$/)).toBeVisible();
  await page.goto(`${engine}/job`);
  await page.getByLabel("Cold", { exact: true }).check();
  await page.getByLabel("Have run").check();
  await acceptCautions(page);
  await page.getByRole("button", { name: "I've read the cautions: start" }).tap();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  await mainButton(page).tap();
  await expect(nextTitle(page)).toHaveText(/^Bring 1 \w+ to zero lash: lift and drop/);
  await mainButton(page).tap();
  await expect(nextTitle(page)).toHaveText(/turn the nut in half a turn, from 12 to 6\.$/);
  await page.getByText("Feel it by spin too, and see the difference").tap();
  await page.getByRole("button", { name: "1/8 later" }).tap();
  await expect(
    page.getByText(
      /Lift and drop and spin are 0\.21 mm of plunger apart: spin comes later, so it would set deeper\./,
    ),
  ).toBeVisible();
  await clean(page, "dark");
  // Wires at the plunger may disagree with the count: then it is set again from zero lash.
  await page.getByRole("button", { name: "Turned in: hold wires to it first" }).tap();
  const wires = page.getByRole("group", { name: "Leaves of Wires" });
  await wires.getByRole("button", { name: "2.0 mm" }).tap();
  for (let i = 0; i < 2; i++) await wires.getByRole("button", { name: "2.2 mm" }).tap();
  await page.getByRole("button", { name: "Hold wires to it: 2.0 mm goes, 2.2 mm does not" }).tap();
  await expect(page.getByText(/They disagree: a miscount/)).toBeVisible();
  await page.getByRole("button", { name: "Set it again from zero lash" }).tap();
  await expect(nextTitle(page)).toHaveText(/^Bring 1 \w+ to zero lash/);
  await page.locator("body").press("Escape");

  const said = await goOnUntil(page, /Start it and listen/);
  await page.getByLabel("It ticks at").selectOption({ label: "2 exhaust" });
  await page.getByRole("button", { name: "Back to that valve" }).tap();
  said.push(...(await goOnUntil(page, /^2 exhaust ticks/)));
  expect(said.at(-1)).toBe("2 exhaust ticks: a quarter turn more, from 12 to 3.");
  expect(said.filter((t) => /^Bring .* to zero lash: lift and drop/.test(t)).length).toBeGreaterThanOrEqual(3);
  await mainButton(page).tap();
  await expect(nextTitle(page)).not.toHaveText(/^2 exhaust ticks/);
  await goOnUntil(page, /^This job is closed/);
  await allKept(page);
  await page.getByRole("link", { name: "See the sheet" }).tap();
  await page.waitForURL(/sheet$/);
  await expect(page.getByText(/preload sheet/)).toBeVisible();
  await expect(page.getByRole("row", { name: /^2E/ })).toContainText("three quarters of a turn, plunger 1.29 mm");
  await expect(page.getByText(/deepest is 2E/)).toBeVisible();
  await signAs(page, "Maud Fenwick");
  const address = page
    .url()
    .replace("/jobs/", "/api/jobs/")
    .replace(/sheet$/, "sheet.json");
  const sheet = (await (await page.request.get(address)).json()) as { valves: { asLeft: { verdict: string } }[] };
  expect(sheet).toMatchObject({ signedBy: "Maud Fenwick", work: "preload" });
  expect(new Set(sheet.valves.map((v) => v.asLeft.verdict))).toEqual(new Set(["in"]));
});
