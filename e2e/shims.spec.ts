/** Shims with an order: read, measured, moved round, what is missing bought from a supplier that goes down, fitted. */
import type { Page } from "@playwright/test";
import type { EngineFile } from "../src/core/engine/engineFile";
import { Gaps } from "../src/core/mechanic/gaps";
import { PELLAM } from "../src/demo/engines";
import { cleanAsShown } from "./clean";
import { addEngine, allKept, atWork, beginJob, expect, mainButton, nextTitle, signAs, test } from "./fixtures";
import { workByKeys } from "./mechanic";

test.describe.configure({ timeout: 120_000 });
test.use({ allow: [/409|422/] });

/** The supplier has this size; no engine of the demo does. */
const SIZE = "10 mm";
const ONE = {
  ...PELLAM,
  name: `Test four valves ${Date.now() % 10_000}`,
  cylinders: ["1"],
  firingOrder: ["1"],
  valves: PELLAM.valves.filter((v) => v.cylinder === "1"),
  camshafts: (PELLAM.camshafts ?? []).map((c) => ({ ...c, valves: c.valves.filter((v) => v.startsWith("1")) })),
  adjuster: { kind: "bucket-shim", shimAt: "under", diameter: SIZE },
} satisfies EngineFile;
const FITTED: Readonly<Record<string, number>> = { "1Ia": 2.5, "1Ib": 2.6, "1Ea": 2.7, "1Eb": 2.65 };

const bench = async (page: Page, how: object): Promise<void> => {
  expect((await page.request.post("/api/supplier/bench", { data: how })).ok()).toBe(true);
};
const plan = (page: Page) => page.getByRole("region", { name: "What goes where" });
const stock = async (page: Page): Promise<string[]> =>
  (await (await page.request.get("/api/parts/csv")).text()).split("\n").filter((l) => l.startsWith("shim-under,10,"));

/** Lays a shim of the size into a box, known by its mark. */
async function lay(page: Page, thickness: string, place = "box"): Promise<void> {
  const part = { kind: "shim-under", diameter: SIZE, mark: thickness.replace(".", ""), thickness, count: 1, place };
  const laid = await page.request.post("/api/parts", {
    data: { id: crypto.randomUUID(), moveId: crypto.randomUUID(), ...part },
  });
  expect(laid.ok(), await laid.text()).toBe(true);
}

/** What the list of moves does to the gaps: each valve gets a part in place of the one that came out. */
async function fitted(page: Page, gaps: Gaps, was: Readonly<Record<string, number>>): Promise<string[]> {
  const moves = await plan(page).getByRole("listitem").allTextContents();
  for (const words of moves) {
    const [, valve, mm] = /^(\w+): ([\d.]+) (?:from|out of)/.exec(words) ?? [];
    if (valve !== undefined) gaps.mm[valve] = gaps.at(valve) + (was[valve] ?? 0) - Number(mm);
  }
  return moves;
}

