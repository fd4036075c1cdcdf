/** Planned jobs rehearsed in their own runs on virtual engines: screws, shims, opener and closer, lifters. */
import type { Page } from "@playwright/test";
import type { EngineFile } from "../src/core/engine/engineFile";
import { type VirtualEngine, virtualEngine } from "../src/core/practice/engine/virtualEngine";
import { advance } from "../src/core/units/angle/arc";
import { clean } from "./clean";
import {
  UNEVEN_TWIN,
  acceptCautions,
  addEngine,
  atWork,
  beginJob,
  expect,
  leaf as leafOfRun,
  mainButton,
  nextTitle,
  test,
  openRun,
} from "./fixtures";
import { answered, leafIn as leaf, status } from "./hands";
import { workByKeys } from "./mechanic";

test.setTimeout(180_000);
// What the run says of a valve that nobody felt at the bench is refused there.
test.use({ allow: [/422/] });

const practice = (page: Page) => page.getByRole("navigation", { name: "Practice" });
const place = (page: Page, name: "The run" | "The engine" | "The parts") =>
  practice(page).getByRole("button", { name }).click();

/** A rehearsal of a job on the engine of a seed, of which the test knows what nobody at the bench does. */
async function rehearse(page: Page, job: string, file: object, seed: number): Promise<VirtualEngine> {
  const id = crypto.randomUUID();
  const began = await page.request.post("/api/practice", {
    data: {
      id,
      exercise: "whole-job",
      level: "alone",
      engine: null,
      job: job.split("/").at(-1),
      seed,
      set: null,
    },
  });
  expect(began.ok(), await began.text()).toBe(true);
  await page.goto(`/practice/${id}`);
  await page.waitForLoadState("networkidle");
  return virtualEngine(file as EngineFile, seed);
}

/** Turned on by so many degrees with the bench's buttons. */
async function turnOn(page: Page, deg: number): Promise<void> {
  for (const [by, times] of [
    [90, Math.floor(deg / 90)],
    [10, Math.floor((deg % 90) / 10)],
    [1, Math.round(deg % 10)],
  ] as const)
    for (let i = 0; i < times; i++)
      await answered(page, () => page.getByRole("button", { name: `Turn ${by}° on`, exact: true }).click());
}

