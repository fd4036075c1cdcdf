import type { Response } from "@playwright/test";
import { expect, test, atBench } from "./fixtures";

/** Compressed script that the first load of a run may weigh: bodies, whatever is fetched until nothing more is. */
const LIMIT_KB = 280;
/** Engines of the demo whose jobs are in hand, each of another kind of work. */
const ONE_OF_A_KIND = [
  "Dunmore 5.9",
  "Corriemoor",
  "Larkfield",
  "Pellam R4",
  "Vantry 75",
  "Teasel",
  "Dunmore 5.9, No. 15",
];

test(`the first load of a run of any kind brings less than ${LIMIT_KB} kB of compressed script`, async ({
  page,
  browser,
}) => {
  await atBench(page);
  const jobs: string[] = [];
  for (const engine of ONE_OF_A_KIND) {
    const job = page.getByRole("link", { name: `Go on with ${engine}` }).first();
    if ((await job.count()) > 0) jobs.push(await job.evaluate((link) => (link as HTMLAnchorElement).href));
  }
  expect(jobs.length).toBeGreaterThan(2);
  const weights: number[] = [];
  for (const job of jobs) {
    const context = await browser.newContext();
    const fresh = await context.newPage();
    const scripts: Response[] = [];
    fresh.on("response", (r) => {
      if (/javascript/.test(r.headers()["content-type"] ?? "")) scripts.push(r);
    });
    await fresh.goto(job);
    await expect(fresh.locator("[inert]")).toHaveCount(0);
    await fresh.waitForLoadState("networkidle");
    expect(scripts.length).toBeGreaterThan(3);
    const sizes = await Promise.all(scripts.map((r) => r.request().sizes()));
    weights.push(sizes.reduce((sum, s) => sum + s.responseBodySize, 0) / 1000);
    await context.close();
  }
  const kB = (n: number): string => n.toFixed(0);
  process.stdout.write(
    `first load of a run: ${kB(Math.min(...weights))} to ${kB(Math.max(...weights))} kB of compressed script\n`,
  );
  expect(Math.max(...weights)).toBeLessThan(LIMIT_KB);
});
