/** A browser that complains: any console error, page error or request that leaves the machine fails the test. */
import type { EngineFile } from "../src/core/engine/engineFile";
import { UNEVEN_TWIN } from "../src/core/engine/testEngines";
import { type Page, test as base, expect } from "@playwright/test";

export { expect };

interface Given {
  /** How long button and keys rest after a change; none where a test has nothing to say about that: it waits for what it sees. */
  restMs: number | null;
  /** Messages that this test provokes on purpose. */
  allow: RegExp[];
  page: Page;
}

export const test = base.extend<Given>({
  allow: [[], { option: true }],
  restMs: [0, { option: true }],
  page: async ({ page, allow, restMs }, runTest) => {
    const complaints: string[] = [];
    if (restMs !== null) await restFor(page, restMs);
    watch(page, complaints);
    await runTest(page);
    expect(complaints.filter((c) => !allow.some((a) => a.test(c)))).toEqual([]);
  },
});

/** How long button and keys of this page rest after a change. */
export const restFor = (page: Page, ms: number) =>
  page.addInitScript((rest) => {
    // A page that could not be loaded has no store.
    if (window.location.protocol === "http:") window.localStorage.setItem("fulcrata-rest-ms", String(rest));
  }, ms);

/** Collects what a page must never do. */
export function watch(page: Page, complaints: string[]): void {
  page.on("console", (m) => m.type() === "error" && complaints.push(`console: ${m.text()} ${m.location().url}`));
  page.on("pageerror", (e) => complaints.push(`page: ${e.message}`));
  page.on("request", (r) => {
    const { hostname, protocol } = new URL(r.url());
    if (protocol !== "data:" && protocol !== "blob:" && hostname !== "127.0.0.1")
      complaints.push(`request: ${r.url()}`);
  });
}

/** The ids of what a page of the demo lists, by name. */
async function idsOn(page: Page, path: string): Promise<ReadonlyMap<string, string>> {
  const text = await (await page.request.get(path)).text();
  const named = /\\"id\\":\\"([0-9a-f-]{36})\\",\\"name\\":\\"([^"\\]+)/g;
  return new Map([...text.matchAll(named)].map(([, id = "", name = ""]) => [name, id]));
}

/** Known once they were asked for. */
let people: ReadonlyMap<string, string> | null = null;
let sets: ReadonlyMap<string, string> | null = null;

/** A finger comes no sooner than the page answers to it. */
export const answers = (page: Page) => expect(page.locator("[inert]")).toHaveCount(0);

/** Another person takes this device over on a sheet, and signs it. */
export async function signAs(page: Page, name: string): Promise<void> {
  const chosen = page.waitForResponse((r) => r.url().endsWith("/api/people"));
  await page.getByLabel("At work").selectOption({ label: name });
  expect((await chosen).ok()).toBe(true);
  await page.getByRole("button", { name: `Checked: sign as ${name}` }).click();
  await expect(page.getByRole("button", { name: /^Checked: sign/ })).toHaveCount(0);
}

/** Says who is at work on this device, as the list at the top of a page does. */
export async function atWork(page: Page, name = "Jory Penhale"): Promise<void> {
  people ??= await idsOn(page, "/sign-in");
  const answer = await page.request.post("/api/people", { data: { personId: people.get(name) } });
  expect(answer.ok(), name).toBe(true);
}

/** The same, and looks at the bench. */
export async function atBench(page: Page, name?: string): Promise<void> {
  await atWork(page, name);
  await page.goto("/");
}

