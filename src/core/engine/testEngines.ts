/** Engines for tests: built from a firing order, as small as they can be. */
import fc from "fast-check";
import type { EngineFile, ValveEntry } from "./engineFile";

/** One intake and one exhaust per cylinder (exhaust only on a two-stroke), in cylinder order. */
export function engineFile(firingOrder: readonly string[], more: Partial<EngineFile> = {}): EngineFile {
  const cylinders = [...firingOrder].sort((a, b) => Number(a) - Number(b));
  const roles = more.strokes === 2 ? (["exhaust"] as const) : (["intake", "exhaust"] as const);
  const valves: ValveEntry[] = cylinders.flatMap((cylinder) =>
    roles.map((role) => ({ id: `${cylinder}${role === "intake" ? "I" : "E"}`, cylinder, role })),
  );
  return { format: "fulcrata-engine/1", name: "Bench piece", strokes: 4, cylinders, firingOrder, valves, ...more };
}

/** The cam of the worked check: 12/48/50/10 at 0.15 mm, so a ramp of 20. */
export const MILD_CAM: EngineFile["cam"] = {
  atLift: "0.15 mm",
  intake: { opensDegBtdc: 12, closesDegAbdc: 48 },
  exhaust: { opensDegBbdc: 50, closesDegAtdc: 10 },
};

/** Four-strokes of 1 to 12 cylinders, even or uneven, with any believable cam and sometimes a release. */
export const anyFourStroke: fc.Arbitrary<EngineFile> = fc
  .record({
    count: fc.integer({ min: 1, max: 12 }),
    uneven: fc.boolean(),
    seed: fc.array(fc.integer({ min: 0, max: 719 }), { minLength: 12, maxLength: 12 }),
    ivo: fc.integer({ min: -20, max: 60 }),
    ivc: fc.integer({ min: 20, max: 95 }),
    evo: fc.integer({ min: 20, max: 95 }),
    evc: fc.integer({ min: -20, max: 60 }),
    rampDeg: fc.integer({ min: 0, max: 50 }),
    release: fc.option(fc.integer({ min: -170, max: -70 }), { nil: undefined }),
  })
  .map((r) => {
    const order = Array.from({ length: r.count }, (_, i) => String(i + 1));
    const angles = [0, ...r.seed.slice(1, r.count).sort((a, b) => a - b)];
    return engineFile(order, {
      ...(r.uneven ? { firingAnglesDeg: angles } : {}),
      cam: {
        rampDeg: r.rampDeg,
        intake: { opensDegBtdc: r.ivo, closesDegAbdc: r.ivc },
        exhaust: { opensDegBbdc: r.evo, closesDegAtdc: r.evc },
        ...(r.release === undefined
          ? {}
          : { releases: [{ role: "exhaust" as const, fromDeg: r.release, toDeg: r.release + 40 }] }),
      },
    });
  });

/** A twin with uneven firing and everything else left out but the spec. */
export const UNEVEN_TWIN = {
  format: "fulcrata-engine/1",
  name: "Test piece twin",
  strokes: 4,
  cylinders: ["1", "2"],
  firingOrder: ["1", "2"],
  firingAnglesDeg: [0, 285],
  valves: ["1", "2"].flatMap((cylinder) => [
    { id: `${cylinder}I`, cylinder, role: "intake" as const },
    { id: `${cylinder}E`, cylinder, role: "exhaust" as const },
  ]),
  lash: {
    state: "cold",
    source: "Test card",
    intake: { nominal: "0.20 mm", low: "0.15 mm", high: "0.25 mm" },
    exhaust: { nominal: "0.30 mm", low: "0.25 mm", high: "0.35 mm" },
  },
  adjuster: { kind: "screw", at: "valve-end", pitch: "0.75 mm" },
} satisfies EngineFile;
