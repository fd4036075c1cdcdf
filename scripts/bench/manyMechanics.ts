/**
 * Fifty people on fifty jobs at once, beside somebody who prints sheets and imports parts without a pause: how long an
 * entry takes from being sent to being answered as kept.
 */
import type { Page } from "@playwright/test";
import { say } from "../lib/say.mjs";
import { ShopClient, arrived, reading } from "../lib/shopClient.mjs";
import { quantile } from "./figures";

const PEOPLE = 50;
/** Turning, feeling and locking take longer: whoever enters something this often is in a great hurry. */
const PACE_MS = 3000;
/** As often as the run of somebody who works alone asks what others did. */
const LOOK_MS = 1600;

const IMPORTED_LINES = 1000;

/** Prints the sheet of a job and imports parts, one after the other, until it is told to stop; gives how often. */
async function office(client: ShopClient, job: string, stopped: () => boolean): Promise<number> {
  let done = 0;
  for (; !stopped(); done++) {
    await client.bytes(`/api/jobs/${job}/sheet.pdf`);
    const lines = Array.from({ length: IMPORTED_LINES }, (_, i) => `shim-over,29,${(1 + i / 1000).toFixed(3)},,1`);
    const text = ["kind,diameter_mm,thickness_mm,mark,count", ...lines].join("\n");
    await client.ask("POST", "/api/parts/csv", { id: crypto.randomUUID(), text });
  }
  return done;
}

/** @param page a page on which somebody is at work already: its people and sets are used */
export async function manyMechanics(page: Page, url: string, minutes: number): Promise<void> {
  const names = await page
    .getByLabel("At work")
    .locator("option")
    .evaluateAll((all) => all.map((o) => (o as HTMLOptionElement).value).filter((v) => v !== ""));
  await page.getByRole("link", { name: /^Start a job on Calder/ }).click();
  await page.waitForURL(/\/job/);
  // An engine that was done before has its tools on one line.
  const folded = page.getByRole("button", { name: /^Change: / });
  await folded.first().waitFor();
  while ((await folded.count()) > 0) await folded.first().click();
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
  const until = performance.now() + minutes * 60_000;
  const [lead] = clients;
  if (lead === undefined) throw new RangeError("manyMechanics: nobody is here");
  const printed = office(lead.client, lead.job, () => performance.now() > until);
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
      while (performance.now() < until) {
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
    `${PEOPLE} people on ${PEOPLE} jobs, an entry every three seconds each: round trip median ${quantile(times, 0.5).toFixed(0)} ms, 95th percentile ${quantile(times, 0.95).toFixed(0)} ms, slowest ${Math.max(...times).toFixed(0)} ms of ${times.length}, beside ${await printed} sheets printed and as many files of ${IMPORTED_LINES} parts imported`,
  );
}
