/** Practice: an exercise by touch and by keys, its marks and replay, and a planned job rehearsed beside a virtual engine. */
import type { Page } from "@playwright/test";
import type { EngineFile } from "../src/core/engine/engineFile";
import { Gaps } from "../src/core/mechanic/gaps";
import { virtualEngine } from "../src/core/practice/engine/virtualEngine";
import { advance } from "../src/core/units/angle/arc";
import { clean, cleanAsShown } from "./clean";
import {
  UNEVEN_TWIN,
  addEngine,
  answers,
  atWork,
  beginJob,
  expect,
  ledgerOf,
  mainButton,
  nextTitle,
  openRun,
  test,
} from "./fixtures";
import { answered, leafIn as leaf, status } from "./hands";
import { closesNext, workByKeys } from "./mechanic";

test.describe.configure({ timeout: 120_000 });
// What the run says of a valve that nobody felt at the bench is refused there.
test.use({ allow: [/422/] });

/** Begins an exercise at a level from the list; its steps are answered by the server alone. */
async function begin(page: Page, name: string, level: string): Promise<void> {
  await page.goto("/practice");
  await page.getByRole("button", { name: new RegExp(`^${level}`) }).click();
  await page.getByRole("button", { name: `Begin ${name}`, exact: true }).click();
  await page.waitForURL(/\/practice\/[0-9a-f-]{36}/);
}

