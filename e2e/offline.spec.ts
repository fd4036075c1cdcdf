import { CALDER } from "../src/demo/engines";
import { addEngine, allKept, atWork, beginJob, expect, keptWithoutNetwork, nextTitle, test } from "./fixtures";
import { truthOf, workByKeys } from "./mechanic";

/** How long the network stays away; CUT_MS=300000 makes it the five minutes of a real cut. */
const CUT_MS = Number(process.env["CUT_MS"] ?? 2000);

test.use({ allow: [/ERR_INTERNET_DISCONNECTED|ERR_FAILED/], serviceWorkers: "allow" });
test.setTimeout(180_000 + CUT_MS);

test("the network is cut in the middle, the page is loaded again without it, and nothing is lost", async ({
  page,
  context,
}) => {
  await atWork(page);
  const path = await beginJob(page, await addEngine(page, { ...CALDER, name: "Test cut" }), {
    method: "Firing order",
  });
  const truth = truthOf(CALDER, { "2I": 0.06 });
  await workByKeys(page, truth, { until: ({ title }) => /^Read 2 intake/.test(title) });
  await allKept(page);
  await keptWithoutNetwork(page);
  await context.setOffline(true);
  await workByKeys(page, truth, { until: ({ title }) => title.includes("mark D") });
  const status = page.getByRole("status").filter({ hasText: "saved" });
  await expect(status).toHaveText(/^\d+ not saved yet$/);
  const waiting = await status.textContent();
  const title = await nextTitle(page).textContent();
  await page.reload();
  await expect(nextTitle(page)).toHaveText(title ?? "");
  await expect(status).toHaveText(waiting ?? "");
  await workByKeys(page, truth, { until: ({ title }) => /two full turns/.test(title) });
  await page.waitForTimeout(CUT_MS);
  const ledger = async () =>
    (
      (await (await page.request.get(`/api${path}/entries`)).json()) as {
        entries: { kind: string; valve?: string }[];
      }
    ).entries;
  const before = (await ledger()).length;
  await context.setOffline(false);
  await allKept(page, 30_000);
  const kept = await ledger();
  expect(kept.length).toBeGreaterThan(before + 10);
  for (const { id } of CALDER.valves) expect(kept.filter((e) => e.valve === id).at(-1)?.kind).toBe("left");
  await page.goto("about:blank");
});
