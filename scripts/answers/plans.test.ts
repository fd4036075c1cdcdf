/**
 * The plans of some random engines, every method of each, line by line: stops, turns, margins, what is left out and
 * why. A change of what is planned shows here as text; `npx vitest -u` writes it anew once it was read.
 */
import { expect, it } from "vitest";
import { type Engine, resolveEngine } from "../../src/core/engine/resolve";
import { bestWorstMargin } from "../../src/core/stops/fewest";
import type { MethodPlan } from "../../src/core/stops/planMethod";
import { planStops } from "../../src/core/stops/recommend";
import { routeOf } from "../../src/core/stops/route";
import { SERVING_ORDERS } from "../../src/core/stops/orders";
import { signAt } from "../../src/core/stops/sign";
import { GEAR_KINDS, randomEngine } from "./engines";
import { random } from "@/core/units/random";

const SEED = 11;
const ENGINES = 48;

const deg = (n: number | null | undefined): string =>
  n === null || n === undefined ? "–" : String(Math.round(n * 1e4) / 1e4);

function planLines(plan: MethodPlan): string[] {
  const stops = plan.stops.map(
    (s) =>
      `${deg(s.crankDeg)}/${deg(s.markDeg)}+${deg(s.turnDeg)}: ${s.set.map((v) => `${v.valve} ${deg(v.marginDeg)}`).join(", ")}`,
  );
  const unserved = plan.unserved.map(
    (u) => `not ${u.valve}, at best ${deg(u.bestMarginDeg)} at ${deg(u.bestAtDeg)}: ${u.why}`,
  );
  return [
    `  ${plan.id}: ${plan.usable ? "usable" : "out"}, ${deg(plan.turnTotalDeg)} in all, closest ${plan.worst?.valve ?? "–"} ${deg(plan.worst?.marginDeg)}. ${plan.why}`,
    ...[...stops, ...unserved].map((line) => `    ${line}`),
  ];
}

function engineLines(engine: Engine, i: number): string[] {
  const r = random(SEED * 7919 + i);
  const settings = {
    requiredDeg: r.pick([5, 10, 10, 15, 30, 60]),
    marksOnly: r.chance(0.2),
    openingShare: r.between(0, 0.3),
    closingShare: r.between(0, 0.4),
  };
  const marks = r.pick([[0], [0, 120, 240], [10, 250], []]);
  const answer = planStops(engine, settings, marks);
  const chosen = answer.methods.find((m) => m.id === answer.recommended);
  const order = r.pick(SERVING_ORDERS);
  const route =
    chosen === undefined
      ? []
      : routeOf(engine, chosen, order).map(
          (s) =>
            `    ${s.letter} ${deg(s.crankDeg)} ${s.valves.map((v) => `${v.valve}${v.doubt === null ? "" : ` (${v.doubt})`}`).join(", ")}. ${signAt(engine, s.crankDeg).check}`,
        );
  const best = [1, 2, 3].map((n) => {
    const found = bestWorstMargin(engine, n);
    return found === null ? `${n}: none` : `${n}: ${deg(found.worstDeg)} at ${found.stops.map(deg).join(", ")}`;
  });
  return [
    `engine ${i}: ${engine.cylinders.length} cylinders, ${engine.cycleDeg}°, required ${settings.requiredDeg}°${settings.marksOnly ? ", marks only" : ""}`,
    ...answer.methods.flatMap(planLines),
    `  recommended: ${answer.recommended ?? "none"}. ${answer.why}`,
    `  route, ${order}:`,
    ...route,
    `  at best with so many stops: ${best.join("; ")}`,
  ];
}

it("engines are planned as they were", async () => {
  const lines = Array.from({ length: ENGINES }, (_, i) => {
    const r = random(SEED * 104_729 + i);
    return engineLines(resolveEngine(randomEngine(r, r.pick(GEAR_KINDS))), i);
  }).flat();
  await expect(`${lines.join("\n")}\n`).toMatchFileSnapshot("told/plans.txt");
});
