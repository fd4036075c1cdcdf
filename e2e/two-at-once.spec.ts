/** Two people, two browsers, one job. */
import type { Browser, Page } from "@playwright/test";
import {
  addEngine,
  allKept,
  atWork,
  beginJob,
  expect,
  leaf,
  mainButton,
  nextTitle,
  restFor,
  test,
  watch,
} from "./fixtures";

const CYLINDERS = Array.from({ length: 12 }, (_, i) => String(i + 1));
const LASH = { nominal: "0.20 mm", low: "0.15 mm", high: "0.25 mm" };
/** Twelve cylinders, 48 valves, and a cam so short that two stops serve all. */
const TWELVE = {
  format: "fulcrata-engine/1",
  name: "Test twelve",
  strokes: 4,
  cylinders: CYLINDERS,
  firingOrder: ["1", "12", "5", "8", "3", "10", "6", "7", "2", "11", "4", "9"],
  valves: CYLINDERS.flatMap((cylinder) =>
    ["Ia", "Ib", "Ea", "Eb"].map((tail) => ({
      id: cylinder + tail,
      cylinder,
      role: tail.startsWith("I") ? "intake" : "exhaust",
    })),
  ),
  cam: {
    atLift: "0.15 mm",
    rampDeg: 5,
    intake: { opensDegBtdc: -20, closesDegAbdc: -20 },
    exhaust: { opensDegBbdc: -20, closesDegAtdc: -20 },
  },
  lash: { state: "cold", source: "Test card", intake: LASH, exhaust: LASH },
  adjuster: { kind: "screw", at: "valve-end", pitch: "0.75 mm", lock: "self-locking" },
};

interface Kept {
  readonly id: string;
  readonly seq: number;
  readonly kind: string;
  readonly valve?: string;
  readonly stop?: string;
  readonly personId: string;
}

async function second(browser: Browser, page: Page, path: string): Promise<Page> {
  const base = new URL("/", page.url()).toString();
  const context = await browser.newContext({ baseURL: base });
  const other = await context.newPage();
  await restFor(other, 0);
  await atWork(other, "Tamsin Oake");
  await other.goto(path);
  return other;
}

/** Whoever comes to a job says first where the crank is, where that is asked. */
async function mainOrConfirm(page: Page): Promise<void> {
  await expect(nextTitle(page)).toBeVisible();
  if (((await nextTitle(page).textContent()) ?? "").startsWith("Is the crank")) await mainButton(page).click();
}

const ledgerOf = async (page: Page, path: string): Promise<Kept[]> =>
  ((await (await page.request.get(`/api${path}/entries`)).json()) as { entries: Kept[] }).entries;

/** Takes a valve in hand, reads it as in its band, and leaves it. */
async function doValve(page: Page, id: string): Promise<void> {
  await page.locator(`[data-valve="${id}"]`).click();
  await expect(page.locator(`[data-in-hand="${id}"]`)).toBeVisible();
  await leaf(page, "0.20 mm").click();
  await leaf(page, "0.25 mm").click();
  await leaf(page, "0.25 mm").click();
  await mainButton(page).click();
}

test.setTimeout(300_000);

