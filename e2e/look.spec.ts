/**
 * How pages look to those who see little, have large fingers or a slow line: every kind of page once by the rules of
 * accessibility, its colors in the other theme, and what no rule holds: nothing cut off, nothing too small or too heavy.
 */
import { clean } from "./clean";
import {
  UNEVEN_TWIN,
  addEngine,
  answers,
  atBench,
  atWork,
  confirmCrank,
  expect,
  find,
  leaf,
  mainButton,
  nextTitle,
  openRun,
  settled,
  test,
} from "./fixtures";

test.describe.configure({ timeout: 150_000 });

/** Compressed script that the first load of a run may weigh: bodies, whatever is fetched until the page answers. */
const LIMIT_KB = 285;
/** Engines of the demo whose jobs are in hand, each of another kind of work. */
const ONE_OF_A_KIND = ["Dunmore 5.9", "Corriemoor", "Larkfield", "Pellam R4", "Vantry 75", "Teasel"];

test(`the first load of a run of any kind brings less than ${LIMIT_KB} kB of compressed script`, async ({
  page,
  browser,
}) => {
  await atBench(page);
  const jobs: string[] = [];
  for (const engine of [...ONE_OF_A_KIND, "Dunmore 5.9, No. 15"]) {
    const job = page.getByRole("link", { name: `Go on with ${engine}` }).first();
    if ((await job.count()) > 0) jobs.push(await job.evaluate((link) => (link as HTMLAnchorElement).href));
  }
  expect(jobs.length).toBeGreaterThan(2);
  const weights: number[] = [];
  const context = await browser.newContext();
  const fresh = await context.newPage();
  const devtools = await context.newCDPSession(fresh);
  await devtools.send("Network.enable");
  await devtools.send("Network.setCacheDisabled", { cacheDisabled: true });
  for (const job of jobs) {
    await fresh.goto(job);
    await answers(fresh);
    // What is loaded behind the first paint is asked for in the page's first moment of rest.
    const sizes = await fresh.evaluate(async () => {
      await new Promise((rests) => requestIdleCallback(rests));
      const all = performance.getEntriesByType("resource") as PerformanceResourceTiming[];
      return all.filter((r) => r.name.endsWith(".js")).map((r): [string, number] => [r.name, r.encodedBodySize]);
    });
    expect(sizes.length).toBeGreaterThan(3);
    // A script that is fetched ahead and then used stands there twice.
    weights.push([...new Map(sizes).values()].reduce((sum, size) => sum + size, 0) / 1000);
  }
  await context.close();
  const kB = (n: number): string => n.toFixed(0);
  process.stdout.write(
    `first load of a run: ${kB(Math.min(...weights))} to ${kB(Math.max(...weights))} kB of compressed script\n`,
  );
  expect(Math.max(...weights)).toBeLessThan(LIMIT_KB);
});

/** Beside those that a journey looks at on its way; a question with its answer. */
const PLACES = ["/shop", "/engines/new", "/you", "/quick/turn?change=0.04+mm&thread=3%2F8-24&ratio=1.5"];

test("pages are clean on a phone in the dark, and in the light", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.emulateMedia({ colorScheme: "dark" });
  await atBench(page);
  await clean(page, "dark");
  for (const path of PLACES) {
    await page.goto(path);
    await clean(page, "dark");
  }
  // A vee, with all that an engine's page has, and a sheet.
  await find(page, "Dunmore");
  await page.getByRole("link", { name: /^Sheet of Dunmore/ }).click();
  await page.waitForURL(/sheet$/);
  await clean(page, "dark");
  await find(page, "Orrin Tidewater 6");
  await page.getByRole("link", { name: "Orrin Tidewater 6", exact: true }).first().click();
  await page.waitForURL(/\/engines\//);
  await expect(page.getByText(/^May be set here:/)).toBeVisible();
  await clean(page, "dark");
});

