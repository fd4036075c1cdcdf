/** Two devices on one job, with a cut in the middle: nothing is lost, doubled, sent under another name or out of sight. */
import { readFileSync } from "node:fs";
import type { Browser, Page } from "@playwright/test";
import { Gaps } from "../src/core/mechanic/gaps";
import {
  UNEVEN_TWIN,
  addEngine,
  allKept,
  atWork,
  beginJob,
  expect,
  keptWithoutNetwork,
  leaf,
  ledgerOf,
  mainButton,
  nextTitle,
  openRun,
  restFor,
  test,
  watch,
} from "./fixtures";
import { ownInstallation } from "./installation";
import { workByKeys } from "./mechanic";

test.describe.configure({ timeout: 120_000 });

const CYLINDERS = Array.from({ length: 6 }, (_, i) => String(i + 1));
const LASH = { nominal: "0.20 mm", low: "0.15 mm", high: "0.25 mm" };
/** Six cylinders, 24 valves, and a cam so short that two stops serve all. */
const SIX = {
  format: "fulcrata-engine/1" as const,
  name: "Test six",
  strokes: 4 as const,
  cylinders: CYLINDERS,
  firingOrder: ["1", "5", "3", "6", "2", "4"],
  valves: CYLINDERS.flatMap((cylinder) =>
    ["Ia", "Ib", "Ea", "Eb"].map((tail) => ({
      id: cylinder + tail,
      cylinder,
      role: tail.startsWith("I") ? ("intake" as const) : ("exhaust" as const),
    })),
  ),
  cam: {
    atLift: "0.15 mm",
    rampDeg: 5,
    intake: { opensDegBtdc: -20, closesDegAbdc: -20 },
    exhaust: { opensDegBbdc: -20, closesDegAtdc: -20 },
  },
  lash: { state: "cold" as const, source: "Test card", intake: LASH, exhaust: LASH },
  adjuster: { kind: "screw" as const, at: "valve-end" as const, pitch: "0.75 mm", lock: "self-locking" as const },
};

async function second(browser: Browser, page: Page, path: string): Promise<Page> {
  const context = await browser.newContext({ baseURL: new URL("/", page.url()).toString() });
  const other = await context.newPage();
  await restFor(other, 0);
  await atWork(other, "Tamsin Oake");
  await other.goto(path);
  return other;
}

/** Takes a valve in hand, reads it as in its band, and leaves it. */
async function doValve(page: Page, id: string): Promise<void> {
  await page.locator(`[data-valve="${id}"]`).click();
  await expect(page.locator(`[data-in-hand="${id}"]`)).toBeVisible();
  await leaf(page, "0.20 mm").click();
  await leaf(page, "0.25 mm").click();
  await leaf(page, "0.25 mm").click();
  await mainButton(page).click();
}