/** Adds an engine over the interface's own door and gives its page's address. */
export async function addEngine(page: Page, file: object): Promise<string> {
  const id = crypto.randomUUID();
  const answer = await page.request.post("/api/engines", {
    data: { id, text: JSON.stringify(file), serial: "", runningHours: null },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
  return `/engines/${id}`;
}

/** Opens what is proposed on one line, and ticks every caution of the preparation page that is not confirmed again as a whole. */
export async function acceptCautions(page: Page): Promise<void> {
  await expect(page.getByRole("button", { name: "I've read the cautions: start" })).toBeVisible();
  const folded = page.getByRole("button", { name: /^Change: / });
  while ((await folded.count()) > 0) await folded.first().click();
  const cautions = page.getByRole("group", { name: "Read and tick each caution" }).getByRole("checkbox");
  for (const box of await cautions.all()) await box.check();
}

/** From the preparation page into the run. */
export async function beginJob(
  page: Page,
  engine: string,
  { set = "Metric set, twenty leaves", method = "", state = "Cold", survey = false } = {},
): Promise<string> {
  await page.goto(`${engine}/job`);
  await page.getByLabel(state, { exact: true }).check();
  await acceptCautions(page);
  await page.getByRole("radio", { name: new RegExp(`^${set}`) }).check();
  if (survey) await page.getByRole("radio", { name: /^All as found first/ }).check();
  if (method !== "") await page.getByRole("radio", { name: new RegExp(`^${method}`) }).check();
  await page.getByRole("button", { name: "I've read the cautions: start" }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  return new URL(page.url()).pathname;
}

/** A run on a new engine, by the firing order, for tests that say nothing about how a job is prepared. */
export async function openRun(page: Page, file: object = UNEVEN_TWIN): Promise<string> {
  const engine = await addEngine(page, file);
  sets ??= await idsOn(page, `${engine}/job`);
  const id = crypto.randomUUID();
  const opened = await page.request.post("/api/jobs", {
    data: {
      id,
      engineId: engine.split("/").at(-1),
      state: "cold",
      temperatureC: 18,
      feelerSetId: sets.get("Metric set, twenty leaves"),
      method: "firing-order",
      cautions: ["data-first", "no-start", "plugs-out", "bar"],
    },
  });
  expect(opened.ok(), await opened.text()).toBe(true);
  await page.goto(`/jobs/${id}`);
  await answers(page);
  return `/jobs/${id}`;
}

/** A two-stroke six with exhaust valves only. */
export const TWO_STROKE_SIX = {
  format: "fulcrata-engine/1",
  name: "Test piece two-stroke",
  sector: "marine",
  strokes: 2,
  cylinders: ["1", "2", "3", "4", "5", "6"],
  firingOrder: ["1", "5", "3", "6", "2", "4"],
  valves: ["1", "2", "3", "4", "5", "6"].map((cylinder) => ({
    id: `${cylinder}E`,
    cylinder,
    role: "exhaust" as const,
  })),
  cam: { atLift: "0.15 mm", exhaust: { opensDegBbdc: 80, closesDegAbdc: 60 } },
  lash: { state: "cold", source: "Test card", exhaust: { nominal: "0.40 mm", low: "0.35 mm", high: "0.45 mm" } },
  adjuster: { kind: "screw", at: "pushrod-end", ratio: 1.4, pitch: "1.25 mm" },
} satisfies EngineFile;

export { UNEVEN_TWIN };

/** The sentence that says the next thing. */
export const nextTitle = (page: Page) => page.getByRole("region", { name: "Next" }).getByRole("heading");
export const mainButton = (page: Page) => page.locator("[data-main]");
/** Back at a job of the demo: asked where the crank is, unless somebody said so just now. */
export async function confirmCrank(page: Page): Promise<void> {
  await answers(page);
  if (((await nextTitle(page).textContent()) ?? "").startsWith("Is the crank still"))
    await page.getByRole("button", { name: /checked/ }).click();
}

/** All that was entered is kept by the shop. */
export const allKept = (page: Page, timeout = 15_000) =>
  expect(page.getByRole("status").filter({ hasText: "saved" })).toHaveText("All saved", { timeout });
/** The run on this page opens again without a network. */
export const keptWithoutNetwork = (page: Page) =>
  expect
    .poll(
      () =>
        page.evaluate(
          async () =>
            (await navigator.serviceWorker.ready).active?.state === "activated" &&
            (await (await caches.open("runs")).keys()).length > 0,
        ),
      { timeout: 30_000 },
    )
    .toBe(true);
export interface LedgerLine {
  readonly id: string;
  readonly seq: number;
  readonly kind: string;
  readonly valve?: string;
  readonly personId: string;
  readonly personName: string;
}
/** The ledger of a job, as the shop has it. */
export const ledgerOf = async (page: Page, path: string, base = ""): Promise<LedgerLine[]> =>
  ((await (await page.request.get(`${base}/api${path}/entries`)).json()) as { entries: LedgerLine[] }).entries;

/** A leaf on the strip, by the mark on it. */
export const leaf = (page: Page, text: string) => page.locator(`[data-blade][aria-label^="${text}"]`);
/** Drawings take their width once they are laid out: a few frames later all stands still. */
export const settled = (page: Page) =>
  page.evaluate(async () => {
    for (let i = 0; i < 5; i++) await new Promise((done) => requestAnimationFrame(done));
  });

/** Looks for something on the bench, as one does where much lies on it. */
export const find = (page: Page, text: string) => page.goto(`/?q=${encodeURIComponent(text)}`);