test("200 interleaved entries: none lost, none doubled, the order by valve kept, each seen by the other", async ({
  page,
  browser,
}) => {
  await atWork(page);
  const path = await beginJob(page, await addEngine(page, TWELVE), { method: "Two stops" });
  const other = await second(browser, page, path);
  const complaints: string[] = [];
  watch(other, complaints);
  await mainButton(page).click();
  await expect(other.locator("[data-blade]").first()).toBeVisible();
  const here = async (): Promise<string[]> =>
    page
      .locator("[data-valve][data-look=here], [data-valve][data-look=hand]")
      .evaluateAll((all) => all.map((v) => v.getAttribute("data-valve") ?? ""));
  for (let round = 0; round < 4; round++) {
    const valves = await here();
    expect(valves.length).toBeGreaterThan(0);
    const share = async (who: Page, from: number): Promise<void> => {
      for (let i = from; i < valves.length; i += 2) await doValve(who, valves[i] ?? "");
    };
    await Promise.all([share(page, 0), share(other, 1)]);
    await Promise.all([allKept(page), allKept(other)]);
    // What one did is seen by the other within two seconds.
    await Promise.all(
      [page, other].map((who) => expect(nextTitle(who)).toHaveText(/^Turn the (crank|engine)|^Put a wrench/)),
    );
    if (round < 3) {
      // Nothing was set: all are read once more only on wish.
      const who = round % 2 === 0 ? page : other;
      const again = who.getByRole("button", { name: "Turned over: all again" });
      await ((await again.count()) > 0 ? again : mainButton(who)).click();
      await Promise.all([page, other].map((who) => expect(who.locator("[data-blade]").first()).toBeVisible()));
    }
  }
  const ledger = await ledgerOf(page, path);
  expect(ledger.length).toBeGreaterThanOrEqual(197);
  expect(ledger.map((e) => e.seq)).toEqual(ledger.map((_, i) => i + 1));
  expect(new Set(ledger.map((e) => e.id)).size).toBe(ledger.length);
  for (const { id } of TWELVE.valves)
    expect(ledger.filter((e) => e.valve === id).map((e) => e.kind)).toEqual(["reading", "left", "reading", "left"]);
  const byWhom = ledger.map((e) => e.personId);
  expect(new Set(byWhom).size).toBe(2);
  // Really interleaved: the hand changes many times, not once.
  expect(byWhom.filter((p, i) => i > 0 && p !== byWhom[i - 1]).length).toBeGreaterThan(20);
  expect(complaints).toEqual([]);
  await other.context().close();
});

test.describe("on one valve", () => {
  test.use({ allow: [/409/] });
  test("both are told, and the second entry is refused in words", async ({ page, browser }) => {
    await atWork(page);
    const path = await beginJob(page, await addEngine(page, TWELVE), { method: "Two stops" });
    const other = await second(browser, page, path);
    await mainButton(page).click();
    await expect(other.locator("[data-blade]").first()).toBeVisible();
    await page.locator('[data-valve="1Ia"]').click();
    await other.locator('[data-valve="1Ia"]').click();
    await expect(page.getByText("Tamsin Oake has this valve in hand too")).toBeVisible();
    await expect(other.getByText("Jory Penhale has this valve in hand too")).toBeVisible();
    await doValve(page, "1Ia");
    await allKept(page);
    const late = {
      id: crypto.randomUUID(),
      supersedes: null,
      kind: "reading",
      valve: "1Ia",
      stop: "A",
      pass: "as-found",
      goes: { mm: 0.2, text: "0.20 mm" },
      noGo: { mm: 0.25, text: "0.25 mm" },
      reason: null,
    };
    const answer = await other.request.post(`/api${path}/entries`, { data: { entries: [late] } });
    expect(answer.status()).toBe(409);
    expect(await answer.text()).toContain("1Ia was worked on meanwhile, on another device");
    await other.context().close();
  });

  test("what another did is taken back only after it was asked about by name", async ({ page, browser }) => {
    await atWork(page);
    const path = await beginJob(page, await addEngine(page, TWELVE), { method: "Two stops" });
    await mainButton(page).click();
    await doValve(page, "1Ia");
    await allKept(page);
    const other = await second(browser, page, path);
    await mainOrConfirm(other);
    await other.getByRole("button", { name: /^Undo/ }).click();
    await expect(nextTitle(other)).toHaveText("That takes back what Jory Penhale did. Sure?");
    await other.getByRole("button", { name: "Leave it as it is" }).click();
    await expect(nextTitle(other)).not.toContainText("takes back");
    expect((await ledgerOf(page, path)).filter((e) => e.kind === "withdrawn")).toHaveLength(0);
    await other.getByRole("button", { name: /^Undo/ }).click();
    await other.getByRole("button", { name: "Take it back" }).click();
    await expect(other.getByText(/^Taken back: 1Ia read as found/)).toBeVisible();
    await allKept(other);
    expect((await ledgerOf(page, path)).filter((e) => e.kind === "withdrawn")).toHaveLength(2);
    await other.context().close();
  });
});
