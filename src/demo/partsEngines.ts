/**
 * Engines of the demo shop whose lash is set by pairs of parts, or by grinding. All figures are plausible for the
 * kind and invented.
 */
import type { EngineFile } from "../core/engine/engineFile";

const both = (cylinders: readonly string[]): EngineFile["valves"] =>
  cylinders.flatMap(
    (cylinder) =>
      [
        { id: `${cylinder}I`, cylinder, role: "intake" },
        { id: `${cylinder}E`, cylinder, role: "exhaust" },
      ] as const,
  );

/** A 75-degree vee, so that the second cylinder fires 75 degrees late. */
export const VANTRY: EngineFile = {
  format: "fulcrata-engine/1",
  name: "Vantry 75",
  sector: "motorcycle",
  strokes: 4,
  rotation: "counterclockwise",
  cylinders: ["1", "2"],
  firingOrder: ["1", "2"],
  firingAnglesDeg: [0, 285],
  valves: both(["1", "2"]),
  cam: {
    atLift: "0.20 mm",
    intake: { opensDegBtdc: 24, closesDegAbdc: 58 },
    exhaust: { opensDegBbdc: 60, closesDegAtdc: 20 },
  },
  marksDeg: [0, 285],
  lash: {
    state: "cold",
    source: "Vantry 75 workshop sheet 3",
    intake: { nominal: "0.10 mm", low: "0.08 mm", high: "0.13 mm" },
    exhaust: { nominal: "0.10 mm", low: "0.08 mm", high: "0.13 mm" },
  },
  adjuster: { kind: "positive-closing", closer: { aim: "0 mm", high: "0.02 mm" } },
  layout: { kind: "vee", banks: [["1"], ["2"]] },
  notes: "Openers and closers are felt with the belts off and the closing springs on.",
};

export const TEASEL: EngineFile = {
  format: "fulcrata-engine/1",
  name: "Teasel 20",
  sector: "small",
  strokes: 4,
  rotation: "clockwise",
  cylinders: ["1", "2"],
  firingOrder: ["1", "2"],
  firingAnglesDeg: [0, 360],
  valves: [
    { id: "1E", cylinder: "1", role: "exhaust" },
    { id: "1I", cylinder: "1", role: "intake" },
    { id: "2I", cylinder: "2", role: "intake" },
    { id: "2E", cylinder: "2", role: "exhaust" },
  ],
  cam: {
    atLift: "0.15 mm",
    intake: { opensDegBtdc: 12, closesDegAbdc: 46 },
    exhaust: { opensDegBbdc: 48, closesDegAtdc: 14 },
  },
  marksDeg: [0],
  lash: {
    state: "cold",
    source: "Teasel 20 service card",
    intake: { nominal: "0.15 mm", low: "0.12 mm", high: "0.18 mm" },
    exhaust: { nominal: "0.25 mm", low: "0.22 mm", high: "0.28 mm" },
  },
  adjuster: { kind: "grind" },
  layout: { kind: "inline" },
};