test.describe("at once", () => {
  test.use({ allow: [/409/] });
  test("two share a job: each entry is there once, in order, seen by the other; a second at one valve is refused", async ({
    page,
    browser,
  }) => {
    await atWork(page);
    const path = await beginJob(page, await addEngine(page, SIX), { method: "Two stops" });
    const other = await second(browser, page, path);
    const complaints: string[] = [];
    watch(other, complaints);
    await mainButton(page).click();
    await expect(other.locator("[data-blade]").first()).toBeVisible();
    const here = await page
      .locator("[data-valve][data-look=here], [data-valve][data-look=hand]")
      .evaluateAll((all) => all.map((v) => v.getAttribute("data-valve") ?? ""));
    expect(here.length).toBeGreaterThan(11);
    // Both take the same valve: each is told of the other, and the second entry is refused in words.
    const [contested = ""] = here;
    for (const who of [page, other]) await who.locator(`[data-valve="${contested}"]`).click();
    await expect(page.getByText("Tamsin Oake has this valve in hand too")).toBeVisible();
    await expect(other.getByText("Jory Penhale has this valve in hand too")).toBeVisible();
    const share = async (who: Page, from: number): Promise<void> => {
      for (let i = from; i < here.length; i += 2) await doValve(who, here[i] ?? "");
    };
    await Promise.all([share(page, 0), share(other, 1)]);
    await Promise.all([allKept(page), allKept(other)]);
    // What one did is seen by the other within two seconds.
    await Promise.all([page, other].map((who) => expect(nextTitle(who)).toHaveText(/^Turn the crank/)));
    const late = {
      id: crypto.randomUUID(),
      supersedes: null,
      kind: "reading",
      valve: contested,
      stop: "A",
      pass: "as-found",
      goes: { mm: 0.2, text: "0.20 mm" },
      noGo: { mm: 0.25, text: "0.25 mm" },
      reason: null,
    };
    const answer = await other.request.post(`/api${path}/entries`, { data: { entries: [late] } });
    expect(answer.status()).toBe(409);
    expect(await answer.text()).toContain(`${contested} was worked on meanwhile, on another device`);
    const ledger = await ledgerOf(page, path);
    expect(ledger.map((e) => e.seq)).toEqual(ledger.map((_, i) => i + 1));
    expect(new Set(ledger.map((e) => e.id)).size).toBe(ledger.length);
    for (const id of here)
      expect(ledger.filter((e) => e.valve === id).map((e) => e.kind)).toEqual(["reading", "left"]);
    const byWhom = ledger.map((e) => e.personId);
    // Really interleaved: the hand changes many times, not once.
    expect(byWhom.filter((p, i) => i > 0 && p !== byWhom[i - 1]).length).toBeGreaterThan(6);
    expect(complaints).toEqual([]);
    await other.context().close();
  });
});

test.describe("apart", () => {
  test.use({ allow: [/ERR_FAILED|ERR_INTERNET_DISCONNECTED|409|422/], serviceWorkers: "allow" });

  test("the network is cut, the page is loaded again without it, somebody else takes the device, and what came too late stays in sight", async ({
    page,
    context,
    browser,
  }) => {
    await atWork(page);
    const path = await openRun(page, { ...UNEVEN_TWIN, name: "Test apart" });
    const gaps = Gaps.of(UNEVEN_TWIN);
    await workByKeys(page, gaps, { until: /^Read 1 exhaust/ });
    await allKept(page);
    await page.reload();
    await keptWithoutNetwork(page);
    await context.setOffline(true);
    await workByKeys(page, gaps, { until: /^Read 2 exhaust/ });
    const status = page.getByRole("status").filter({ hasText: /saved|wait/ });
    await expect(status).toHaveText(/^\d+ not saved yet$/);
    const waiting = (await status.textContent()) ?? "";
    const title = (await nextTitle(page).textContent()) ?? "";
    await page.reload();
    await expect(nextTitle(page)).toHaveText(title);
    await expect(status).toHaveText(waiting);
    const before = (await ledgerOf(page, path)).length;

    // Another reads the same valves meanwhile: what waits here will come too late.
    const other = await second(browser, page, path);
    await expect(other.locator("[data-blade]").first()).toBeVisible();
    await workByKeys(other, Gaps.of(UNEVEN_TWIN), { until: /^Turn the crank/ });
    await allKept(other);

    // The network is there again but for entries, and the device is somebody else's: nothing is sent in their name.
    await page.route("**/entries", (route) => route.abort());
    await context.setOffline(false);
    await page.getByRole("combobox", { name: "At work" }).selectOption({ label: "Anselm Roke" });
    const [count = ""] = /\d+/.exec(waiting) ?? [];
    await expect(status).toHaveText(`${count} of Jory Penhale wait`);
    await page.unroute("**/entries");
    await page.goto("/");
    const notice = page.getByRole("region", { name: /Not saved yet/ });
    await expect(notice).toContainText(
      `${count} entries of Jory Penhale wait on this device for Test apart: sent once Jory Penhale is at work here.`,
    );
    await page.getByRole("combobox", { name: "At work" }).selectOption({ label: "Jory Penhale" });

    // What was not taken is in sight on every page and device until somebody has dealt with it.
    await expect(notice).toContainText("Test apart was not taken", { timeout: 20_000 });
    await other.goto("/");
    await expect(other.getByRole("region", { name: /Not saved yet/ })).toContainText("Test apart was not taken");
    await page.goto(path);
    const chip = page.getByRole("button", { name: /^\d+ not taken$/ });
    await chip.click();
    const list = page.getByRole("region", { name: "Not taken" });
    await expect(list).toContainText("Jory Penhale at Test apart");
    await expect(list).toContainText(/read as found, 0\.30–0\.35 mm/);
    for (let left = await list.getByRole("button", { name: "Drop it" }).count(); left > 0; left--) {
      await list.getByRole("button", { name: "Drop it" }).first().click();
      await list.getByRole("button", { name: "Drop it" }).first().click();
      await expect(list.getByText("Say why it is dropped.")).toBeVisible();
      await list.getByRole("button", { name: "Something else" }).click();
      await list.getByRole("button", { name: "Keep it as a note" }).first().click();
      await list.getByLabel(/word beside the note/).fill("felt the same");
      await list.getByRole("button", { name: "Keep as a note" }).click();
    }
    await expect(page.getByText("All is dealt with")).toBeVisible();
    await page.getByRole("button", { name: "Back to the run" }).click();
    await expect(chip).toHaveCount(0);
    await other.goto(`${path}/sheet`);
    await expect(
      other.getByText(/Not taken: .*Saved as a note by Jory Penhale: felt the same/).first(),
    ).toBeVisible();
    const ledger = await ledgerOf(page, path);
    expect(ledger.length).toBeGreaterThan(before);
    expect(new Set(ledger.map((e) => e.id)).size).toBe(ledger.length);
    expect(new Set(ledger.map((e) => e.personName))).toEqual(new Set(["Jory Penhale", "Tamsin Oake"]));
    await page.goto("about:blank");
    await other.context().close();
  });
});

