/** Whole jobs on five kinds of engine, with the three keys of a foot pedal and nothing else. */
import { CALDER, DUNMORE, HOB, TIDEWATER } from "../src/demo/engines";
import { TEASEL } from "../src/demo/partsEngines";
import { addEngine, allKept, atWork, beginJob, expect, test } from "./fixtures";
import { truthOf, workByKeys } from "./mechanic";

test.setTimeout(240_000);
test.beforeEach(({ page }) => atWork(page));

test("a pushrod six with bridges, by rocking: the lock is learned and aimed off", async ({ page }) => {
  const band = (nominal: number) => ({ nominal, low: nominal - 0.05, high: nominal + 0.05 });
  const six = {
    ...TIDEWATER,
    name: "Test six",
    lash: { state: "cold" as const, source: "Test card", intake: band(0.2), exhaust: band(0.25) },
  };
  await beginJob(page, await addEngine(page, six), { set: "Fine metric set", method: "Companion rocking" });
  const truth = truthOf(six, { "1I": 0.09, "4I": 0.08, "2I": -0.08, "5I": 0.09, "6I": 0.08 });
  const said = await workByKeys(page, truth, { lockShiftMm: -0.03, byDegrees: true });
  expect(said.filter((t) => t.startsWith("Lock still loose")).length).toBeGreaterThanOrEqual(3);
  expect(said.some((t) => /Turn the engine over two full turns by hand/.test(t))).toBe(true);
  await allKept(page);
  const sheet = (await (await page.request.get(`/api${new URL(page.url()).pathname}/sheet.json`)).json()) as {
    lockShiftMm: number;
    valves: { asLeft: { verdict: string }; timesSet: number }[];
  };
  // As well as the leaves that decided it can tell: a step of theirs, on the right side.
  expect(sheet.lockShiftMm).toBeLessThan(-0.01);
  expect(sheet.lockShiftMm).toBeGreaterThan(-0.08);
  expect(new Set(sheet.valves.map((v) => v.asLeft.verdict))).toEqual(new Set(["in"]));
});

test("an overhead-cam five, by firing order: turned in bites, one step taken back", async ({ page }) => {
  await beginJob(page, await addEngine(page, { ...CALDER, name: "Test five" }), { method: "Firing order" });
  const truth = truthOf(CALDER, { "4E": 0.2 });
  let undone = false;
  const said = await workByKeys(page, truth, {
    atStep: async (step) => {
      if (step !== 4 || undone) return;
      undone = true;
      await page.keyboard.press("u");
    },
  });
  expect(said.some((t) => /^4 exhaust reads .* wider than the other exhaust valves|than nominal/.test(t))).toBe(true);
  expect(said.some((t) => t.includes("Turn the screw in until"))).toBe(true);
  await allKept(page);
});

test("a big-cam eight, hot, by opening and closing, all as found first, girdles tightened later", async ({
  page,
}) => {
  await beginJob(page, await addEngine(page, { ...DUNMORE, name: "Test eight" }), {
    set: "Inch set",
    method: "Opening and closing",
    state: "Hot",
    survey: true,
  });
  const said = await workByKeys(page, truthOf(DUNMORE, { "3I": 0.08, "8E": 0.1 }));
  const at = (words: string): number => said.findIndex((t) => t.includes(words));
  // What reads unlike its siblings is kept and asked about; no turn is told before all are read.
  expect(at("Is it the right valve")).toBeGreaterThan(-1);
  expect(at("Turn the nut")).toBeGreaterThan(said.findLastIndex((t) => t.includes("Is it the right valve")));
  expect(at("Turn the nut")).toBeGreaterThan(said.findLastIndex((t) => /^Read \d \w+: try/.test(t)));
  expect(at("Now tighten the left girdle to 34 Nm")).toBeGreaterThan(at("Turn the nut"));
  expect(at("two full turns by hand")).toBeGreaterThan(at("Now tighten the right girdle"));
  await allKept(page);
});

test("one cylinder with a release: its base circle is found beside the bump", async ({ page }) => {
  await beginJob(page, await addEngine(page, { ...HOB, name: "Test one" }), { set: "Fine metric set" });
  await workByKeys(page, truthOf(HOB, { "1E": 0.05 }));
  await allKept(page);
});

test("a side-valve twin, by grinding: in steps, each read before the next, and never past its band", async ({
  page,
}) => {
  await atWork(page);
  const job = await beginJob(page, await addEngine(page, { ...TEASEL, name: "Test side-valve" }), {
    set: "Fine metric set",
    method: "Firing order",
  });
  const said = await workByKeys(page, truthOf(TEASEL, { "1E": -0.14, "2I": -0.05 }));
  await allKept(page);
  const steps = said.filter((s) => s.startsWith("Take "));
  // A tenth at the most, then what is left of it in shorter ones.
  expect(steps[0]).toBe("Take 0.10 mm off the stem's end, and read again.");
  expect(steps.length).toBeGreaterThanOrEqual(3);
  const { entries } = (await (await page.request.get(`/api${job}/entries`)).json()) as {
    entries: { kind: string; valve?: string }[];
  };
  expect(entries.filter((e) => e.kind === "set" && e.valve === "1E").length).toBeGreaterThan(1);
  expect(entries.at(-1)?.kind).toBe("closed");
});
