/** kill -9 of the app's server and of PostgreSQL in the middle of a job: what was shown as kept is there afterwards. */
import { readFileSync, rmSync } from "node:fs";
import path from "node:path";
import { prepareDatabase, startApp } from "../scripts/lib/app.mjs";
import { findPostgres, freePort, startCluster } from "../scripts/lib/postgres.mjs";
import { UNEVEN_TWIN, acceptCautions, expect, leaf, test } from "./fixtures";

const ROOT = path.resolve(import.meta.dirname, "..");
const FOLDER = path.join(ROOT, ".data", `plug-${process.pid}`);

test.use({ allow: [/./], serviceWorkers: "allow" });
test.setTimeout(240_000);
test.afterAll(() => rmSync(FOLDER, { recursive: true, force: true }));

async function boot(port: number) {
  const bin = findPostgres();
  if (bin === null) throw new Error("PostgreSQL is not installed");
  const cluster = await startCluster({ bin, folder: FOLDER });
  await prepareDatabase(ROOT, cluster.url);
  const app = await startApp({ root: ROOT, databaseUrl: cluster.url, port });
  return { cluster, app };
}

test("the plug is pulled twice, and no kept entry is lost", async ({ page }) => {
  const port = await freePort();
  const base = `http://127.0.0.1:${port}`;
  let running = await boot(port);
  await page.goto(`${base}/`);
  const chosen = page.waitForResponse((r) => r.url().endsWith("/api/people"));
  await page.getByLabel("At work").selectOption({ label: "Jory Penhale" });
  await chosen;
  const engineId = crypto.randomUUID();
  await page.request.post(`${base}/api/engines`, {
    data: { id: engineId, text: JSON.stringify(UNEVEN_TWIN), serial: "", runningHours: null },
  });
  await page.goto(`${base}/engines/${engineId}/job`);
  await acceptCautions(page);
  await page.getByLabel("Cold", { exact: true }).check();
  await page.getByRole("radio", { name: /^Firing order/ }).check();
  await page.getByRole("button", { name: "I've read the cautions: start" }).click();
  await page.waitForURL(/\/jobs\//);
  const main = page.locator("[data-main]");
  const status = page.getByRole("status").filter({ hasText: "saved" });
  const title = page.getByRole("region", { name: "Next" }).getByRole("heading");
  await main.click();
  await expect(status).toHaveText("All saved");

  const leave = async (goes: string, noGo: string): Promise<void> => {
    await leaf(page, `${goes} mm`).click();
    await leaf(page, `${noGo} mm`).click();
    await leaf(page, `${noGo} mm`).click();
    await main.click();
  };
  for (const [round, [goes, noGo]] of (
    [
      ["0.20", "0.25"],
      ["0.30", "0.35"],
    ] as const
  ).entries()) {
    const before = await title.textContent();
    await leave(goes, noGo);
    await expect(status).toHaveText("All saved");
    await expect(title).not.toHaveText(before ?? "");
    const keptBefore = await page.locator("[data-look=done]").count();
    expect(keptBefore).toBe(round + 1);

    running.app.child.kill("SIGKILL");
    process.kill(
      Number(readFileSync(path.join(running.cluster.dataFolder, "postmaster.pid"), "utf8").split("\n")[0]),
      "SIGKILL",
    );
    // Work goes on in the browser meanwhile, and is not called kept.
    await page.getByRole("button", { name: "Undo" }).click();
    await expect(status).toContainText("not saved yet");
    running = await boot(port);
    await expect(status).toHaveText("All saved", { timeout: 30_000 });
    await expect(page.locator("[data-look=done]")).toHaveCount(keptBefore - 1);
    await main.click();
    await expect(status).toHaveText("All saved");
    await page.reload();
    await expect(page.locator("[data-look=done]")).toHaveCount(keptBefore);
  }
  await page.goto("about:blank");
  await running.app.stop();
  await running.cluster.stop();
});
