import { acceptCautions, atWork, beginJob, expect, test, find, atBench } from "./fixtures";

test("whoever only knows inline five, 1-2-4-5-3, hot cam, no marks has a safe plan before the engine is even kept", async ({
  page,
}) => {
  await atBench(page);
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
  await page.getByLabel("Or typed").fill("E I I E / I E E I");
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
  await expect(page.getByLabel("Or typed")).toHaveValue("E I I E / I E E I");
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
  await find(page, "Calder D5");
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
    page.getByRole("heading", {
      name: "Turn the crank until the exhaust follower of cylinder 1 just starts to open.",
    }),
  ).toBeVisible();
  await expect(page.getByText("The route, cylinder by cylinder")).toBeVisible();
  await page.locator("[data-main]").click();
  await expect(page.getByRole("heading", { name: /^Read 1 intake/ })).toBeVisible();
});

test("a job begun the usual way keeps working after the engine was changed", async ({ page }) => {
  await atWork(page);
  await find(page, "Hob 196");
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

test.describe("with all that a file can say", () => {
  test.use({ allow: [/422/] });
  test("an engine with all that a file can say is made in the form alone, and comes back from its file unchanged", async ({
    page,
  }) => {
    await atWork(page);
    await page.goto("/engines/new");
    await page.getByLabel("Firing order").fill("1-8-4-3-6-5-7-2");
    await page.getByLabel("Layout").selectOption("vee");
    await page.getByRole("group", { name: "Bank 1, front first" }).getByRole("button", { name: "E I I E" }).click();
    await page
      .getByRole("group", { name: "Bank 2, front first" })
      .getByRole("button", { name: "I E", exact: true })
      .click();
    await page.getByLabel("Marks on the pulley").selectOption("firing");
    await page.getByLabel("Stamped at the marks").fill("TDC 90 180 270");
    await page.getByRole("button", { name: "Add a girdle or shaft" }).click();
    const girdle = page.getByRole("group", { name: "Girdles, shafts: tightened after setting, 1" });
    await girdle.getByLabel("Name").fill("girdle");
    await girdle.getByLabel("Valves under it").fill("9");
    await expect(girdle.locator("..").getByText("girdle: there is no valve 9.")).toBeVisible();
    await girdle.getByLabel("Valves under it").fill("1 3");
    await girdle.getByLabel("Torque, Nm").fill("34");
    await page.getByRole("button", { name: "Add a cover" }).click();
    const cover = page.getByRole("group", { name: "Covers and what seals them, 1" });
    await cover.getByLabel("Cover").fill("valve cover");
    await cover.getByLabel("Sealed by").selectOption("gasket");
    await cover.getByLabel("Torque, Nm").fill("9");
    await page.getByLabel("Driven in time with the crank").selectOption("distributor");
    await page.getByLabel("Name of the engine").fill("Ardmore 8");
    await page.getByLabel("Serial or mark").fill("A-1");
    await page.getByRole("button", { name: "Add the engine" }).click();
    await page.waitForURL(/\/engines\/[0-9a-f-]{36}$/);

    await page.getByRole("button", { name: "Keep this spec" }).click();
    // An empty one is refused where it lacks something.
    await expect(page.getByRole("alert").filter({ hasText: /\w/ }).first()).toBeVisible();
    await page.getByLabel("Engine is").selectOption("hot");
    await page.getByLabel("Source", { exact: true }).fill("Manual");
    const own = (name: string) => page.getByRole("group", { name, exact: true });
    await own("intake").getByLabel("Lash").fill("0.022 in");
    await own("exhaust").getByLabel("Lash").fill("0.024 in");
    await page.getByRole("button", { name: "One valve has a spec of its own" }).click();
    await own("Own spec, 1").getByLabel("Valve").selectOption("3E");
    await own("Own spec, 1").getByLabel("Lash").fill("0.026 in");
    for (const [i, source] of ["Cam card", "Builder"].entries()) {
      await page.getByRole("button", { name: "Add what another source says" }).click();
      const other = own(`Other source ${i + 1}`);
      await other.getByLabel("Engine is").selectOption("cold");
      await other.getByLabel("Other source").fill(source);
      await other.getByRole("group", { name: "intake" }).getByLabel("Lash").fill("0.018 in");
      await other.getByRole("group", { name: "exhaust" }).getByLabel("Lash").fill("0.020 in");
    }
    await page.getByLabel("Adjuster").selectOption("stud-nut");
    await page.getByLabel("Rocker ratio").fill("1.5");
    await page.getByLabel("Thread").fill("3/8-24");
    await page.getByLabel("Locked by").selectOption("poly-lock");
    await page.getByLabel("Lock torque, Nm").fill("28");
    await page.getByRole("button", { name: "Keep this spec" }).click();
    await expect(page.getByText(".026 (.025–.027) in")).toBeVisible();

    const fileOf = async (): Promise<unknown> =>
      (await page.request.get(`${page.url().replace("/engines/", "/api/engines/")}/file`)).json();
    const file = await fileOf();
    expect(file).toMatchObject({
      layout: {
        kind: "vee",
        banks: [
          ["1", "3", "5", "7"],
          ["2", "4", "6", "8"],
        ],
      },
      markLabels: ["TDC", "90", "180", "270"],
      tightenedLater: [{ name: "girdle", valves: ["1E", "1I", "3I", "3E"], torqueNm: 34 }],
      covers: [{ name: "valve cover", seal: "gasket", torqueNm: 9 }],
      timedDrive: "distributor",
      lash: { state: "hot", valves: { "3E": { nominal: "0.026 in" } } },
      otherLash: [{ source: "Cam card" }, { source: "Builder" }],
      adjuster: { lock: "poly-lock", lockTorqueNm: 28, tpi: 24 },
    });
    // The form gives it back as it was, with the hours put right.
    const engine = page.url();
    await page.getByRole("link", { name: "Change engine" }).click();
    await expect(page.getByLabel("Serial or mark")).toHaveValue("A-1");
    await page.getByLabel("Counter shows").fill("1250");
    await page.getByRole("button", { name: "Keep the change" }).click();
    await page.waitForURL(engine);
    await expect(page.getByText(/1250 h|1,250 h/).first()).toBeVisible();
    expect(await fileOf()).toEqual(file);
    // And from its file it is the same engine again.
    await page.goto("/engines/new");
    await page.getByLabel("Or its text").fill(JSON.stringify(file));
    await page.getByRole("button", { name: "Add from the file" }).click();
    await page.waitForURL(/\/engines\/[0-9a-f-]{36}$/);
    expect(page.url()).not.toBe(engine);
    expect(await fileOf()).toEqual(file);
  });
});