test("the run is clean in its states, on a phone and on a bench; nothing is cut off, and a thumb meets each target", async ({
  page,
}) => {
  await atWork(page);
  const engine = await addEngine(page, UNEVEN_TWIN);
  const run = await openRun(page);
  await clean(page, "light");
  await mainButton(page).click();
  await leaf(page, "0.30 mm").click();
  await leaf(page, "0.35 mm").dblclick();
  await clean(page, "light");
  await page.getByRole("button", { name: "Leave it so, with a reason" }).click();
  await clean(page, "light");
  await page.getByRole("button", { name: "Back to what is asked" }).click();
  await page.locator('[data-valve="2E"]').click();
  await page.keyboard.press("t");
  await expect(page.getByRole("region", { name: "Tray" })).toBeVisible();
  await clean(page, "light");
  await page.keyboard.press("t");
  await page.keyboard.press("Escape");
  await page.locator('[data-valve="1E"]').click();
  await leaf(page, "No leaf goes").click();
  await page.getByRole("button", { name: "Another answer" }).click();
  await expect(page.getByRole("region", { name: "Answers" })).toBeVisible();
  await clean(page, "light");

  // What the demo has in hand, each of another kind of work.
  for (const [link, says] of [
    ["Corriemoor", "5 intake ticks"],
    ["Larkfield", "2 pushrods are wanted"],
    ["Teasel", "off the stem's end"],
  ] as const) {
    await find(page, link);
    await page
      .getByRole("link", { name: new RegExp(`^Go on with ${link}`) })
      .first()
      .click();
    await page.waitForURL(/\/jobs\//);
    await confirmCrank(page);
    await expect(nextTitle(page)).toContainText(says);
    await clean(page, "light");
  }

  await page.goto(run);
  await answers(page);
  for (const [width, height] of [
    [390, 844],
    [1280, 800],
  ] as const) {
    await page.setViewportSize({ width, height });
    await settled(page);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(wide).toBeLessThanOrEqual(0);
    const small = await page.locator("[data-blade], [data-main]").evaluateAll((all) =>
      all
        .filter((e) => {
          const { width: w, height: h } = e.getBoundingClientRect();
          return w < 56 || h < 56;
        })
        .map((e) => e.textContent),
    );
    expect(small).toEqual([]);
  }
  // Zooming to 200 percent halves the room that the page is laid out in; a phone on its side has about as little.
  for (const [width, height] of [
    [640, 400],
    [844, 390],
  ] as const) {
    await page.setViewportSize({ width, height });
    await expect(mainButton(page)).toBeInViewport();
    await expect(nextTitle(page)).toBeInViewport();
    expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(
      0,
    );
  }
  // Text spaced as wide as some need it is neither cut off nor pushed out of sight.
  await page.setViewportSize({ width: 390, height: 844 });
  for (const place of ["/", "/quick/turn?change=0.04+mm&thread=3%2F8-24&ratio=1.5", "/shop/parts", engine, run]) {
    await page.goto(place);
    await page.addStyleTag({
      content:
        "*{line-height:1.5!important;letter-spacing:.12em!important;word-spacing:.16em!important}p{margin-bottom:2em!important}",
    });
    await settled(page);
    const { cut, wide } = await page.evaluate(() => ({
      // Text in a box that hides what does not fit.
      cut: [...document.querySelectorAll<HTMLElement>("h1, h2, h3, p, a, button, label, legend, td, th, li, b")]
        .filter((e) => {
          const { overflowX, overflowY } = getComputedStyle(e);
          const hides = [overflowX, overflowY].some((o) => o === "hidden" || o === "clip");
          // What is there for a screen reader alone has no size.
          return (
            hides && e.clientWidth > 2 && (e.scrollWidth > e.clientWidth + 1 || e.scrollHeight > e.clientHeight + 1)
          );
        })
        .map((e) => e.textContent),
      wide: document.documentElement.scrollWidth - document.documentElement.clientWidth,
    }));
    expect(cut, place).toEqual([]);
    expect(wide, place).toBeLessThanOrEqual(0);
  }
});
