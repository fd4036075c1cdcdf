/**
 * Prints medians: the core's heavy paths, and in Chromium the time from a tap on a leaf to its verdict, and how the
 * crank is dragged.
 */
import path from "node:path";
import { statfsSync } from "node:fs";
import { type Page, chromium } from "@playwright/test";
import { judge } from "../../src/core/lash/judge";
import { adviseLeaf, stacksOf } from "../../src/core/lash/leaf";
import { resolveEngine } from "../../src/core/engine/resolve";
import { UNKNOWN_CAM } from "../../src/core/engine/lobes";
import { locate } from "../../src/core/locate/locate";
import type { Observation } from "../../src/core/locate/observation";
import { planMethod } from "../../src/core/stops/planMethod";
import { planStops } from "../../src/core/stops/recommend";
import { CHROMIUM_ARGS, ensureChromium } from "../lib/chromium.mjs";
import { withFreshApp } from "../lib/freshApp.mjs";
import { requireSpace, say } from "../lib/say.mjs";
import { dragging, largestEngine } from "./dragging";
import { median } from "./figures";
import { manyMechanics } from "./manyMechanics";
import { shimBench } from "./shims";

const ROOT = path.resolve(import.meta.dirname, "../..");

function time(name: string, work: () => unknown, runs = 101): void {
  const times = Array.from({ length: runs }, () => {
    const begun = performance.now();
    work();
    return performance.now() - begun;
  });
  say(`${name}: ${median(times).toFixed(3)} ms`);
}

function core(): void {
  const largest = largestEngine();
  const engine = resolveEngine(largest);
  time("all methods, 24 cylinders with 96 valves", () => planStops(resolveEngine(largest)));
  time("fewest stops alone, 24 cylinders with 96 valves", () => planMethod("fewest", engine));
  const released = resolveEngine({
    ...largest,
    cam: { ...UNKNOWN_CAM[4].lobes, rampDeg: 30, releases: [{ role: "exhaust", fromDeg: -120, toDeg: -80 }] },
  });
  time("fewest stops alone, the same with a release on every cylinder", () => planMethod("fewest", released));
  const seen: Observation[] = [
    { kind: "mark", markDeg: 0 },
    { kind: "loose", valve: "3Ia" },
  ];
  time("a locator step, 24 cylinders with 96 valves", () => locate(engine, seen));
  const leaves = Array.from({ length: 34 }, (_, i) => 0.03 + i * 0.01);
  const spec = { nominalMm: 0.2, lowMm: 0.15, highMm: 0.25, assumedBand: false };
  time("all stacks of a set of 34 leaves", () => stacksOf(leaves));
  const stacks = stacksOf(leaves);
  time("next leaf from a set of 34", () => adviseLeaf(stacks, { goesMm: 0, noGoMm: Infinity }, spec));
  time("judgement of a reading", () => judge({ goesMm: 0.2, noGoMm: 0.25 }, spec));
}

/** From the pointer going down to the painted verdict, on the demo's half-done job. */
async function tapToVerdict(page: Page, url: string): Promise<void> {
  // The loader that runs this file names functions through a helper that the page does not have.
  await page.addInitScript("globalThis.__name = (f) => f");
  await page.goto(url);
  await page
    .getByRole("link", { name: /^Go on with/ })
    .first()
    .click();
  await page.waitForURL(/\/jobs\//);
  await page.waitForLoadState("networkidle");
  // The job was left a while ago: say first that the crank is where it was.
  await page.locator("[data-main]").click();
  await page.locator("[data-blade]").first().waitFor();
  const times = await page.evaluate(async () => {
    const paint = (): Promise<number> =>
      new Promise((done) => requestAnimationFrame(() => setTimeout(() => done(performance.now()))));
    const taken: number[] = [];
    for (let i = 0; i < 30; i++) {
      // 0.60 mm going is loose on this engine; the third tap clears it again.
      const leaf = [...document.querySelectorAll<HTMLElement>("[data-blade]")].find((b) =>
        b.textContent.includes("0.60"),
      );
      const begun = performance.now();
      leaf?.click();
      taken.push((await paint()) - begun);
      leaf?.click();
      leaf?.click();
      await paint();
    }
    return taken;
  });
  say(
    `tap on a leaf to its painted verdict: ${median(times).toFixed(1)} ms, slowest ${Math.max(...times).toFixed(1)} ms of ${times.length}`,
  );
}

/** How long fifty people work at once, and what alone is measured: `npm run bench -- 10 people` for ten minutes. */
const [minutes = 0.6, only] = [process.argv[2] === undefined ? undefined : Number(process.argv[2]), process.argv[3]];
const wanted = (part: "core" | "tap" | "dragging" | "people"): boolean => only === undefined || only === part;
requireSpace(ROOT, statfsSync);
if (wanted("core")) {
  core();
  await shimBench();
}
await withFreshApp({ root: ROOT }, async (url) => {
  const browser = await chromium.launch({ executablePath: await ensureChromium(), args: CHROMIUM_ARGS });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(url);
  await page.getByLabel("At work").selectOption({ index: 1 });
  await page.waitForLoadState("networkidle");
  if (wanted("tap")) await tapToVerdict(page, url);
  if (wanted("dragging")) await dragging(browser, page, url);
  if (wanted("people")) {
    await page.goto(url);
    await manyMechanics(page, url, minutes);
  }
  await browser.close();
});
