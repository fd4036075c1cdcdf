/** The record: an engine's life, when it is due, hours typed in for many at once, and a job that is closed into it. */
import { atWork, expect, leaf, mainButton, nextTitle, test, openRun } from "./fixtures";
import { cleanAsShown } from "./clean";

// What is asked about is refused first.
test.use({ allow: [/status of (409|422)/] });
test.describe.configure({ timeout: 120_000 });

test("what is due is found, told with valve and date, counted on and taken away; the week is told on screen and on paper", async ({
  page,
}) => {
  await atWork(page, "Maud Fenwick");
  await page.goto("/due");
  await page.getByLabel("Look for").fill("quillan");
  await page.getByRole("link", { name: /^Quillan G2/ }).click();
  await page.waitForURL(/\/engines\//);
  const line = page.locator("[data-due]");
  await expect(line).toContainText(/Due (now|at)/);
  await expect(line).toContainText(
    /2 exhaust is closing by about 0\.0\d\d mm in 100 h \(−0\.0\d\d mm to −0\.0\d\d mm\)/,
  );
  const life = page.locator("#life");
  await expect(life.getByRole("columnheader")).toHaveCount(9);
  await expect(life.getByRole("button", { name: "2E" })).toHaveAttribute("aria-pressed", "true");
  await life.getByRole("button", { name: "1I" }).click();
  await expect(life.getByRole("img", { name: /^1 intake over 8 visits/ })).toBeVisible();
  await cleanAsShown(page);

  await page.goto("/due");
  await cleanAsShown(page);
  await page.getByLabel("Look for").fill("hollow lane hire, yard 2");
  const rows = page.getByRole("group", { name: "Engines" }).getByRole("row");
  await expect(rows).toHaveCount(11);
  const hours = rows.nth(1).getByRole("textbox");
  const before = Number(await hours.getAttribute("placeholder"));
  await hours.fill(String(before - 1));
  await page.getByRole("button", { name: "Keep the counter of one engine" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "was its counter changed?" })).toBeVisible();
  await hours.fill(String(before + 12));
  await page.getByRole("button", { name: "Keep the counter of one engine" }).click();
  await expect(
    rows.getByRole("textbox").and(page.getByPlaceholder(String(before + 12), { exact: true })),
  ).toHaveCount(1);
  const calendar = await (await page.request.get("/api/due/calendar.ics")).text();
  const uids = [...calendar.matchAll(/^UID:(.+)$/gm)].map((m) => m[1]);
  expect(uids.length).toBeGreaterThan(39);
  expect(new Set(uids).size).toBe(uids.length);
  const again = await (await page.request.get("/api/due/calendar.ics")).text();
  expect([...again.matchAll(/^UID:(.+)$/gm)].map((m) => m[1])).toEqual(uids);
  const csv = await (await page.request.get("/api/due/list.csv")).text();
  expect(csv.split("\r\n")[0]).toBe(
    "engine,serial,customer,counter,counter_unit,last_done,due_on,due_at_count,rule,why",
  );
  expect(csv.split("\r\n").length).toBeGreaterThan(50);
  await page.goto("/due");
  await page.getByRole("link", { name: "Week", exact: true }).click();
  await expect(page.getByRole("heading", { name: /^Waiting: \d+$/ })).toBeVisible();
  await expect(page.getByRole("heading", { name: /^Due within a week: \d+$/ })).toBeVisible();
  await cleanAsShown(page);
  const paper = await page.request.get((await page.getByRole("link", { name: "PDF" }).getAttribute("href")) ?? "");
  expect((await paper.body()).subarray(0, 5).toString()).toBe("%PDF-");
  await page.getByRole("link", { name: "Week before" }).click();
  await expect(page.getByText("What waits and what is due is told of the week that is.")).toBeVisible();
  expect((await page.goto("/due/week?of=nonsense"))?.status()).toBe(200);
});

test("a hand is studied blind, and what came out is said; an answer of the shop's own is offered where a reading asks", async ({
  page,
}) => {
  await atWork(page, "Jory Penhale");
  await page.goto("/due");
  await page.getByLabel("Look for").fill("marle");
  await page.getByRole("link", { name: /^Marle T2/ }).click();
  await page.getByRole("link", { name: "Study how well it is read" }).click();
  await expect(page.getByLabel("Valves or gaps")).toHaveValue("1I 1E 2I 2E");
  await page.getByRole("button", { name: "Begin to read" }).click();
  await expect(page.getByText("Choose who reads.")).toBeVisible();
  await page.getByRole("checkbox", { name: "Jory Penhale" }).check();
  await cleanAsShown(page);
  await page.getByRole("button", { name: "Begin to read" }).click();
  await page.waitForURL(/\/gauge-studies\/./);
  for (let i = 1; i <= 8; i++) {
    await expect(page.getByText(`your reading ${i} of 8`)).toBeVisible();
    const valve = await page.locator("[data-look]").textContent();
    if (i === 1) await cleanAsShown(page);
    await page.getByRole("button", { name: valve === "1E" ? "0.30 mm" : "0.25 mm" }).click();
    await page.getByRole("button", { name: /^Keep/ }).click();
  }
  await expect(page.locator("[data-verdict]")).toHaveText("Good: reading takes up 0 percent of the band.");
  await expect(page.getByText("repeats within 0.002 mm")).toBeVisible();
  await cleanAsShown(page);
  // A study tells of a hand on one's own page, with a switch.
  await page.goto("/you");
  const used = page.getByRole("checkbox", { name: /^Use it where I read/ });
  const kept = page.waitForResponse((r) => r.url().endsWith("/api/people"));
  await used.uncheck();
  expect((await kept).ok()).toBe(true);
  await page.reload();
  await expect(used).not.toBeChecked();

  await atWork(page, "Maud Fenwick");
  await page.goto("/shop");
  const own = page.getByRole("region", { name: "Answers of our own" });
  const text = `Bridge tilted ${Date.now() % 100_000}`;
  await own.getByLabel("What was found").fill(text);
  await own.getByLabel("How one looks for it").fill("Feel both stems under it.");
  await own.getByRole("button", { name: "Add the answer" }).click();
  await expect(own.getByText(text)).toBeVisible();
  await own.getByLabel("What was found").fill(text);
  await own.getByRole("button", { name: "Add the answer" }).click();
  await expect(own.getByText("This answer is on the list, or was: put it back there.")).toBeVisible();
  await cleanAsShown(page);
  await openRun(page);
  await mainButton(page).click();
  await leaf(page, "No leaf goes").click();
  await expect(page.getByText("Feel both stems under it.")).toBeVisible();
  await page.getByRole("button", { name: "Another answer" }).click();
  await page.getByRole("button", { name: text }).click();
  await expect(nextTitle(page)).toContainText("Turn the screw out");
  await page.goto("/shop");
  await own.getByRole("button", { name: `Take off: ${text}` }).click();
  await expect(own.getByRole("button", { name: `Put back: ${text}` })).toBeVisible();
});
