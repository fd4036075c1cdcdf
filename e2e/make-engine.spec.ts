import { acceptCautions, atWork, beginJob, expect, test } from "./fixtures";

test("whoever only knows inline five, 1-2-4-5-3, hot cam, no marks has a safe plan before the engine is even kept", async ({
  page,
}) => {
  await atWork(page);
  await page.getByRole("link", { name: "Add an engine" }).click();
  await page.waitForURL(/\/engines\/new/);
  const so = page.getByRole("region", { name: "The engine so far" });
  await page.getByLabel("Firing order").fill("1-2-4-5-3");
  await page.getByLabel("Marks on the pulley").selectOption("none");
  await expect(so.getByRole("heading", { name: "Its plan: Opening and closing" })).toBeVisible();
  await expect(so.getByText(/no mark at all.*Two stops are out: It can't serve/)).toBeVisible();
  await expect(so.getByText("The cam is not known: wide events")).toBeVisible();
  await page.getByLabel("Name of the engine").fill("Hot five");
  await page.getByRole("button", { name: "Add the engine" }).click();
  await page.waitForURL(/\/engines\/[0-9a-f-]{36}$/);
  await expect(page.getByText(/^Opening and closing: 10 stops/)).toBeVisible();
  await expect(page.getByRole("row", { name: /^Two stops .*Not safe here/ })).toBeVisible();
});

test("errors are said at the field as one types, and nothing typed is lost", async ({ page }) => {
  await atWork(page);
  await page.goto("/engines/new");
  const order = page.getByLabel("Firing order");
  for (const [typed, said] of [
    ["1-3-3", "Cylinder 3 stands twice."],
    ["1-3-4", "Missing: cylinder 2."],
    ["1-3-40", "There is no cylinder 40: at most 24."],
  ] as const) {
    await order.fill(typed);
    await expect(page.getByText(said)).toBeVisible();
  }
  await order.fill("1-3-4-2");
  await page.getByLabel("Firing angles").fill("0 200 180 540");
  await expect(page.getByText("180 comes after 200: the angles must rise.")).toBeVisible();
  await page.getByLabel("What is known of the cam").selectOption("events");
  await page.getByLabel("Intake opens, ° before top center").fill("12");
  await expect(page.getByText(/^Give all four events/)).toBeVisible();
  await page.getByLabel("What is known of the cam").selectOption("lobes");
  await page.getByLabel("What is known of the cam").selectOption("events");
  await expect(page.getByLabel("Intake opens, ° before top center")).toHaveValue("12");
  await page.getByRole("button", { name: "Add the engine" }).click();
  await expect(page.getByText("Give the engine a name.")).toBeVisible();
  await expect(order).toHaveValue("1-3-4-2");
  await expect(page.getByLabel("Firing angles")).toHaveValue("0 200 180 540");
});

test("a vee with valves typed out along its banks, a cam card, marks and another shaft to turn", async ({ page }) => {
  await atWork(page);
  await page.goto("/engines/new");
  await page.getByLabel("Firing order").fill("1 2 3 4");
  await page.getByLabel("Layout").selectOption("vee");
  await page.getByLabel("Banks, front first").fill("1 3 / 2 4");
  await page.getByLabel("Valves, front first").fill("E I I E / I E E I");
  await page.getByLabel("Typed out for").selectOption("bank");
  await page.getByLabel("What is known of the cam").selectOption("lobes");
  for (const [label, value] of [
    ["Intake duration, crank °", "264"],
    ["Exhaust duration, crank °", "270"],
    ["Intake centerline, °", "106"],
    ["Lobe separation, °", "110"],
    ["Checked at a lift of", ".050 in"],
  ] as const)
    await page.getByLabel(label).fill(value);
  await page.getByLabel("Marks on the pulley").selectOption("firing");
  await page.getByLabel("Turned at").selectOption("cam");
  await page.getByLabel("Its turns per crank turn").fill("0.5");
  await page.getByLabel("Name of the engine").fill("Typed vee");
  await page.getByRole("button", { name: "Add the engine" }).click();
  await page.waitForURL(/\/engines\/[0-9a-f-]{36}$/);
  const file = (await (
    await page.request.get(`${page.url().replace("/engines/", "/api/engines/")}/file`)
  ).json()) as { valves: { id: string }[]; cam: object; barring: object; marksDeg: number[] };
  expect(file.valves.map((v) => v.id).join(" ")).toBe("1E 1I 3I 3E 2I 2E 4E 4I");
  expect(file).toMatchObject({
    cam: { atLift: ".050 in", exhaust: { durationDeg: 270, centerlineDeg: 114 } },
    barring: { at: "cam", ratio: 0.5 },
    marksDeg: [0, 180],
  });

  // And what was typed comes back to be changed.
  await page.getByRole("link", { name: "Change engine" }).click();
  await expect(page.getByLabel("Valves, front first")).toHaveValue("E I I E / I E E I");
  await page.getByLabel("Lobe separation, °").fill("112");
  await page.getByRole("button", { name: "Keep the change" }).click();
  await page.waitForURL(/\/engines\/[0-9a-f-]{36}$/);
  await page.getByRole("link", { name: "Change engine" }).click();
  await expect(page.getByLabel("Lobe separation, °")).toHaveValue("112");
});

test("a measured cam from CSV is drawn, its faults are said, and a broken one loses nothing", async ({ page }) => {
  await atWork(page);
  await page.goto("/engines/new");
  await page.getByLabel("Firing order").fill("1-3-4-2");
  await page.getByLabel("What is known of the cam").selectOption("profile");
  const lift = (deg: number, center: number): number =>
    Math.abs(deg - center) < 130 ? 4.5 * (1 + Math.cos((Math.PI * (deg - center)) / 130)) : 0;
  const rows = Array.from({ length: 361 }, (_, i) => i * 2)
    .filter((deg) => deg < 500 || deg > 530)
    .map(
      (deg) => `${deg};${lift(deg, 468).toFixed(3).replace(".", ",")};${lift(deg, 250).toFixed(3).replace(".", ",")}`,
    );
  await page.getByLabel("CSV file").setInputFiles({
    name: "cam.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(`crank;intake;exhaust\n${rows.join("\n")}`),
  });
  await expect(page.getByText(/intake: 345 points, full lift 9.00 mm at 468°/)).toBeVisible();
  await expect(page.getByText("There is a gap from 498° to 532°").first()).toBeVisible();
  await expect(
    page.getByText("intake: as measured").or(page.getByText("exhaust: as measured · intake: as measured")),
  ).toBeVisible();
  await page.getByLabel("Its lift is in").selectOption("in");
  await expect(page.getByText(/more than any valve's/)).toBeVisible();
  await page.getByLabel("Its lift is in").selectOption("mm");
  await page.getByLabel("Or its lines").fill("half a line");
  await expect(page.getByText("Only one column was found")).toBeVisible();
  await expect(page.getByLabel("Or its lines")).toHaveValue("half a line");
  await page.getByLabel("Name of the engine").fill("Measured four");
  await page.getByRole("button", { name: "Add the engine" }).click();
  await page.waitForURL(/\/engines\/[0-9a-f-]{36}$/);
  await expect(page.getByText("The lobes of this cam were measured")).toBeVisible();
});

test("a run by opening and closing, cylinder by cylinder, says what to watch for and is locked like any other", async ({
  page,
}) => {
  await atWork(page);
  await page.getByRole("link", { name: "Calder D5", exact: true }).click();
  await page.waitForURL(/\/engines\//);
  const engine = new URL(page.url()).pathname;
  await page.goto(`${engine}/job?method=opening-closing`);
  await acceptCautions(page);
  await page.getByText(/^Order, margin and stops judged by eye/).click();
  await page.getByRole("radio", { name: /^Cylinder by cylinder/ }).check();
  await page.getByLabel("Cold", { exact: true }).check();
  await page.getByRole("button", { name: "I've read the cautions: start" }).click();
  await page.waitForURL(/\/jobs\//);
  await expect(
    page.getByRole("heading", { name: "Turn the crank until the exhaust rocker of cylinder 1 just starts to open." }),
  ).toBeVisible();
  await expect(page.getByText("The route, cylinder by cylinder")).toBeVisible();
  await page.locator("[data-main]").click();
  await expect(page.getByRole("heading", { name: /^Read 1 intake/ })).toBeVisible();
});

test("a job begun the usual way keeps working after the engine was changed", async ({ page }) => {
  await atWork(page);
  await page.getByRole("link", { name: "Hob 196", exact: true }).click();
  await page.waitForURL(/\/engines\//);
  const engine = new URL(page.url()).pathname;
  const job = await beginJob(page, engine, { method: "Firing order" });
  await page.goto(`${engine}/edit`);
  await page.getByLabel("Name of the engine").fill("Hob 196 B");
  await page.getByRole("button", { name: "Keep the change" }).click();
  await page.waitForURL(/\/engines\/[0-9a-f-]{36}$/);
  await expect(page.getByRole("heading", { name: "Hob 196 B" })).toBeVisible();
  await page.goto(job);
  await expect(page.getByRole("heading", { name: "Hob 196", exact: true })).toBeVisible();
  await page.goto(`${engine}/edit`);
  await page.getByLabel("Name of the engine").fill("Hob 196");
  await page.getByRole("button", { name: "Keep the change" }).click();
  await page.waitForURL(/\/engines\/[0-9a-f-]{36}$/);
});
