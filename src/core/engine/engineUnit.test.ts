import { describe, expect, it } from "vitest";
import type { EngineFile } from "./engineFile";
import { engineUnit } from "./engineUnit";
import { engineFile } from "./testEngines";

const BARE = engineFile(["1", "3", "4", "2"]);
const unitOf = (part: Partial<EngineFile>): "mm" | "in" | null => engineUnit({ ...BARE, ...part });

describe("the system of an engine", () => {
  it.each([
    [{ lash: { state: "cold", intake: { nominal: ".012 in" } } }, "in"],
    [{ lash: { state: "cold", exhaust: { nominal: "12 thou" } } }, "in"],
    [{ lash: { state: "cold", intake: { nominal: 0.3 } }, adjuster: { kind: "screw", tpi: 24 } }, "mm"],
    [{ adjuster: { kind: "screw", tpi: 24 } }, "in"],
    [{ adjuster: { kind: "screw", pitch: 1 } }, "mm"],
    [{ adjuster: { kind: "hydraulic", plunger: { travel: ".160 in" } } }, "in"],
    [{ cam: { atLift: ".050 in", intake: { durationDeg: 230, centerlineDeg: 108 } } }, "in"],
    [{ heat: { sizes: { deck: "180 mm" } } }, "mm"],
    [{}, null],
  ] as const)("%j: %s", (part, unit) => {
    expect(unitOf(part as Partial<EngineFile>)).toBe(unit);
  });
});