test.describe("with the plug pulled", () => {
  test.use({ allow: [/./], serviceWorkers: "allow" });
  const here = ownInstallation("plug", { durable: true });

  test("server and database are killed in the middle of a job, and nothing that was shown as saved is lost", async ({
    page,
  }) => {
    const post = async (path: string, data: object): Promise<void> => {
      const answer = await page.request.post(`${here.url}${path}`, { data });
      expect(answer.ok(), `${path} ${await answer.text()}`).toBe(true);
    };
    const [set, engine, job] = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()];
    const password = "blue feeler, green door";
    await post("/api/begin", {
      shopId: crypto.randomUUID(),
      personId: crypto.randomUUID(),
      shopName: "Wharf Road Valves",
      name: "Una Selby",
      school: "go-no-go",
      lengthUnit: "mm",
      currency: "EUR",
      password,
    });
    await post("/api/sign-in", { name: "Una Selby", password });
    const marks = Array.from({ length: 20 }, (_, i) => ((i + 1) * 0.05).toFixed(2)).join(" ");
    await post("/api/feeler-sets", { id: set, name: "Set", system: "metric", marks });
    await post("/api/engines", { id: engine, text: JSON.stringify(UNEVEN_TWIN), serial: "", runningHours: null });
    await post("/api/jobs", {
      id: job,
      engineId: engine,
      state: "cold",
      temperatureC: 18,
      feelerSetId: set,
      method: "firing-order",
      cautions: ["data-first", "no-start", "plugs-out", "bar"],
    });
    await page.goto(`${here.url}/jobs/${job}`);
    await workByKeys(page, Gaps.of(UNEVEN_TWIN), { until: /^Read 1 exhaust/ });
    await allKept(page);
    const done = page.locator("[data-look=done]");
    await expect(done).toHaveCount(1);
    here.killApp();
    process.kill(Number(readFileSync(`${here.dataFolder}/postmaster.pid`, "utf8").split("\n")[0]), "SIGKILL");
    // Work goes on in the browser meanwhile, and is not called kept.
    await page.getByRole("button", { name: "Undo" }).click();
    const status = page.getByRole("status").filter({ hasText: "saved" });
    await expect(status).toContainText("not saved yet");
    await here.startAgain();
    await expect(status).toHaveText("All saved", { timeout: 40_000 });
    await expect(done).toHaveCount(0);
    await mainButton(page).click();
    await allKept(page);
    await page.reload();
    await expect(done).toHaveCount(1);
    await page.goto("about:blank");
  });
});