test("a job is rehearsed from its tray in its own run, on a virtual engine; the job itself stays as it was", async ({
  page,
}) => {
  await atWork(page);
  const path = await openRun(page);
  const ledger = async () => (await page.request.get(`/api${path}/entries`)).json() as Promise<unknown>;
  const before = await ledger();
  await page.getByRole("button", { name: /^Tray/ }).click();
  await page.getByRole("button", { name: "Rehearse this job" }).click();
  await page.waitForURL(/\/practice\//);
  const practice = page.getByRole("navigation", { name: "Practice" });
  await expect(practice).toContainText("nothing of this is kept in the job or the record");
  await page.getByRole("button", { name: /^Crank is at mark A/ }).click();
  await expect(page.getByRole("heading", { name: /^Read 1 intake/ })).toBeVisible();
  await clean(page, "light");

  // The valve that the run has in hand is in hand at the engine, under the run's own words.
  await practice.getByRole("button", { name: "The engine" }).click();
  await expect(page.getByRole("heading", { name: /^Read 1 intake/ })).toBeVisible();
  await expect(page.getByRole("heading", { name: "1I", exact: true })).toBeVisible();
  await answered(page, () => page.getByRole("button", { name: "Take the covers off" }).click());
  await answered(page, () => page.getByRole("button", { name: "Turn 10° on" }).click());
  await answered(page, () => leaf(page, "0.20").click());
  await expect(status(page)).toContainText(/slides|drops in|drags|will not go/);
  await clean(page, "light");

  // What the run is told stays through a look at the engine and a reload.
  await practice.getByRole("button", { name: "The run" }).click();
  await page.getByRole("button", { name: /0\.20 mm goes, 0\.25 mm does not: done/ }).click();
  await expect(page.getByRole("heading", { name: /^Read 1 exhaust/ })).toBeVisible();
  await page.reload();
  await expect(page.getByRole("heading", { name: /^Read 1 exhaust/ })).toBeVisible();

  await practice.getByRole("button", { name: "The engine" }).click();
  await page.getByRole("button", { name: "I am done: show my marks" }).click();
  await expect(page.getByText("3 valves are not kept yet, and will cost marks. Really done?")).toBeVisible();
  await page.getByRole("button", { name: "Yes, I am done" }).click();
  await expect(page.getByText("of 100")).toBeVisible();
  await expect(page.getByRole("heading", { name: "A job rehearsed" })).toBeVisible();
  expect(await ledger()).toEqual(before);
});

test("a job on shims is rehearsed: measured at the bench, worked out from its kit, fitted by hand, seated, read again", async ({
  page,
}) => {
  await atWork(page);
  const file = {
    ...UNEVEN_TWIN,
    name: "Test shims rehearsed",
    adjuster: { kind: "bucket-shim", shimAt: "over", diameter: "28 mm" },
  };
  const job = await beginJob(page, await addEngine(page, file), { set: "Fine metric set", method: "Firing order" });
  const v = await rehearse(page, job, file, 11);
  const truth = Object.fromEntries(v.valves.map((x) => [x.id, x.gapMm]));
  await workByKeys(page, truth, { until: ({ title }) => /take the parts out/.test(title) });
  await mainButton(page).click();
  await expect(page.getByRole("heading", { name: /^Which shim over bucket goes where/ })).toBeVisible();
  for (const x of v.valves) await page.getByLabel(`${x.id} fitted`).fill(x.partMm.toFixed(2));
  await clean(page, "light");

  // What was measured stays through a look at the engine.
  await place(page, "The engine");
  await place(page, "The parts");
  const plan = page.getByRole("region", { name: "What goes where" });
  await plan.getByRole("button", { name: /^Fit / }).click();
  const fit = page.getByText(/^To be fitted: /);
  await expect(fit).toBeVisible();
  const wanted = [...((await fit.textContent()) ?? "").matchAll(/(\d[IE]) +([\d.]+) mm/g)];
  expect(wanted.length).toBeGreaterThan(0);
  await answered(page, () => page.getByRole("button", { name: "Covers off" }).click());
  let at: number = v.startDeg;
  for (const [, id = "", mm = ""] of wanted) {
    const x = v.valves.find((one) => one.id === id);
    if (x === undefined) throw new Error(id);
    await turnOn(page, advance(at, x.valve.firingDeg, 720));
    at = x.valve.firingDeg;
    await page.locator(`[data-valve="${id}"]`).click();
    await answered(page, () => page.getByRole("button", { name: "Take its part out" }).click());
    await answered(page, () => page.getByRole("button", { name: "Measure the part" }).click());
    await expect(status(page)).toContainText(/The micrometer measures/);
    await page.getByLabel("Size from the kit").selectOption(String(Number(mm)));
    await answered(page, () => page.getByRole("button", { name: /^Fit 2/ }).click());
    truth[id] = (truth[id] ?? 0) + x.partMm - Number(mm);
  }
  await place(page, "The run");
  await expect(nextTitle(page)).toContainText("Cams on, marks checked");
  await workByKeys(page, truth, { until: ({ button }) => /Close the job/.test(button) });
  await mainButton(page).click();
  await expect(page.getByText("of 100")).toBeVisible();
  await expect(page.getByText("4 of 4")).toBeVisible();
});

test("dry gaps are rehearsed to their marks: the pushrod that the run asks for is fitted by hand", async ({
  page,
}) => {
  await atWork(page);
  const gap = { nominal: "1.40 mm", low: "0.70 mm", high: "2.05 mm" };
  const file = {
    ...UNEVEN_TWIN,
    name: "Test dry gaps rehearsed",
    lash: { state: "cold", source: "Test card", intake: gap, exhaust: gap },
    adjuster: { kind: "fixed", ratio: 1.3, lengths: ["228.6 mm", "229.4 mm", "230.2 mm"], fitted: "229.4 mm" },
  };
  const job = await beginJob(page, await addEngine(page, file), { set: "Gap gauges" });
  // Of an engine in which one gap is wrong.
  const wrong = (seed: number) =>
    virtualEngine(file as EngineFile, seed).valves.filter((x) => x.gapMm < x.spec.lowMm || x.gapMm > x.spec.highMm);
  const seed = Array.from({ length: 99 }, (_, i) => i + 1).find((i) => wrong(i).length === 1) ?? 1;
  const v = await rehearse(page, job, file, seed);
  const truth = Object.fromEntries(v.valves.map((x) => [x.id, x.gapMm]));
  await workByKeys(page, truth, { until: ({ title }) => /^Fit a pushrod of/.test(title) });
  const [, mm = "", id = ""] =
    /^Fit a pushrod of ([\d.]+) mm at (\d (?:intake|exhaust))/.exec((await nextTitle(page).textContent()) ?? "") ??
    [];
  await place(page, "The engine");
  const [x] = wrong(seed);
  if (x === undefined) throw new Error("all gaps are right");
  expect(id).toBe(`${x.cylinder} ${x.role}`);
  await answered(page, () => page.getByRole("button", { name: "Take the covers off" }).click());
  await turnOn(page, advance(v.startDeg, x.valve.firingDeg, 720));
  await page.locator(`[data-valve="${x.id}"]`).click();
  await answered(page, () => page.getByRole("button", { name: "Take its part out" }).click());
  await page.getByLabel("Size from the kit").selectOption(String(Number(mm)));
  await answered(page, () => page.getByRole("button", { name: /^Fit 2/ }).click());
  await expect(status(page)).toContainText(`${mm}0 mm is in`);
  truth[x.id] = (truth[x.id] ?? 0) - (Number(mm) - 229.4) * 1.3;
  await place(page, "The run");
  await workByKeys(page, truth, { until: ({ button }) => /Close the job/.test(button) });
  await mainButton(page).click();
  await expect(page.getByText("4 of 4")).toBeVisible();
});

test("opener and closer of a rehearsed valve are worked out on their own page, and felt at the bench", async ({
  page,
}) => {
  await atWork(page);
  const file = {
    ...UNEVEN_TWIN,
    name: "Test pair rehearsed",
    adjuster: { kind: "positive-closing", closer: { aim: "0 mm", high: "0.02 mm" } },
  };
  const job = await beginJob(page, await addEngine(page, file), { set: "Fine metric set", method: "Firing order" });
  const v = await rehearse(page, job, file, 5);
  await page.getByRole("button", { name: "2 plugs" }).click();
  await page.getByRole("button", { name: "belts on", exact: true }).click();
  await page.getByRole("button", { name: /^2 in, belts/ }).click();
  await workByKeys(page, Object.fromEntries(v.valves.map((x) => [x.id, x.gapMm])), {
    until: ({ title }) => /^Press the closing rocker/.test(title),
  });
  await mainButton(page).click();
  const inside = page.getByRole("region", { name: "What goes in" });
  await leafOfRun(page, "0.30").click();
  await leafOfRun(page, "0.35").dblclick();
  await page.getByRole("button", { name: /^Save the loaded gap/ }).click();
  await expect(page.getByText(/Loaded gap 0\.30/)).toBeVisible();
  await inside.getByLabel("Old opener").fill("2.60");
  await inside.getByLabel("Old closer").fill("2.50");
  await clean(page, "light");
  await place(page, "The engine");
  const valve = v.valves[0];
  if (valve === undefined) throw new Error("no valve");
  await turnOn(page, advance(v.startDeg, valve.valve.firingDeg, 720));
  await page.locator(`[data-valve="${valve.id}"]`).click();
  await answered(page, () => page.getByRole("button", { name: "Take the covers off" }).click());
  await answered(page, () => page.getByRole("button", { name: "Turn the cam over its closer, and feel" }).click());
  await expect(status(page)).toContainText(/Movement heard or felt|Free, nothing moves/);
  await answered(page, () => page.getByRole("button", { name: "Take its closer out" }).click());
  await page.getByLabel("Or made to size").fill("2.485");
  await answered(page, () => page.getByRole("button", { name: "Fit 2.485 mm" }).click());
  await expect(status(page)).toContainText("2.485 mm is in");
});

/** What the fingers do at the pushrod in hand. */
async function drag(page: Page, byX: number, byY: number): Promise<void> {
  const rod = await page.locator("[data-pushrod]").boundingBox();
  if (rod === null) throw new Error("no pushrod");
  const [x, y] = [rod.x + 50, rod.y + 90];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + byX, y + byY, { steps: 5 });
  await page.mouse.up();
}

