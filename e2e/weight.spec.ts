import type { Response } from "@playwright/test";
import { atWork, expect, test } from "./fixtures";

/** Compressed script that the first load of a run may weigh: bodies, whatever is fetched until nothing more is. */
const LIMIT_KB = 268;

test(`the first load of any run brings less than ${LIMIT_KB} kB of compressed script`, async ({ page, browser }) => {
  await atWork(page);
  const jobs = await page
    .getByRole("link", { name: /^Go on with/ })
    .evaluateAll((links) => links.map((l) => (l as HTMLAnchorElement).href));
  expect(jobs.length).toBeGreaterThan(3);
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
