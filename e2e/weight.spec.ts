import { atWork, expect, test } from "./fixtures";

/** Compressed script that the first load of the run may weigh. */
const LIMIT_KB = 280;

test(`the first load of the run brings less than ${LIMIT_KB} kB of compressed script`, async ({ page, browser }) => {
  await atWork(page);
  const job = await page
    .getByRole("link", { name: /^Go on with/ })
    .first()
    .getAttribute("href");
  const context = await browser.newContext();
  const fresh = await context.newPage();
  const session = await context.newCDPSession(fresh);
  await session.send("Network.enable");
  const scripts = new Set<string>();
  let bytes = 0;
  session.on("Network.responseReceived", ({ requestId, response }) => {
    if (/javascript/.test(response.mimeType)) scripts.add(requestId);
  });
  session.on("Network.loadingFinished", ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength;
  });
  await fresh.goto(new URL(job ?? "/", page.url()).toString());
  await fresh.waitForLoadState("networkidle");
  expect(scripts.size).toBeGreaterThan(3);
  expect(bytes / 1000).toBeLessThan(LIMIT_KB);
  process.stdout.write(`first load of the run: ${(bytes / 1000).toFixed(0)} kB of compressed script\n`);
  await context.close();
});
