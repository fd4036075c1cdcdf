/** A hot spec: set hot, read cold, offered to the next job; and the cold aim that can't be had from any side. */
import { DUNMORE } from "../src/demo/engines";
import { TAMBLIN } from "../src/demo/lifterEngines";
import { acceptCautions, addEngine, allKept, atWork, beginJob, expect, nextTitle, test } from "./fixtures";
import { truthOf, workByKeys } from "./mechanic";

test.setTimeout(240_000);
test.beforeEach(({ page }) => atWork(page));

test("a hot-spec V8 from the bench to its signed sheet; pairs teach the growth, and one bank is done cold by it", async ({
  page,
}) => {
  const name = "Test hot eight";
  const engine = await addEngine(page, { ...DUNMORE, name });
  await page.goto(`${engine}/job`);
  await page.getByLabel("Hot", { exact: true }).check();
  await page.getByLabel("Temperature, °C").fill("92");
  await page.getByLabel("Air in the shop, °C").fill("20");
  await acceptCautions(page);
  await page.getByRole("radio", { name: /^Inch set/ }).check();
  await page.getByRole("radio", { name: /^Firing order/ }).check();
  await page.getByRole("button", { name: "I've read the cautions: start" }).click();
  await page.waitForURL(/\/jobs\//);
  // Two temperatures tell how long it stays hot.
  await page.getByRole("button", { name: "Hot for how long?" }).click();
  await expect(page.getByText("Take its temperature once more: with two, the minutes are known.")).toBeVisible();
  await page.waitForTimeout(1500);
  await page.getByLabel("Engine now, °C").fill("91.9");
  await page.getByRole("button", { name: "Taken" }).click();
  await page.getByRole("button", { name: /Back to the job/ }).click();
  await expect(page.getByRole("button", { name: /^Hot for \d+ more min$/ })).toBeVisible();
  await workByKeys(page, truthOf(DUNMORE, { "3I": 0.08 }));
  await allKept(page);
  await page.getByRole("link", { name: "See the sheet" }).click();
  await page.waitForURL(/sheet$/);
  const chosen = page.waitForResponse((r) => r.url().endsWith("/api/people"));
  await page.getByLabel("At work").selectOption({ label: "Maud Fenwick" });
  await chosen;
  await page.getByRole("button", { name: "Checked: sign as Maud Fenwick" }).click();
  await expect(page.getByRole("button", { name: /^Checked: sign/ })).toHaveCount(0);

  await page.getByRole("link", { name: /Read some cold/ }).click();
  await page.waitForURL(/hot-cold$/);
  await page.getByLabel("1I goes cold").fill(".013");
  await page.getByRole("button", { name: "Save these readings" }).click();
  await expect(page.getByText("Type both leaves: the largest that goes, the smallest that does not.")).toBeVisible();
  await page.getByLabel("1I does not go cold").fill(".014");
  for (const [valve, goes] of [
    ["3I", 13],
    ["5I", 14],
    ["1E", 16],
    ["3E", 17],
  ] as const) {
    await page.getByLabel(`${valve} goes cold`).fill(`.0${goes}`);
    await page.getByLabel(`${valve} does not go cold`).fill(`.0${goes + 1}`);
  }
  await expect(page.locator("[data-judged='1I']")).toHaveText(/cold band by what such an engine usually grows/);
  await expect(page.locator("[data-growth=intake]")).toContainText(/in wider hot.*the middle of 3/);
  await page.getByRole("button", { name: "Save these readings" }).click();
  await expect(page.getByText(/^Saved: the next job on this engine/)).toBeVisible();

  // The next job: cold, one bank, through what was measured.
  await page.goto(`${engine}/job`);
  await page.getByLabel("Cold", { exact: true }).check();
  await expect(page.getByRole("radio", { name: /^Measured on this engine, proposed/ })).toBeChecked();
  await expect(page.getByRole("radio", { name: /^Rule of thumb, second school/ })).toBeVisible();
  await acceptCautions(page);
  await page.getByLabel("Bank 2 4 6 8").check();
  await page.getByRole("radio", { name: /^Inch set/ }).check();
  await page.getByRole("button", { name: "I've read the cautions: start" }).click();
  await page.waitForURL(/\/jobs\//);
  await workByKeys(page, {}, { until: ({ title }) => title.startsWith("Read ") });
  await expect(page.getByRole("region", { name: "Next" })).toContainText(
    /Judged through an offset: hot spec read cold, through −\.\d\d\d in intake, −\.\d\d\d in exhaust \(measured on this engine\)/,
  );
  const cold = Object.fromEntries(
    Object.entries(truthOf(DUNMORE)).map(([id, mm]) => [id, mm - (id.endsWith("I") ? 0.2286 : 0.2)]),
  );
  await workByKeys(page, { ...cold, "4I": (cold["4I"] ?? 0) + 0.09 });
  await allKept(page);
  const sheet = (await (await page.request.get(`/api${new URL(page.url()).pathname}/sheet.json`)).json()) as {
    offset: string;
    valves: { valve: string; asLeft: { verdict: string } }[];
  };
  expect(sheet.valves).toHaveLength(8);
  expect(sheet.offset).toMatch(/measured on this engine/);
  expect(sheet.valves.every((v) => v.asLeft.verdict === "in")).toBe(true);
});

test.describe("refused", () => {
  // What is refused on purpose is told by the browser as well.
  test.use({ allow: [/422/] });

  test("a cold aim that would hold valves open, by every door", async ({ page }) => {
    const engine = await addEngine(page, { ...TAMBLIN, name: "Test tight" });
    await page.goto(`${engine}/job`);
    await page.getByLabel("Cold", { exact: true }).check();
    const ways = page.getByRole("group", { name: "The spec is for a hot engine" });
    await expect(ways.getByText(/The intake valves would be held open/).first()).toBeVisible();
    for (const radio of await ways.getByRole("radio").all()) await expect(radio).toBeDisabled();
    await acceptCautions(page);
    await page.getByRole("button", { name: "I've read the cautions: start" }).click();
    await expect(page.getByRole("alert").filter({ hasText: "would be held open" }).first()).toBeVisible();
    expect(page.url()).toContain("/job");

    const calc = await page.request.post("/api/calc/heat", {
      data: {
        spec: ".010 in",
        layout: "pushrod",
        ratio: 1.6,
        sizes: { deck: 180, pivot: 120, pushrod: 290, valve: 118 },
        materials: { block: "alloy", head: "alloy" },
        rise: 70,
        role: "intake",
      },
    });
    expect(await calc.json()).toMatchObject({ verdict: "too-small", why: expect.stringMatching(/held open/) });

    // The same figure taken in as a cold spec of a file.
    const typed = await addEngine(page, {
      ...TAMBLIN,
      name: "Test typed cold",
      lash: {
        state: "cold",
        source: "Worked out at home",
        intake: { nominal: ".001 in" },
        exhaust: { nominal: ".012 in" },
      },
    });
    await page.goto(`${typed}/job`);
    await page.getByLabel("Cold", { exact: true }).check();
    await acceptCautions(page);
    await page.getByRole("button", { name: "I've read the cautions: start" }).click();
    await expect(
      page.getByRole("alert").filter({ hasText: "The intake valves would be held open" }).first(),
    ).toBeVisible();

    // Hot, as its card says, it may be set.
    await beginJob(page, engine, { set: "Inch set", state: "Hot" });
    await expect(nextTitle(page)).toContainText("Turn the crank");
  });
});