test("the wait for squeezed lifters can be let pass in a rehearsal, at the bench as in the run", async ({ page }) => {
  await atWork(page);
  const file = {
    ...UNEVEN_TWIN,
    name: "Test lifters rehearsed",
    lash: undefined,
    adjuster: {
      kind: "hydraulic",
      at: "stud-nut",
      ratio: 1.5,
      pitch: "1 mm",
      plunger: { travel: "4 mm" },
      preload: { turns: 0.5 },
    },
  };
  const engine = await addEngine(page, file);
  await page.goto(`${engine}/job`);
  await page.getByLabel("Cold", { exact: true }).check();
  await page.getByLabel("Have run").check();
  await acceptCautions(page);
  await page.getByRole("button", { name: "I've read the cautions: start" }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  await rehearse(page, new URL(page.url()).pathname, file, 3);
  for (let i = 0; i < 40 && (await page.getByRole("timer").count()) === 0; i++) {
    const before = await nextTitle(page).textContent();
    await page.keyboard.press("Enter");
    await expect(nextTitle(page)).not.toHaveText(before ?? "");
  }
  await expect(page.getByRole("timer")).toBeVisible();
  const waited = page.waitForResponse((r) => r.url().endsWith("/steps"));
  await practice(page)
    .getByRole("button", { name: /^Let \d+ min pass/ })
    .click();
  expect((await waited).ok()).toBe(true);
  await expect(page.getByRole("timer")).toHaveCount(0);
  await place(page, "The engine");
  await expect(status(page)).toContainText(/You waited \d+ minutes/);
  // A pushrod between two fingers: dragged sideways it is spun.
  await page.locator('[data-valve="1I"]').click();
  await answered(page, () => page.getByRole("button", { name: "Take the covers off" }).click());
  await answered(page, () => drag(page, 60, 2));
  await expect(status(page)).toContainText(/spins freely|drags|can't be spun/);
  await answered(page, () => drag(page, 2, -60));
  await expect(status(page)).toContainText(/lifts and drops|play|does not move/);
  await clean(page, "light");
});