test("read, worked out, ordered while the supplier is down, waited for, fitted, seated and signed", async ({
  page,
}) => {
  await atWork(page);
  await bench(page, { down: false, slowMs: 0, dayMs: 60_000 });
  await lay(page, "2.66");
  const job = await beginJob(page, await addEngine(page, ONE), { set: "Fine metric set", method: "Firing order" });
  // Two can swap, one has a part in the box, one has none.
  const gaps = Gaps.of(ONE, { "1Ia": 0.1, "1Ib": -0.1, "1Eb": -0.14, "1Ea": -0.04 });
  // The last readings are still on their way: the page of parts is opened once they are kept.
  const waiting: (() => void)[] = [];
  await page.route("**/entries", (route) => void waiting.push(() => void route.continue()));
  const letThrough = setInterval(() => waiting.shift()?.(), 150);
  await workByKeys(page, gaps, { until: /take the parts out/ });
  await expect(page.getByRole("region", { name: "Next" })).toContainText(
    "Intake cam off: caps from the middle outward, half a turn at a time; back on with 10 Nm.",
  );
  await mainButton(page).press("Enter");
  await page.waitForURL(/shims$/);
  clearInterval(letThrough);
  await page.unroute("**/entries");
  await expect(page.getByText("not read")).toHaveCount(0);
  await page.getByLabel("Measured with").selectOption({ label: "Bench micrometer" });
  await page.getByLabel("1Ib fitted").fill("thick");
  for (const [valve, mm] of Object.entries(FITTED)) {
    if (valve === "1Ib")
      await expect(page.getByText('"thick" is not a thickness: write it like 2.65.')).toBeVisible();
    await page.getByLabel(`${valve} fitted`).fill(String(mm));
  }
  await page.getByLabel("1Eb fitted").blur();
  const order = plan(page).getByRole("button", { name: /^Order \d for €\d+\.\d\d: job on hold$/ });
  await expect(order).toBeVisible();
  await expect(plan(page).getByText(/Without buying: \d can't be served with what is here/)).toBeVisible();
  // The sum, as on paper.
  await page
    .getByRole("button", { name: /^wants 2\.[56]/ })
    .first()
    .click();
  await expect(
    plan(page)
      .getByText(/^2\.\d+ [+−] 0\.\d+ [−+] 0\.\d+ = 2\.\d+ mm$/)
      .first(),
  ).toBeVisible();
  await cleanAsShown(page);

  // A price that changed since is said, and nothing is ordered; then the supplier goes down, and the order waits for it.
  const [, thickness = ""] = /(2\.\d\d)0 to buy/.exec((await plan(page).textContent()) ?? "") ?? [];
  await bench(page, { price: { [`shim-under-10-${thickness}`]: 9.9 } });
  await order.click();
  const state = page.locator("[data-order]");
  await expect(state).toHaveAttribute("data-order", "refused");
  await expect(state).toContainText(`the price of ${thickness} mm is €9.90 now`);
  await bench(page, { price: { [`shim-under-10-${thickness}`]: 4.62 }, slowMs: 1500 });
  await page.reload();
  await expect(plan(page).getByText("Asking the supplier…")).toBeVisible();
  await expect(order).toBeVisible();
  await bench(page, { slowMs: 0, down: true });
  await order.click();
  await expect(state.and(page.locator("[data-order=unsent]"))).toContainText(
    "Not sent yet: the supplier does not answer",
  );
  await page.goto("/");
  const card = page.getByRole("article", { name: `${ONE.name}, in hand` });
  await expect(card).toContainText("Waits for parts");
  await bench(page, { down: false });
  await expect(card.locator("[data-order=accepted]")).toContainText(/Ordered, due /, { timeout: 40_000 });
  await bench(page, { deliver: true });
  await expect(card.locator("[data-order=delivered]")).toContainText("The parts are here.", { timeout: 40_000 });
  await card.getByRole("link", { name: `Go on with ${ONE.name}` }).click();
  await page.waitForURL(/shims$/);
  // What was measured is still there.
  await expect(page.getByLabel("1Ib fitted")).toHaveValue("2.6");
  await expect(plan(page).getByText(`out of the tray for ${ONE.name}`).first()).toBeVisible();
  const moves = await fitted(page, gaps, FITTED);
  await plan(page).getByRole("button", { name: /^Fit / }).click();
  await page.waitForURL(job);
  await expect(nextTitle(page)).toContainText("Cams on, marks checked; then turn it over two full turns by hand");
  await workByKeys(page, gaps);
  await allKept(page);
  await page.getByRole("link", { name: "See the sheet" }).click();
  await page.waitForURL(/sheet$/);
  await expect(page.getByRole("row", { name: /^1Ib/ })).toContainText(
    /Fitted 2\.\d+ mm.*was 2\.600 by Bench micrometer; predicted 0\.1\d–0\.1\d mm/,
  );
  await signAs(page, "Maud Fenwick");
  const { entries } = (await (await page.request.get(`/api${job}/entries`)).json()) as {
    entries: { kind: string }[];
  };
  // The one that was refused, and the other, once.
  expect(entries.filter((e) => e.kind === "ordered")).toHaveLength(2);
  // What came out lies in the drawers now, what went in does not.
  const drawer = (await stock(page)).join("\n");
  for (const mark of moves.flatMap((words) => /marked (\d+)/.exec(words)?.[1] ?? []))
    expect(drawer).not.toContain(`,${mark},`);
  expect(drawer).toContain("the put-back tray");
});

test("a fresh build over one test part, a valve where no leaf goes, and two engines that share one stock", async ({
  page,
}) => {
  await atWork(page);
  await bench(page, { down: false, slowMs: 0 });
  const box = `box ${Date.now() % 10_000}`;
  for (const t of ["2.30", "2.35"]) await lay(page, t, box);
  const file = { ...ONE, name: `Fresh head ${Date.now() % 10_000}`, camshafts: [] };
  const job = await beginJob(page, await addEngine(page, file), { set: "Fine metric set", method: "Firing order" });
  // Over a test part of 2.20 three are wide; under the fourth no leaf goes.
  const gaps = Gaps.of(file, { "1Ia": 0.1, "1Eb": 0.3, "1Ea": 0.3, "1Ib": -0.16 });
  await workByKeys(page, gaps, { until: /take the parts out/ });
  await allKept(page);
  await mainButton(page).press("Enter");
  await page.waitForURL(/shims$/);
  await page.getByLabel("Measured with").selectOption({ label: "Bench micrometer" });
  await page.getByLabel("Fresh build: one test part everywhere").check();
  await page.getByLabel("1Ia fitted").fill("2.20");
  await expect(page.getByLabel("1Eb fitted")).toHaveValue("2.20");
  await expect(page.getByText(/^No leaf goes: what it really lacks can't be read/)).toBeVisible();
  await page.getByRole("button", { name: "Read the open gap" }).click();
  await page.getByLabel("1Ib open gap").fill("2.50");
  await expect(
    plan(page).getByText(new RegExp(`^1Ib: 2\\.350 out of ${box}, marked 235, leaves 0\\.150 mm`)),
  ).toBeVisible();
  // What is not there was bought round the corner, and goes in where it is needed.
  await plan(page)
    .getByRole("button", { name: /into stock$/ })
    .click();
  const bought = plan(page).getByRole("form", { name: "What was bought" });
  const counts = bought.getByLabel(/^How many of/);
  await counts.first().fill("some");
  await bought.getByRole("button", { name: "Into stock" }).click();
  await expect(bought.getByText("Give a whole count; 0 for none.")).toBeVisible();
  await counts.first().fill("2");
  await bought
    .getByLabel(/^Thickness of what came/)
    .first()
    .fill("2.52");
  await bought.getByRole("button", { name: "Into stock" }).click();
  await expect(bought).toBeHidden();
  await expect(
    plan(page)
      .getByText(/out of the tray for Fresh head \d+, marked 2\.52/)
      .first(),
  ).toBeVisible();
  // The test part stays nowhere and serves nowhere. From the bench parts both engines of a week share what lies there.
  await expect(plan(page).getByText(/Left over/)).toHaveCount(0);
  await page.goto("/shop/parts");
  await page.getByRole("link", { name: "Several engines, one stock" }).click();
  await page.waitForURL(/week$/);
  const cards = page.getByRole("article");
  const ours = cards.filter({ hasText: file.name });
  for (const card of await cards.filter({ hasNotText: file.name }).all()) await card.getByRole("checkbox").uncheck();
  await expect(ours).toContainText(`1Ib: 2.350 out of ${box}`);
  await cleanAsShown(page);
  await page
    .getByRole("region", { name: "For all of them" })
    .getByRole("button", { name: "Fit at one engine" })
    .click();
  await expect(ours).toHaveCount(0);
  await page.goto(job);
  await expect(nextTitle(page)).toContainText("turn it over two full turns by hand");
});

test("parts are laid in with the micrometer's zero taken off, taken out by one only, and go out as CSV", async ({
  page,
  context,
}) => {
  await atWork(page);
  await page.goto("/shop/parts");
  await page.getByLabel("Another one").fill("Test micrometer");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await page.getByText("Hold Test micrometer to a check piece").click();
  await page.getByLabel("Piece").last().fill("2.500");
  await page.getByLabel("It shows").last().fill("2.516");
  await page.getByRole("button", { name: "Keep", exact: true }).last().click();
  await expect(page.getByText("Test micrometer, shows 0.016 mm too much")).toBeVisible();
  await expect(page.getByText(/Bench micrometer and Test micrometer show 0\.016 mm differently/)).toBeVisible();
  await page.getByLabel("Kind").selectOption({ label: "rocker shim" });
  await page.getByLabel("Measured with").selectOption({ label: "Test micrometer" });
  await page.getByLabel("Micrometer reading").fill("6.416");
  await expect(page.getByText("6.416 − 0.016 (its zero) = 6.400 mm")).toBeVisible();
  await page.getByRole("button", { name: "Add to stock" }).click();
  const drawer = page.getByRole("region", { name: "rocker shim" });
  await expect(drawer.locator("[data-count]")).toHaveText("× 1");
  const other = await context.newPage();
  await other.goto("/shop/parts");
  await drawer.getByRole("button", { name: "Take one of 6.400 mm out" }).click();
  await expect(drawer).toHaveCount(0);
  await other
    .getByRole("region", { name: "rocker shim" })
    .getByRole("button", { name: "Take one of 6.400 mm out" })
    .click();
  await expect(other.getByText("None of these is left: somebody took the last one.")).toBeVisible();
  await page.getByLabel("Or its text").fill("kind,thickness_mm,count\nwasher,2.5,1");
  await page.getByRole("button", { name: "Import" }).click();
  await expect(page.getByText(/Line 2: "washer" is no kind of part/)).toBeVisible();
  await page.getByLabel("Or its text").fill("kind,diameter_mm,thickness_mm,mark,count\nlash-cap,11,3.10,310,4");
  await page.getByRole("button", { name: "Import" }).click();
  await expect(page.getByRole("region", { name: "lash cap, 11 mm" }).locator("[data-count]")).toHaveText("× 4");
  expect(await (await page.request.get("/api/parts/csv")).text()).toContain("lash-cap,11,3.1,310,,,no,,,4");
  // What to keep follows from what was taken, and what is missing can be ordered.
  await page.goto("/shop/parts/advice");
  const shims = page.getByRole("region", { name: "Shim under bucket, 9.5 mm", exact: true });
  await expect(shims).toContainText(
    /With the stock as it is, \d+ of 100 jobs do not wait; with these, 9[5-9] of 100/,
  );
  await shims.getByRole("button", { name: /^Order the \d+ that are missing/ }).click();
  await page.waitForURL(/\/shop\/parts$/);
  await expect(page.getByRole("region", { name: "Orders" }).locator("[data-order]").first()).toContainText(
    "shim under bucket of",
  );
});
