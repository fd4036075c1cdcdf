import { acceptCautions, addEngine, atWork, expect, test, UNEVEN_TWIN, find } from "./fixtures";

test.describe("a broken engine file", () => {
  test.use({ allow: [/422/] });
  test("gets a sentence that says where, and its text stays", async ({ page }) => {
    await atWork(page);
    await page.goto("/engines/new");
    const text = page.getByLabel("Or its text");
    const add = page.getByRole("button", { name: "Add from the file" });
    await add.click();
    await expect(page.getByText("Choose a file, or paste its text.")).toBeVisible();
    await text.fill('{ "format": "fulcrata-engine/1", ');
    await page.getByLabel("Serial or mark").fill("S-77");
    await add.click();
    await expect(page.getByText(/it is not JSON/)).toBeVisible();
    await expect(text).toHaveValue('{ "format": "fulcrata-engine/1", ');
    const twice = JSON.stringify({ ...UNEVEN_TWIN, firingOrder: ["1", "1"] });
    await text.fill(twice);
    await add.click();
    await expect(page.getByText("Cylinder 1 fires twice. (at firingOrder[1])")).toBeVisible();
    await expect(text).toHaveValue(twice);
    await expect(page.getByLabel("Serial or mark")).toHaveValue("S-77");
    await page.getByLabel("Counter shows").fill("many");
    await add.click();
    await expect(page.getByText('"many" is not a number of running hours.')).toBeVisible();
  });

  test("and a spec of 40 mm is refused at its field", async ({ page }) => {
    await atWork(page, "Maud Fenwick");
    await page.goto(await addEngine(page, UNEVEN_TWIN));
    await page.getByRole("button", { name: "Change" }).click();
    const field = page.getByLabel("Lash", { exact: true }).first();
    await field.fill("40 mm");
    await page.getByLabel("Source").fill("My own card");
    await page.getByRole("button", { name: "Keep this spec" }).click();
    await expect(page.getByText(/40 mm can't be right here/).first()).toBeVisible();
    await expect(field).toHaveAttribute("aria-invalid", "true");
    await expect(page.getByLabel("Source")).toHaveValue("My own card");
    await field.fill("0.22 mm");
    await page.getByRole("button", { name: "Keep this spec" }).click();
    await expect(page.getByText("My own card")).toBeVisible();
  });

  test("and a job without its givens is not begun", async ({ page }) => {
    await atWork(page);
    await page.goto(`${await addEngine(page, UNEVEN_TWIN)}/job`);
    const begin = page.getByRole("button", { name: "I've read the cautions: start" });
    await begin.click();
    await expect(page.getByText("Say whether the engine is cold or hot")).toBeVisible();
    await page.getByLabel("Hot", { exact: true }).check();
    await page.getByLabel("Temperature, °C").fill("warm");
    await begin.click();
    await expect(page.getByText('"warm" is not a temperature.')).toBeVisible();
    await page.getByLabel("Temperature, °C").fill("80");
    await begin.click();
    await expect(page.getByText(/spec is for a cold engine, and this one is hot/)).toBeVisible();
    await page.getByLabel("Cold", { exact: true }).check();
    await begin.click();
    await expect(page.getByText("80 °C is not cold")).toBeVisible();
    await page.getByLabel("Temperature, °C").fill("18");
    await begin.click();
    await expect(page.getByText("Read and tick every caution first: 4 not ticked.")).toBeVisible();
    await expect(page.getByLabel("Temperature, °C")).toHaveValue("18");
  });

  test("and a feeler set whose marks contradict each other is not taken", async ({ page }) => {
    await atWork(page, "Maud Fenwick");
    await page.goto("/shop");
    await page.getByLabel("Name", { exact: true }).fill("My set");
    await page.getByLabel("Marks of the leaves").fill("0.05 0.25/.020");
    await page.getByRole("button", { name: "Add the set" }).click();
    await expect(page.getByText("the two marks of this leaf contradict each other")).toBeVisible();
    await expect(page.getByLabel("Marks of the leaves")).toHaveValue("0.05 0.25/.020");
    await page.getByLabel("Marks of the leaves").fill("0.05 0.25/.010");
    await page.getByRole("button", { name: "Add the set" }).click();
    await expect(page.getByText("My set")).toBeVisible();
  });
});

test.describe("addresses that lead nowhere", () => {
  test.use({ allow: [/404/] });
  for (const path of [
    "/jobs/123e4567-e89b-42d3-a456-426614174000",
    "/jobs/nonsense",
    "/jobs/nonsense/sheet",
    "/engines/nonsense",
    "/engines/nonsense/job",
    "/nowhere",
  ]) {
    test(`${path} says so, with a way back`, async ({ page }) => {
      const answer = await page.goto(path);
      expect(answer?.status()).toBe(404);
      await expect(page.getByRole("heading")).toHaveText("This is not in the shop.");
      await page.getByRole("link", { name: "Go back to the bench" }).click();
      await expect(page).toHaveURL(/\/$/);
    });
  }
});

test.describe("nobody at work", () => {
  test.use({ allow: [/401/] });
  test("is asked in place, and what was done goes through once a name is chosen", async ({ page }) => {
    await page.goto("/");
    await find(page, "Hob 196");
    await page.getByRole("link", { name: /^Start a job on Hob 196/ }).click();
    await page.waitForURL(/\/job$/);
    await acceptCautions(page);
    await page.getByLabel("Cold", { exact: true }).check();
    await page.getByRole("button", { name: "I've read the cautions: start" }).click();
    await expect(page.getByText("Say who is at work first")).toBeVisible();
    const answered = page.waitForResponse((r) => r.url().endsWith("/api/people"));
    await page.getByLabel("At work").selectOption({ label: "Maud Fenwick" });
    await answered;
    await page.getByRole("button", { name: "I've read the cautions: start" }).click();
    await page.waitForURL(/\/jobs\//);
  });
});

test("commands refuse what is not theirs: no JSON, other content, too much", async ({ request }) => {
  const post = (url: string, data: string, type = "application/json") =>
    request.post(url, { data: Buffer.from(data), headers: { "content-type": type } });
  expect((await post("/api/calc/lash", "{")).status()).toBe(400);
  expect((await post("/api/calc/nothing", "{}")).status()).toBe(404);
  expect((await post("/api/calc/lash", "{}")).status()).toBe(422);
  expect((await post("/api/calc/stops", `{"engine":"${"x".repeat(1_100_000)}"}`)).status()).toBe(413);
  const fine = await post(
    "/api/calc/lash",
    JSON.stringify({ spec: { nominal: 0.2 }, reading: { goes: 0.3, noGo: 0.35 } }),
  );
  expect(fine.status()).toBe(200);
  expect(await fine.json()).toMatchObject({ verdict: "loose" });
  expect((await post("/api/people", "personId=1", "text/plain")).status()).toBe(400);
  expect(
    (
      await post(
        "/api/jobs/nonsense/entries",
        '{"entries":[{"id":"123e4567-e89b-42d3-a456-426614174000","supersedes":null,"kind":"closed"}]}',
      )
    ).status(),
  ).toBe(401);
});