test("exercises: a top found on a phone by keys alone, a valve set wrong on purpose, marks, replay, and a lead who looks on", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("link", { name: "Practice", exact: true }).click();
  await expect(page.getByRole("button", { name: /^Begin, / })).toBeVisible();
  await atWork(page, "Tamsin Oake");
  await begin(page, "Find firing TDC", "Guided");
  await page.setViewportSize({ width: 390, height: 844 });
  const guide = page.locator("header p").last();
  const bar = page.getByRole("slider", { name: "Turn the crank" });
  for (let top = 0; top < 2; top++) {
    const claim = page.getByRole("button", { name: /fires here$/ });
    const asked = /Cylinder (\d+)/.exec((await claim.textContent()) ?? "")?.[1] ?? "";
    await page.getByLabel("Plug hole").selectOption(asked);
    await page.getByRole("button", { name: "Thumb on it" }).press("Enter");
    await expect(page.getByRole("button", { name: `Thumb is on ${asked}` })).toBeVisible();
    for (let i = 0; i < 20; i++) {
      const words = (await guide.textContent()) ?? "";
      if (/That is it/.test(words)) break;
      const more = /Turn on by (\d+)/.exec(words)?.[1];
      await answered(page, async () => {
        if (more === undefined) return page.getByRole("button", { name: "Turn 90° on" }).press("Enter");
        await bar.focus();
        for (let deg = Number(more); deg > 0; deg -= deg >= 15 ? 15 : 1)
          await bar.press(deg >= 15 ? "PageUp" : "ArrowRight");
      });
    }
    if (top === 0) await cleanAsShown(page);
    await answered(page, () => claim.press("Enter"));
  }
  await expect(page.getByText("100", { exact: false }).first()).toBeVisible();
  await expect(page.getByText("Nothing to mend.")).toBeVisible();

  await page.setViewportSize({ width: 1280, height: 800 });
  await begin(page, "Four valves by the firing order", "Alone");
  await page.locator('[data-valve="1I"]').click();
  const screw = page.getByRole("group", { name: "Screw" });
  await answered(page, () => leaf(page, "0.20 mm").click());
  await expect(status(page)).toContainText(/slides|drops in|drags|will not go/);
  await answered(page, () => screw.getByRole("button", { name: "Loosen its lock" }).click());
  await answered(page, () => page.getByRole("button", { name: "Turn 90° on" }).click());
  await answered(page, () => screw.getByRole("button", { name: "Turn 30° in" }).click());
  await expect(page.getByRole("button", { name: "Wrench off 1I" })).toBeVisible();
  // The bar is dragged: it turns by what the hand moves.
  const box = await page.getByRole("slider", { name: "Turn the crank" }).boundingBox();
  if (box === null) throw new Error("no bar");
  await answered(page, async () => {
    await page.mouse.move(box.x + 40, box.y + 20);
    await page.mouse.down();
    await page.mouse.move(box.x + 240, box.y + 20, { steps: 8 });
    await page.mouse.up();
  });
  // Nothing is told before the end at this level.
  await expect(status(page).locator("p")).toHaveCount(1);
  await clean(page, "light");
  await page.getByRole("button", { name: "I am done: show my marks" }).click();
  await page.getByRole("button", { name: "Yes, I am done" }).click();
  await expect(page.getByRole("heading", { name: "Step by step" })).toBeVisible();
  const table = page.getByRole("table");
  await expect(table.getByRole("row", { name: /Crank turned with a wrench on/ })).toBeVisible();
  await expect(table.getByRole("row", { name: /Not read at the end/ })).toBeVisible();
  await expect(page.getByText(/crank at \d+°/i)).toBeVisible();
  await page.getByRole("button", { name: "Next mistake" }).click();
  await expect(page.getByText(/In truth: /)).toBeVisible();
  await clean(page, "light");

  await atWork(page, "Jory Penhale");
  expect((await page.request.get("/practice/people")).status()).toBe(404);
  await atWork(page, "Maud Fenwick");
  await page.goto("/practice");
  await page.getByRole("link", { name: "How others come on" }).click();
  await expect(page.getByRole("img", { name: /^Marks of \d+ practices/ })).toBeVisible();
  await page.getByRole("link", { name: "Which may be set now?" }).last().click();
  const seed = /seed (\d+)/.exec((await page.getByText(/seed \d+/).textContent()) ?? "")?.[1] ?? "";
  // Two who take the same seed are put side by side.
  await page.goto("/practice");
  await page.getByRole("button", { name: "Engine and seed for Which may be set now?" }).click();
  await page.getByLabel(/^Seed/).fill("0");
  await expect(page.getByText("A seed is a whole number from 1.")).toBeVisible();
  await page.getByLabel(/^Seed/).fill(seed);
  await page.getByRole("button", { name: "Begin with these" }).click();
  await page.waitForURL(/\/practice\/[0-9a-f-]{36}/);
  for (let i = 0; i < 4; i++)
    await answered(page, () => page.getByRole("button", { name: "None may be set here" }).click());
  await expect(page.getByRole("heading", { name: "The same engine, others" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Tamsin Oake" })).toBeVisible();
});

const place = (page: Page, name: "The run" | "The engine" | "The parts") =>
  page.getByRole("navigation", { name: "Practice" }).getByRole("button", { name }).click();

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

test("a job is rehearsed from its tray, and stays as it was; one on shims is measured, worked out and fitted by hand", async ({
  page,
}) => {
  await atWork(page);
  const planned = await openRun(page);
  const before = await ledgerOf(page, planned);
  await page.getByRole("button", { name: /^Tray/ }).click();
  await page.getByRole("button", { name: "Rehearse this job" }).click();
  await page.waitForURL(/\/practice\//);
  await expect(page.getByRole("navigation", { name: "Practice" })).toContainText(
    "nothing of this is kept in the job or the record",
  );
  await page.getByRole("button", { name: /^Crank is at the TDC mark/ }).click();
  await expect(page.getByRole("heading", { name: /^Read 1 intake/ })).toBeVisible();
  // The valve that the run has in hand is in hand at the engine, under the run's own words.
  await place(page, "The engine");
  await expect(page.getByRole("heading", { name: "1I", exact: true })).toBeVisible();
  await answered(page, () => page.getByRole("button", { name: "Take the covers off" }).click());
  await answered(page, () => leaf(page, "0.20").click());
  await expect(status(page)).toContainText(/slides|drops in|drags|will not go/);
  await cleanAsShown(page);
  // What the run is told stays through a look at the engine and a reload.
  await place(page, "The run");
  const told = page.waitForResponse((r) => r.url().endsWith("/steps"));
  await page.getByRole("button", { name: /0\.20 mm goes, 0\.25 mm does not: done/ }).click();
  await told;
  await expect(page.getByRole("heading", { name: /^Read 1 exhaust/ })).toBeVisible();
  await page.reload();
  await expect(page.getByRole("heading", { name: /^Read 1 exhaust/ })).toBeVisible();
  expect(await ledgerOf(page, planned)).toEqual(before);

  const file = {
    ...UNEVEN_TWIN,
    name: "Test shims rehearsed",
    adjuster: { kind: "bucket-shim", shimAt: "over", diameter: "28 mm" },
  } as const satisfies EngineFile;
  const job = await beginJob(page, await addEngine(page, file), { set: "Fine metric set", method: "Firing order" });
  const id = crypto.randomUUID();
  const rehearsal = {
    id,
    exercise: "whole-job",
    level: "alone",
    engine: null,
    job: job.split("/").at(-1),
    seed: 11,
    set: null,
  };
  const began = await page.request.post("/api/practice", { data: rehearsal });
  expect(began.ok(), await began.text()).toBe(true);
  await page.goto(`/practice/${id}`);
  await answers(page);
  // The engine of that seed, of which the test knows what nobody at the bench does.
  const v = virtualEngine(file, 11);
  const gaps = new Gaps(Object.fromEntries(v.valves.map((x) => [x.id, x.gapMm])));
  await workByKeys(page, gaps, { until: /take the parts out/ });
  await mainButton(page).click();
  for (const x of v.valves) await page.getByLabel(`${x.id} fitted`).fill(x.partMm.toFixed(2));
  // What was measured stays through a look at the engine.
  await place(page, "The engine");
  await place(page, "The parts");
  await page.getByRole("region", { name: "What goes where" }).getByRole("button", { name: /^Fit / }).click();
  const fit = page.getByText(/^To be fitted: /);
  await expect(fit).toBeVisible();
  const wanted = [...((await fit.textContent()) ?? "").matchAll(/(\d[IE]) +([\d.]+) mm/g)];
  expect(wanted.length).toBeGreaterThan(0);
  await answered(page, () => page.getByRole("button", { name: "Covers off" }).click());
  let at: number = v.startDeg;
  for (const [, valve = "", mm = ""] of wanted) {
    const x = v.valves.find((one) => one.id === valve);
    if (x === undefined) throw new Error(valve);
    await turnOn(page, advance(at, x.valve.firingDeg, 720));
    at = x.valve.firingDeg;
    await page.locator(`[data-valve="${valve}"]`).click();
    await answered(page, () => page.getByRole("button", { name: "Take its part out" }).click());
    await answered(page, () => page.getByRole("button", { name: "Measure the part" }).click());
    await expect(status(page)).toContainText(/The micrometer measures/);
    await page.getByLabel("Size from the kit").selectOption(String(Number(mm)));
    await answered(page, () => page.getByRole("button", { name: /^Fit 2/ }).click());
    gaps.mm[valve] = gaps.at(valve) + x.partMm - Number(mm);
  }
  await place(page, "The run");
  await expect(nextTitle(page)).toContainText("Cams on, marks checked");
  await workByKeys(page, gaps, { until: closesNext });
  await mainButton(page).click();
  await expect(page.getByText("of 100")).toBeVisible();
  await expect(page.getByText("4 of 4")).toBeVisible();
});
