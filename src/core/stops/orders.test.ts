import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { resolveEngine } from "../engine/resolve";
import { MILD_CAM, anyFourStroke, engineFile } from "../engine/testEngines";
import { planMethod } from "./planMethod";
import { SERVING_ORDERS, ordersOf, serve } from "./orders";
import { METHOD_IDS } from "./methods";

describe("serve", () => {
  it("an eight by opening and closing: two turns in crank order, many cylinder by cylinder", () => {
    const engine = resolveEngine(engineFile(["1", "8", "4", "3", "6", "5", "7", "2"], { cam: MILD_CAM }));
    const plan = planMethod("opening-closing", engine);
    const turns = Object.fromEntries(SERVING_ORDERS.map((o) => [o, serve(engine, plan, o).turnTotalDeg / 360]));
    expect(turns["crank"]).toBeLessThan(2);
    expect(turns["cylinder"]).toBeGreaterThan(11);
    expect(turns["cylinder"]).toBeLessThan(19);
    expect(turns["intakes-first"]).toBeGreaterThan(turns["crank"] ?? 0);
    expect(turns["intakes-first"]).toBeLessThan(4.1);
  });
  it("goes to the next stop ahead that has something of the pass, and on from there", () => {
    const four = resolveEngine(engineFile(["1", "3", "4", "2"], { cam: MILD_CAM }));
    const plan = planMethod("firing-order", four);
    const walked = (order: (typeof SERVING_ORDERS)[number]) =>
      serve(four, plan, order).visits.map((v) => [v.crankDeg, v.turnDeg, v.valves.join(" ")]);
    expect(walked("crank")).toEqual([
      [0, 0, "1I 1E"],
      [180, 180, "3I 3E"],
      [360, 180, "4I 4E"],
      [540, 180, "2I 2E"],
    ]);
    expect(walked("cylinder")).toEqual([
      [0, 0, "1I 1E"],
      [540, 540, "2I 2E"],
      [180, 360, "3I 3E"],
      [360, 180, "4I 4E"],
    ]);
    // Exhausts begin where the intakes ended: nothing is turned for the first of them.
    expect(walked("intakes-first")).toEqual([
      [0, 0, "1I"],
      [180, 180, "3I"],
      [360, 180, "4I"],
      [540, 180, "2I 2E"],
      [0, 180, "1E"],
      [180, 180, "3E"],
      [360, 180, "4E"],
    ]);
  });
  it("bank by bank finishes one bank before the other, and at a stop nobody walks round the engine", () => {
    const eight = resolveEngine(
      engineFile(["1", "8", "4", "3", "6", "5", "7", "2"], {
        cam: MILD_CAM,
        layout: {
          kind: "vee",
          banks: [
            ["1", "3", "5", "7"],
            ["2", "4", "6", "8"],
          ],
        },
      }),
    );
    expect(ordersOf(eight)).toContain("bank");
    const plan = planMethod("two-stop", eight);
    const bankOf = (valve: string): number => (Number(valve[0]) % 2 === 1 ? 0 : 1);
    const banks = serve(eight, plan, "bank").visits.map((v) => v.valves.map(bankOf));
    expect(banks.flat()).toEqual([...Array<number>(8).fill(0), ...Array<number>(8).fill(1)]);
    expect(serve(eight, plan, "bank").turnTotalDeg).toBeGreaterThan(serve(eight, plan, "crank").turnTotalDeg);
    for (const v of serve(eight, plan, "crank").visits)
      expect(v.valves.map(bankOf)).toEqual([...v.valves.map(bankOf)].sort());
    const four = resolveEngine(engineFile(["1", "3", "4", "2"], { cam: MILD_CAM }));
    expect(ordersOf(four)).not.toContain("bank");
    expect(serve(four, planMethod("two-stop", four), "bank")).toEqual(
      serve(four, planMethod("two-stop", four), "crank"),
    );
  });
  it("serves every valve of the plan once, in every order, only ever turning on", () => {
    fc.assert(
      fc.property(
        anyFourStroke,
        fc.constantFrom(...METHOD_IDS),
        fc.constantFrom(...SERVING_ORDERS),
        (file, id, order) => {
          const engine = resolveEngine(file);
          const plan = planMethod(id, engine);
          const { visits, turnTotalDeg } = serve(engine, plan, order);
          expect(visits.flatMap((v) => v.valves).sort()).toEqual(
            plan.stops.flatMap((s) => s.set.map((x) => x.valve)).sort(),
          );
          for (const v of visits)
            for (const valve of v.valves) expect(v.stop.set.some((s) => s.valve === valve)).toBe(true);
          const walked = visits
            .slice(1)
            .reduce((sum, v, i) => sum + ((((v.crankDeg - (visits[i]?.crankDeg ?? 0)) % 720) + 720) % 720), 0);
          expect(turnTotalDeg).toBeCloseTo(walked, 3);
          if (order === "crank") expect(turnTotalDeg).toBeCloseTo(plan.turnTotalDeg, 3);
        },
      ),
      { numRuns: 150 },
    );
  });
});
