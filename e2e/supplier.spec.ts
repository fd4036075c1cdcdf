/**
 * Parts that are not in the drawers: bought from the simulated supplier, which goes down in the middle, and the job
 * waits for them.
 */
import type { Page } from "@playwright/test";
import { PELLAM } from "../src/demo/engines";
import { addEngine, allKept, atWork, beginJob, expect, test } from "./fixtures";
import { truthOf, workByKeys } from "./mechanic";

test.describe.configure({ mode: "serial", timeout: 150_000 });
// A size that no other test has parts of.
const DIAMETER = "10 mm";
/** A second try finds what the first left in the drawers: its parts are of other sizes. */
const fittedAt = (retry: number): number => Number((2.5 - retry * 0.4).toFixed(2));
/** The machine may stand still for a while: what the supplier says comes within this. */
const SAID_WITHIN = 40_000;

const bench = async (page: Page, how: object): Promise<void> => {
  expect((await page.request.post("/api/supplier/bench", { data: how })).ok()).toBe(true);
};
const orderState = (page: Page) => page.locator("[data-order]");

/** A job of sixteen valves at the point where parts are worked out: two are out, and no part here puts them right. */
async function waitingForParts(page: Page, name: string, fitted: number) {
  const job = await beginJob(
    page,
    await addEngine(page, { ...PELLAM, name, adjuster: { ...PELLAM.adjuster, diameter: DIAMETER } }),
    { set: "Fine metric set" },
  );
  const truth = truthOf(PELLAM, { "1Ib": 0.1, "4Ea": -0.06 });
  await workByKeys(page, truth, { until: ({ title }) => title.includes("take the parts out") });
  await allKept(page);
  await page.keyboard.press("Enter");
  await page.waitForURL(/shims$/);
  await page.getByLabel("Measured with").selectOption({ label: "Bench micrometer" });
  for (const valve of ["1Ib", "4Ea"]) {
    await page.getByLabel(`${valve} fitted`).fill(String(fitted));
    await page.getByLabel(`${valve} fitted`).blur();
  }
  return { job, truth };
}

test.beforeEach(async ({ page }) => {
  await atWork(page);
  await bench(page, { down: false, slowMs: 0, dayMs: 60_000 });
});
test.afterEach(({ page }) => bench(page, { down: false, slowMs: 0, dayMs: 60_000 }));

test("down in the middle: the order is kept and sent once, the job waits, comes back with its parts, and is closed", async ({
  page,
}, { retry }) => {
  const fitted = fittedAt(retry);
  const [thicker, thinner] = [(fitted + 0.1).toFixed(2), (fitted - 0.05).toFixed(2)];
  // A second try finds the jobs of the first.
  const name = `Supplied sixteen ${Date.now() % 10_000}`;
  const { job, truth } = await waitingForParts(page, name, fitted);
  const plan = page.getByRole("region", { name: "What goes where" });
  // What must be bought, for how much, and what would be without.
  const order = plan.getByRole("button", { name: /^Order 2 for €\d+\.\d\d: job on hold$/ });
  await expect(order).toBeVisible();
  await expect(plan.getByText(/Without buying: 2 can't be served with what is here/)).toBeVisible();
  await expect(plan.getByText(`1Ib: ${thicker}0 to buy, leaves 0.155 mm`)).toBeVisible();
  await bench(page, { down: true });
  await order.click();
  await expect(orderState(page)).toHaveAttribute("data-order", "unsent");
  await expect(orderState(page)).toContainText("Not sent yet: the supplier does not answer");
  await page.goto("/");
  const card = page.getByRole("article", { name: `${name}, in hand` });
  await expect(card).toContainText("Waits for parts");
  await bench(page, { down: false });
  await expect(card.locator("[data-order=accepted]")).toContainText(/Ordered, due /, { timeout: SAID_WITHIN });
  await bench(page, { deliver: true });
  await expect(card.locator("[data-order=delivered]")).toContainText("The parts are here.", { timeout: SAID_WITHIN });
  await card.getByRole("link", { name: `Go on with ${name}` }).click();
  await page.waitForURL(/shims$/);
  // What was measured is still there.
  await expect(page.getByLabel("1Ib fitted")).toHaveValue(String(fitted));
  await expect(plan.getByText(`1Ib: ${thicker}0 out of the tray for ${name}`)).toBeVisible();
  await plan.getByRole("button", { name: "Fit these 2: out of stock and heads" }).click();
  await page.waitForURL(job);
  truth["1Ib"] = (truth["1Ib"] ?? 0) + fitted - Number(thicker);
  truth["4Ea"] = (truth["4Ea"] ?? 0) + fitted - Number(thinner);
  await workByKeys(page, truth);
  await allKept(page);
  const entries = (await (await page.request.get(`/api${job}/entries`)).json()) as { entries: { kind: string }[] };
  expect(entries.entries.filter((e) => e.kind === "ordered")).toHaveLength(1);
  // Two came, and two went in: none is left, and the old ones lie there.
  const csv = await (await page.request.get("/api/parts/csv")).text();
  expect(
    csv
      .split("\n")
      .filter((l) => l.startsWith(`shim-under,10,${fitted},`) || l.startsWith(`shim-under,10,${Number(thicker)},`))
      .map((l) => Number(l.split(",")[2])),
  ).toEqual([fitted, fitted]);
});

test("a price that changed since is said, nothing is ordered, and the new price is shown", async ({ page }, {
  retry,
}) => {
  const [size, sku] = [(fittedAt(retry) - 0.05).toFixed(2), `shim-under-10-${(fittedAt(retry) - 0.05).toFixed(2)}`];
  await waitingForParts(page, "Dearer sixteen", fittedAt(retry));
  const plan = page.getByRole("region", { name: "What goes where" });
  await expect(plan.getByRole("button", { name: /^Order 2 for/ })).toBeVisible();
  await bench(page, { price: { [sku]: 9.9 } });
  await plan.getByRole("button", { name: /^Order 2 for/ }).click();
  await expect(orderState(page)).toHaveAttribute("data-order", "refused");
  await expect(orderState(page)).toContainText(`the price of ${size} mm is €9.90 now`);
  await expect(plan.getByRole("button", { name: /^Order 2 for/ })).toHaveText(/^Order 2 for €1\d\.\d\d/);
  await bench(page, { price: { [sku]: 4.62 } });
});

test("a supplier that is slow keeps nobody waiting, and the parts page says what is ordered", async ({ page }, {
  retry,
}) => {
  await bench(page, { slowMs: 3000 });
  await waitingForParts(page, "Patient sixteen", fittedAt(retry));
  const plan = page.getByRole("region", { name: "What goes where" });
  await expect(plan.getByText("Asking the supplier…")).toBeVisible();
  await expect(plan.getByText("2 can't be served with what is here", { exact: true })).toBeVisible();
  await expect(plan.getByRole("button", { name: /^Order 2 for/ })).toBeVisible();
  await page.goto("/shop/parts");
  await page.getByRole("region", { name: "Simulated supplier" }).getByRole("button", { name: "Answer" }).click();
  await expect(page.getByText("It answers at once.")).toBeVisible();
  await expect(page.getByRole("region", { name: "Orders" })).toContainText("shim under bucket of");
});
