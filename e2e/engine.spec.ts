/** An engine: typed into the form, drawn while it is typed, studied with its crank, planned, kept and changed. */
import { readFileSync } from "node:fs";
import { TAMBLIN, LARKFIELD } from "../src/demo/lifterEngines";
import { clean } from "./clean";
import {
  UNEVEN_TWIN,
  acceptCautions,
  addEngine,
  answers,
  atBench,
  atWork,
  beginJob,
  expect,
  find,
  nextTitle,
  settled,
  test,
} from "./fixtures";

test.describe.configure({ timeout: 120_000 });
test.use({ allow: [/422/] });

const fileOf = async (page: import("@playwright/test").Page): Promise<unknown> =>
  (await page.request.get(`${page.url().replace("/engines/", "/api/engines/").replace(/#.*$/, "")}/file`)).json();

test("is made in the form alone, with all that a file can say, and comes back from its file unchanged", async ({
  page,
}) => {
  await atBench(page);
  await page.getByRole("link", { name: "Add an engine" }).click();
  await page.waitForURL(/\/engines\/new/);
  const so = page.getByRole("region", { name: "The engine so far" });
  // Whoever only knows an order, and that there are no marks, has a safe plan before the engine is even kept.
  const order = page.getByLabel("Firing order");
  await order.fill("1-2-4-5-3");
  await page.getByLabel("Marks on the pulley").selectOption("none");
  await expect(so.getByRole("heading", { name: "Its plan: Opening and closing" })).toBeVisible();
  await expect(so.getByText(/no mark at all.*Two stops are out: It can't serve/)).toBeVisible();
  await expect(so.getByText("The cam is not known: wide events")).toBeVisible();
  // Errors are said at the field as one types, and nothing typed is lost.
  for (const [typed, says] of [
    ["1-3-3", "Cylinder 3 stands twice."],
    ["1-3-4", "Missing: cylinder 2."],
    ["1-3-40", "There is no cylinder 40: at most 24."],
  ] as const) {
    await order.fill(typed);
    await expect(page.getByText(says)).toBeVisible();
  }
  await order.fill("1-8-4-3-6-5-7-2");
  const cam = page.getByLabel("What is known of the cam");
  await cam.selectOption("events");
  await page.getByLabel("Intake opens, ° before top center").fill("12");
  await expect(page.getByText(/^Give all four events/)).toBeVisible();
  // A measured cam from CSV: its faults are said, and a broken one loses nothing.
  await cam.selectOption("profile");
  const lift = (deg: number, center: number): number =>
    Math.abs(deg - center) < 130 ? 4.5 * (1 + Math.cos((Math.PI * (deg - center)) / 130)) : 0;
  const comma = (mm: number): string => mm.toFixed(3).replace(".", ",");
  const rows = Array.from({ length: 361 }, (_, i) => i * 2)
    .filter((deg) => deg < 500 || deg > 530)
    .map((deg) => `${deg};${comma(lift(deg, 468))};${comma(lift(deg, 250))}`);
  await page.getByLabel("CSV file").setInputFiles({
    name: "cam.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(`crank;intake;exhaust\n${rows.join("\n")}`),
  });
  await expect(page.getByText(/intake: 345 points, full lift 9.00 mm at 468°/)).toBeVisible();
  await expect(page.getByText("There is a gap from 498° to 532°").first()).toBeVisible();
  await page.getByLabel("Its lift is in").selectOption("in");
  await expect(page.getByText(/more than any valve's/)).toBeVisible();
  await page.getByLabel("Its lift is in").selectOption("mm");
  await page.getByLabel("Or its lines").fill("half a line");
  await expect(page.getByText("Only one column was found")).toBeVisible();
  await expect(page.getByLabel("Or its lines")).toHaveValue("half a line");
  // By its card, at last; what was typed of events is still there.
  await cam.selectOption("events");
  await expect(page.getByLabel("Intake opens, ° before top center")).toHaveValue("12");
  await cam.selectOption("lobes");
  for (const [label, value] of [
    ["Intake duration, crank °", "264"],
    ["Exhaust duration, crank °", "270"],
    ["Intake centerline, °", "106"],
    ["Lobe separation, °", "110"],
    ["Checked at a lift of", ".050 in"],
  ] as const)
    await page.getByLabel(label).fill(value);
  await page.getByLabel("Layout").selectOption("vee");
  await page.getByRole("group", { name: "Bank 1, front first" }).getByRole("button", { name: "E I I E" }).click();
  await page
    .getByRole("group", { name: "Bank 2, front first" })
    .getByRole("button", { name: "I E", exact: true })
    .click();
  await page.getByLabel("Marks on the pulley").selectOption("firing");
  await page.getByLabel("Stamped at the marks").fill("TDC 90 180 270");
  await page.getByLabel("Turned at").selectOption("cam");
  await page.getByLabel("Its turns per crank turn").fill("0.5");
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
  await clean(page, "light");
  await page.getByRole("button", { name: "Add the engine" }).click();
  await expect(page.getByText("Give the engine a name.").first()).toBeVisible();
  await page.getByLabel("Name of the engine").fill("Ardmore 8");
  await page.getByLabel("Serial or mark").fill("A-1");
  await page.getByRole("button", { name: "Add the engine" }).click();
  await page.waitForURL(/\/engines\/[0-9a-f-]{36}$/);
  const engine = page.url();

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
  const file = await fileOf(page);
  expect(file).toMatchObject({
    layout: {
      kind: "vee",
      banks: [
        ["1", "3", "5", "7"],
        ["2", "4", "6", "8"],
      ],
    },
    cam: { atLift: ".050 in", exhaust: { durationDeg: 270, centerlineDeg: 114 } },
    barring: { at: "cam", ratio: 0.5 },
    markLabels: ["TDC", "90", "180", "270"],
    tightenedLater: [{ name: "girdle", valves: ["1E", "1I", "3I", "3E"], torqueNm: 34 }],
    covers: [{ name: "valve cover", seal: "gasket", torqueNm: 9 }],
    timedDrive: "distributor",
    lash: { state: "hot", valves: { "3E": { nominal: "0.026 in" } } },
    otherLash: [{ source: "Cam card" }, { source: "Builder" }],
    adjuster: { lock: "poly-lock", lockTorqueNm: 28, tpi: 24 },
  });
  // The form gives it back as it was, with the hours put right.
  await page.getByRole("link", { name: "Change engine" }).click();
  await expect(page.getByLabel("Serial or mark")).toHaveValue("A-1");
  await page.getByLabel("Counter shows").fill("1250");
  await page.getByRole("button", { name: "Keep the change" }).click();
  await page.waitForURL(engine);
  await expect(page.getByText(/1250 h|1,250 h/).first()).toBeVisible();
  expect(await fileOf(page)).toEqual(file);
  // And from its file it is the same engine again; what the file has beside is saved, and said so.
  await page.goto("/engines/new");
  await page.getByLabel("Or its text").fill(JSON.stringify({ ...(file as object), shelf: { row: 3 } }));
  await page.getByRole("button", { name: "Add from the file" }).click();
  await page.waitForURL(/\/engines\/[0-9a-f-]{36}$/);
  await expect(page.getByText('The field "shelf" of the file is saved, but not used.')).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Take the engine file" }).click(),
  ]);
  expect(JSON.parse(readFileSync(await download.path(), "utf8"))).toEqual({ ...(file as object), shelf: { row: 3 } });
});

test("wheel, dial, map and strip follow the crank; methods stand side by side; one turn out is named", async ({
  page,
}) => {
  await atWork(page);
  await find(page, "Dunmore 5.9");
  await page.getByRole("link", { name: "Dunmore 5.9", exact: true }).first().click();
  await page.waitForURL(/\/engines\//);
  const wheel = page.getByRole("slider", { name: "Phase wheel: turn the crank" });
  const dial = page.getByRole("slider", { name: "Pulley dial: turn the crank" });
  const both = async (deg: string): Promise<void> => {
    await expect(wheel).toHaveAttribute("aria-valuenow", deg);
    await expect(dial).toHaveAttribute("aria-valuenow", deg);
  };
  await expect(page.getByText(/^May be set here:/)).toBeVisible();
  await wheel.focus();
  await page.keyboard.press("ArrowLeft");
  await both("719");
  await page.keyboard.press("Shift+ArrowRight");
  await both("4");
  await dial.focus();
  await page.keyboard.press("PageUp");
  await both("34");
  await page.getByRole("button", { name: "On 5 degrees" }).click();
  await both("39");
  await page.getByRole("button", { name: "Next mark" }).click();
  await expect(wheel).not.toHaveAttribute("aria-valuenow", "39");
  // A quarter of the wheel is half a turn of a four-stroke's crank.
  const from = Number(await dial.getAttribute("aria-valuenow"));
  const box = await wheel.boundingBox();
  if (box === null) throw new Error("the wheel is not drawn");
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y - 90);
  await page.mouse.down();
  await page.mouse.move(x + 64, y - 64, { steps: 8 });
  await page.mouse.move(x + 90, y, { steps: 8 });
  await page.mouse.up();
  // What a screen reader is told follows once the crank rests.
  await expect
    .poll(async () => Math.abs(((Number(await dial.getAttribute("aria-valuenow")) - from + 720) % 720) - 180))
    .toBeLessThan(16);
  const table = page.getByRole("table");
  await expect(table.getByRole("row")).toHaveCount(10);
  await expect(
    table.getByRole("row", { name: /^Firing order ✓ recommended here 8 1\.75 1E 64° clear/ }),
  ).toBeVisible();
  await expect(page.getByText("Two stops would leave 3I only 18 degrees clear.")).toBeVisible();
  await table.getByRole("button", { name: "Opening and closing" }).click();
  await expect(page.getByRole("heading", { name: "The cycle, unrolled: Opening and closing" })).toBeVisible();
  await expect(page.getByRole("button", { name: /^Show stop/ })).toHaveCount(16);
  const strip = page.getByRole("slider", { name: "Cycle strip: turn the crank" });
  await strip.scrollIntoViewIfNeeded();
  const drawn = await strip.boundingBox();
  if (drawn === null) throw new Error("the strip is not drawn");
  await page.mouse.click(drawn.x + 64 + (drawn.width - 78) / 2, drawn.y + 60);
  await expect(wheel).toHaveAttribute("aria-valuenow", "360");
  await page.getByLabel("Number of stops").fill("1");
  await expect(page.getByText("With 1 stop, wherever they are, some valve always stands on its lobe.")).toBeVisible();
  await expect(page.locator(".recharts-line").first()).toBeVisible();
  const margin = page.getByLabel("Required margin, degrees");
  await margin.fill("90");
  await expect(page.getByText(/^Not served: /)).toBeVisible();
  await margin.fill("9x");
  await expect(page.getByText("From 0 to 90.")).toBeVisible();
  await expect(margin).toHaveValue("9x");

  // What looks free one turn out, and on which side the valves are seen from, which is kept.
  await find(page, "Calder D5");
  await page.getByRole("link", { name: "Calder D5", exact: true }).click();
  await page.waitForURL(/\/engines\//);
  const valve = page.locator('[data-valve="1I"]');
  await expect(valve).toHaveAttribute("data-look", "here");
  const out = page.getByRole("button", { name: "What if I'm one full turn off?" });
  await out.click();
  await expect(valve).toHaveAttribute("data-look", "open");
  await expect(
    page.getByText(/With the same mark up the other time round, 1I stands on its lobe, 1E stands on its lobe/),
  ).toBeVisible();
  await clean(page, "light");
  await out.click();
  await valve.click();
  await expect(valve).toHaveAttribute("data-look", "hand");
  await page.getByLabel(/^Seen from above/).selectOption({ label: "front toward you" });
  await page.reload();
  await expect(page.getByLabel(/^Seen from above/)).toHaveValue("front-near");

  // A run by what is watched, cylinder by cylinder; it goes on as it was begun after the engine was changed.
  const engine = new URL(page.url()).pathname;
  await page.goto(`${engine}/job?method=opening-closing`);
  await acceptCautions(page);
  await page.getByText(/^Order, margin and stops judged by eye/).click();
  await page.getByRole("radio", { name: /^Cylinder by cylinder/ }).check();
  await page.getByLabel("Cold", { exact: true }).check();
  await page.getByRole("button", { name: "I've read the cautions: start" }).click();
  await page.waitForURL(/\/jobs\//);
  const job = page.url();
  const title = "Turn the crank until the exhaust follower of cylinder 1 just starts to open.";
  await expect(nextTitle(page)).toHaveText(title);
  await expect(page.getByText("The route, cylinder by cylinder")).toBeVisible();
  for (const name of ["Calder D5 B", "Calder D5"]) {
    await page.goto(`${engine}/edit`);
    await page.getByLabel("Name of the engine").fill(name);
    await page.getByRole("button", { name: "Keep the change" }).click();
    await page.waitForURL(/\/engines\/[0-9a-f-]{36}$/);
    await page.goto(job);
    await expect(page.getByRole("heading", { name: "Calder D5", exact: true })).toBeVisible();
  }
});

test("on a phone the page is under four screens; what can't be begun is said; heights are typed over their block", async ({
  page,
}) => {
  await atWork(page, "Maud Fenwick");
  // A cold aim that would hold valves open is refused, whichever way it came; aircraft work names who releases it.
  const refusedAt = async (file: object, says: string | RegExp): Promise<void> => {
    await page.goto(`${await addEngine(page, file)}/job`);
    await page.getByLabel("Cold", { exact: true }).check();
    await acceptCautions(page);
    await page.getByRole("button", { name: "I've read the cautions: start" }).click();
    await expect(page.getByRole("alert").filter({ hasText: says }).first()).toBeVisible();
    expect(page.url()).toContain("/job");
  };
  await refusedAt({ ...TAMBLIN, name: "Test tight" }, "would be held open");
  await clean(page, "light");
  await refusedAt(
    {
      ...TAMBLIN,
      name: "Test typed cold",
      lash: { state: "cold", source: "At home", intake: { nominal: ".001 in" }, exhaust: { nominal: ".012 in" } },
    },
    "The intake valves would be held open",
  );
  await refusedAt(
    { ...LARKFIELD, name: "Test flat four" },
    "Name the licensed person who releases this work: without one it is not begun.",
  );

  await page.goto(
    await addEngine(page, {
      ...UNEVEN_TWIN,
      name: "Test injectors",
      valves: ["1", "2"].flatMap((cylinder) => [
        { id: `${cylinder}E`, cylinder, role: "exhaust" },
        { id: `${cylinder}J`, cylinder, role: "injector" },
      ]),
      cam: {
        atLift: "0.15 mm",
        exhaust: { opensDegBbdc: 50, closesDegAtdc: 10 },
        injector: { opensDeg: 560, closesDeg: 640 },
      },
      lash: { state: "cold", source: "Test card", exhaust: UNEVEN_TWIN.lash.exhaust },
    }),
  );
  await page.getByRole("button", { name: "Change", exact: true }).first().click();
  const figures = page.getByRole("group", { name: /^injector/i });
  await figures.getByLabel("Gauge block").fill("62.00");
  await figures.getByLabel("Height over the datum").fill("61.98");
  await page.getByRole("button", { name: "Keep this spec" }).click();
  await expect(figures.getByText(/Under this block no leaf would go in/)).toBeVisible();
  await figures.getByLabel("Height over the datum").fill("61.70");
  await figures.getByLabel("Low limit").fill("61.65");
  await figures.getByLabel("High limit").fill("61.75");
  const screw = page.getByRole("group", { name: "Screw of the injectors" });
  await screw.getByLabel("Injectors' screw").selectOption({ label: "at the injector's end" });
  await screw.getByLabel("Thread").fill("M8x1.25");
  await page.getByRole("button", { name: "Keep this spec" }).click();
  await expect(
    page.getByText("height 61.70 (61.65–61.75) mm, read as a gap of 0.30 (0.25–0.35) mm under the 62.00 mm block"),
  ).toBeVisible();
  await expect(page.getByText("screw at the injector's end, pitch 1.25 mm")).toBeVisible();
  await beginJob(page, new URL(page.url()).pathname, { method: "Firing order" });
  await expect(nextTitle(page)).toContainText("Turn the crank");

  await atWork(page);
  await page.setViewportSize({ width: 390, height: 844 });
  for (const name of ["Dunmore 5.9", "Corriemoor V6"]) {
    await find(page, name);
    await page.getByRole("link", { name, exact: true }).first().click();
    await expect(page.getByRole("heading", { level: 1, name })).toBeVisible();
    await answers(page);
    await settled(page);
    expect(await page.evaluate(() => document.documentElement.scrollHeight), name).toBeLessThan(4 * 844);
  }
  const lift = page.getByRole("button", { name: "Lift", exact: true });
  await expect(lift).toHaveAttribute("aria-expanded", "false");
  await page.getByRole("navigation", { name: "On this page" }).getByRole("link", { name: "Lift" }).click();
  await expect(lift).toHaveAttribute("aria-expanded", "true");
  await expect(lift).toBeInViewport();
  await expect(page.getByText(/^exhaust: /)).toBeVisible();
});
