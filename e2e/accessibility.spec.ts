import { VANTRY } from "../src/demo/partsEngines";
import {
  UNEVEN_TWIN,
  addEngine,
  atWork,
  beginJob,
  confirmCrank,
  expect,
  leaf,
  nextTitle,
  settled,
  test,
  find,
  openRun,
  atBench,
} from "./fixtures";
import { cleanAsShown } from "./clean";

const PLACES = ["/shop", "/shop/parts", "/shop/parts/week", "/shop/parts/advice", "/engines/new"];
/** Each with its answer. */
const QUICK = [
  "/quick/stops?order=1-3-4-2",
  "/quick/turn?change=0.04+mm&thread=3%2F8-24&ratio=1.5",
  "/quick/shim?fitted=2.35+mm&lash=0.10+mm&target=0.20+mm",
  "/quick/heat?spec=0.50+mm&material=alloy",
  "/quick/tape?order=1-3-4-2&pulley=480+mm",
  "/quick/rocker?lift=14+mm&radius=8+mm&arm=42+mm&ratio=1.5&fitted=200+mm&pivot=-5+mm&stem=8+mm&offset=0.5+mm",
];
for (const [scheme, width, height] of [
  ["light", 1280, 800],
  ["dark", 390, 844],
] as const) {
  test.describe(`${width} wide`, () => {
    test.use({ colorScheme: scheme, viewport: { width, height } });

    test("bench, shop and sheet", async ({ page }) => {
      await atBench(page);
      await cleanAsShown(page);
      for (const path of PLACES) {
        await page.goto(path);
        await cleanAsShown(page);
      }
      await find(page, "Dunmore");
      await page.getByRole("link", { name: /^Sheet of Dunmore/ }).click();
      await page.waitForURL(/sheet$/);
      await cleanAsShown(page);
    });

    test("quick answers", async ({ page }) => {
      for (const path of QUICK) {
        await page.goto(path);
        await cleanAsShown(page);
      }
    });

    // A vee everywhere; an engine with injectors, and a radial, once each.
    const shown = [
      "Dunmore 5.9",
      ...(scheme === "light" && width === 1280 ? ["Brae 7"] : []),
      ...(scheme === "dark" && width === 390 ? ["Orrin Tidewater 6"] : []),
    ];
    for (const name of shown) {
      test(`the engine's page: ${name}`, async ({ page }) => {
        await atWork(page);
        await find(page, name);
        await page.getByRole("link", { name, exact: true }).first().click();
        await page.waitForURL(/\/engines\//);
        await expect(page.getByText(/^May be set here:/)).toBeVisible();
        await cleanAsShown(page);
      });
    }

    test("lifters, gear without a screw, hot and cold", async ({ page }) => {
      await atWork(page);
      const open = async (link: RegExp): Promise<void> => {
        await find(page, /[A-Z][a-z]+(?= \w+\$)|[A-Z][a-z]+$/.exec(link.source)?.[0] ?? "");
        await page.getByRole("link", { name: link }).first().click();
        await page.waitForURL(/\/(jobs|engines)\//);
      };
      await open(/^Corriemoor V6$/);
      for (const place of ["Preload", "Hot and cold"]) {
        const link = page.getByRole("navigation", { name: "On this page" }).getByRole("link", { name: place });
        if (await link.isVisible()) await link.click();
      }
      await expect(page.getByText(/^Half a turn: the nut goes/)).toBeVisible();
      await page.getByRole("button", { name: "Enter figures" }).click();
      await cleanAsShown(page);
      await open(/^Start a job on Corriemoor/);
      await page.getByLabel("Have run").check();
      await cleanAsShown(page);
      await open(/^Start a job on Tamblin/);
      await page.getByLabel("Cold", { exact: true }).check();
      await cleanAsShown(page);
      await open(/^Go on with Corriemoor/);
      await confirmCrank(page);
      await expect(nextTitle(page)).toContainText("5 intake ticks");
      await cleanAsShown(page);
      await page.getByRole("button", { name: "Set it again from zero lash" }).click();
      await cleanAsShown(page);
      await open(/^Go on with Larkfield/);
      await confirmCrank(page);
      await expect(nextTitle(page)).toContainText("2 pushrods are wanted");
      await cleanAsShown(page);
      await open(/^Go on with Pellam/);
      await confirmCrank(page);
      await page.getByRole("button", { name: "Work out the parts" }).click();
      await page.waitForURL(/shims$/);
      await page.getByLabel("1Ia fitted").fill("1.82");
      await page.getByLabel("1Eb fitted").fill("thick");
      await cleanAsShown(page);
      await open(/^Sheet of Dunmore/);
      await page.getByRole("link", { name: /Read some cold/ }).click();
      await page.waitForURL(/hot-cold$/);
      await cleanAsShown(page);
    });

    test("pairs of parts, and what is ground", async ({ page }) => {
      await atWork(page);
      await beginJob(page, await addEngine(page, { ...VANTRY, name: "Test twin" }), {
        set: "Fine metric set",
        method: "Firing order",
      });
      await page.getByRole("button", { name: "4 plugs" }).click();
      await cleanAsShown(page);
      await page.goto("/");
      await page.getByRole("link", { name: "Go on with Vantry 75" }).click();
      await page.waitForURL(/\/jobs\//);
      await confirmCrank(page);
      await page.getByRole("button", { name: "Work out opener and closer" }).click();
      await page.waitForURL(/\/opener-closer\//);
      await page.getByLabel("Old opener").fill("3.10");
      await cleanAsShown(page);
      await page.goto("/");
      await page.getByRole("link", { name: "Go on with Teasel 20" }).click();
      await page.waitForURL(/\/jobs\//);
      await confirmCrank(page);
      await expect(nextTitle(page)).toContainText("off the stem's end");
      await cleanAsShown(page);
    });

    test("an engine in every other state: looked for, changed, taped, typed", async ({ page }) => {
      await atWork(page, "Maud Fenwick");
      await find(page, "Hob 196");
      await page.getByRole("link", { name: "Hob 196", exact: true }).click();
      await page.waitForURL(/\/engines\//);
      await page.getByRole("button", { name: "What if I'm one full turn off?" }).click();
      await page.getByRole("button", { name: "Change", exact: true }).click();
      await cleanAsShown(page);
      await page.getByRole("button", { name: "Where is the crank?" }).click();
      await page.getByRole("button", { name: "Both loose" }).click();
      await cleanAsShown(page);
      const engine = new URL(page.url()).pathname;
      for (const place of ["edit", "tape"]) {
        await page.goto(`${engine}/${place}`);
        await cleanAsShown(page);
      }
      await page.goto("/engines/new");
      await page.getByLabel("Firing order").fill("1-3-4-4");
      await page.getByLabel("What is known of the cam").selectOption("profile");
      await cleanAsShown(page);
    });

    test("preparation and the run in all its states", async ({ page }) => {
      await atWork(page);
      const engine = await addEngine(page, UNEVEN_TWIN);
      await page.goto(`${engine}/job`);
      await cleanAsShown(page);
      await beginJob(page, engine, { method: "Firing order" });
      await cleanAsShown(page);
      const main = page.locator("[data-main]");
      await main.click();
      await cleanAsShown(page);
      await leaf(page, "0.30 mm").click();
      await leaf(page, "0.35 mm").click();
      await leaf(page, "0.35 mm").click();
      await cleanAsShown(page);
      await page.getByRole("button", { name: "Leave it so, with a reason" }).click();
      await cleanAsShown(page);
      await page.getByRole("button", { name: "Back to what is asked" }).click();
      await main.click();
      await cleanAsShown(page);
      await page.locator('[data-valve="2E"]').click();
      await page.keyboard.press("?");
      await cleanAsShown(page);
      await page.keyboard.press("Escape");
      await page.keyboard.press("t");
      await expect(page.getByRole("region", { name: "Tray" })).toBeVisible();
      await cleanAsShown(page);
      await page.getByLabel("Bench gauge").check();
      await page.keyboard.press("t");
      await page.keyboard.press("Escape");
      await page.locator('[data-valve="1E"]').click();
      await leaf(page, "No leaf goes").click();
      await page.getByRole("button", { name: "Another answer" }).click();
      await expect(page.getByRole("region", { name: "Answers" })).toBeVisible();
      await cleanAsShown(page);
    });

    test("nothing of the run is cut off, and its targets are large enough for a thumb", async ({ page }) => {
      await atWork(page);
      await openRun(page);
      await page.locator("[data-main]").click();
      const wide = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
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
    });
  });
}

test("at 200 percent zoom the run still shows its next thing and its button", async ({ page }) => {
  // Zooming to 200 per cent halves the room that the page is laid out in.
  await page.setViewportSize({ width: 640, height: 400 });
  await atWork(page);
  await openRun(page);
  await expect(page.locator("[data-main]")).toBeInViewport();
  await expect(page.getByRole("region", { name: "Next" }).getByRole("heading")).toBeInViewport();
  // A phone that lies on its side has about as little.
  await page.setViewportSize({ width: 844, height: 390 });
  await expect(page.locator("[data-main]")).toBeInViewport();
  await expect(page.getByRole("region", { name: "Next" }).getByRole("heading")).toBeInViewport();
  expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
});

test("text spaced as wide as some need it is neither cut off nor pushed out of sight", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await atWork(page);
  const engine = await addEngine(page, UNEVEN_TWIN);
  const places = [
    "/",
    "/quick",
    "/quick/turn?change=0.04+mm&thread=3%2F8-24&ratio=1.5",
    "/shop",
    "/shop/parts",
    engine,
  ];
  const run = await beginJob(page, engine, { method: "Firing order" });
  for (const place of [...places, run]) {
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
  await expect(page.locator("[data-main]")).toBeInViewport();
});
