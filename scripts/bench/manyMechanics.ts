/** Fifty people on fifty jobs at once: how long an entry takes from being sent to being answered as kept. */
import type { Page } from "@playwright/test";
import { say } from "../lib/say.mjs";
import { ShopClient, arrived, reading } from "../lib/shopClient.mjs";
import { quantile } from "./figures";

const PEOPLE = 50;
const ENTRIES_EACH = 12;
/** Turning, feeling and locking take longer: whoever enters something this often is in a great hurry. */
const PACE_MS = 3000;
/** As often as the run of somebody who works alone asks what others did. */
const LOOK_MS = 1600;

/** @param page a page on which somebody is at work already: its people and sets are used */
export async function manyMechanics(page: Page, url: string): Promise<void> {
  const names = await page
    .getByLabel("At work")
    .locator("option")
    .evaluateAll((all) => all.map((o) => (o as HTMLOptionElement).value).filter((v) => v !== ""));
  await page.getByRole("link", { name: /^Start a job on Calder/ }).click();
  await page.waitForURL(/\/job/);
  const set = await page.getByRole("radio", { name: /^Fine metric set/ }).getAttribute("value");
  const clients = await Promise.all(
    Array.from({ length: PEOPLE }, async (_, i) => {
      const client = new ShopClient(url);
      await client.enter(names[i % names.length] ?? "");
      const job = await client.openJob(await client.addEngine(), set ?? "");
      await client.add(job, [arrived()]);
      return { client, job };
    }),
  );
  const times: number[] = [];
  const wait = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
  await Promise.all(
    clients.map(async ({ client, job }, i) => {
      const device = crypto.randomUUID();
      let ended = false;
      let seen = 1;
      // Each of them also looks what others did, as the run does.
      const looking = (async () => {
        // Nobody opened the page at the same moment.
        await wait((i / PEOPLE) * LOOK_MS);
        while (!ended) {
          await client.ask("POST", `/api/jobs/${job}/live`, { after: seen, device, valve: "1I" });
          await wait(LOOK_MS);
        }
      })();
      await wait((i / PEOPLE) * PACE_MS);
      for (let n = 0; n < ENTRIES_EACH; n++) {
        const begun = performance.now();
        seen = (await client.add(job, [reading()])).length;
        const taken = performance.now() - begun;
        times.push(taken);
        await wait(Math.max(0, PACE_MS - taken));
      }
      ended = true;
      await looking;
    }),
  );
  say(
    `${PEOPLE} people on ${PEOPLE} jobs, an entry every three seconds each: round trip median ${quantile(times, 0.5).toFixed(0)} ms, 95th percentile ${quantile(times, 0.95).toFixed(0)} ms, slowest ${Math.max(...times).toFixed(0)} ms of ${times.length}`,
  );
}
