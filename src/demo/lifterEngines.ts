/** Engines of the demo shop without a lash to read, and one that must not be set cold. All invented, as are their figures. */
import type { EngineFile, ValveEntry } from "../core/engine/engineFile";

const pairs = (cylinders: readonly string[], letters: string): ValveEntry[] =>
  cylinders.flatMap((cylinder) =>
    [...letters].map(
      (letter) => ({ id: `${cylinder}${letter}`, cylinder, role: letter === "I" ? "intake" : "exhaust" }) as const,
    ),
  );

export const CORRIEMOOR: EngineFile = {
  format: "fulcrata-engine/1",
  name: "Corriemoor V6",
  sector: "automotive",
  strokes: 4,
  rotation: "clockwise",
  cylinders: ["1", "2", "3", "4", "5", "6"],
  firingOrder: ["1", "6", "5", "4", "3", "2"],
  firingAnglesDeg: [0, 150, 240, 390, 480, 630],
  valves: [...pairs(["1", "3", "5"], "EI"), ...pairs(["2", "4", "6"], "IE")],
  cam: {
    atLift: "0.15 mm",
    intake: { opensDegBtdc: 16, closesDegAbdc: 54 },
    exhaust: { opensDegBbdc: 58, closesDegAtdc: 18 },
  },
  marksDeg: [0],
  follower: "flat",
  adjuster: {
    kind: "hydraulic",
    at: "stud-nut",
    ratio: 1.6,
    tpi: 24,
    lock: "self-locking",
    swingDeg: 110,
    plunger: { travel: "4 mm", fromTop: "0.5 mm", fromBottom: "0.5 mm" },
    preload: { turns: 0.5 },
  },
  heat: { block: "iron", head: "iron" },
  layout: {
    kind: "vee",
    banks: [
      ["1", "3", "5"],
      ["2", "4", "6"],
    ],
  },
  notes: "Lifters in the valley: with the inlet manifold off, wires reach their plungers.",
};

export const LARKFIELD: EngineFile = {
  format: "fulcrata-engine/1",
  name: "Larkfield O4",
  sector: "aircraft",
  strokes: 4,
  rotation: "clockwise",
  cylinders: ["1", "2", "3", "4"],
  firingOrder: ["1", "3", "2", "4"],
  valves: [...pairs(["1", "3"], "IE"), ...pairs(["2", "4"], "EI")],
  cam: {
    atLift: "0.10 mm",
    intake: { opensDegBtdc: 15, closesDegAbdc: 60 },
    exhaust: { opensDegBbdc: 65, closesDegAtdc: 20 },
  },
  marksDeg: [0],
  lash: {
    state: "cold",
    source: "Larkfield overhaul manual, section 9",
    intake: { nominal: "1.40 mm", low: "0.70 mm", high: "2.05 mm" },
    exhaust: { nominal: "1.40 mm", low: "0.70 mm", high: "2.05 mm" },
  },
  adjuster: {
    kind: "fixed",
    part: "pushrod",
    ratio: 1.3,
    lengths: ["228.6 mm", "229.4 mm", "230.2 mm", "231.0 mm"],
    fitted: "229.4 mm",
    gapAt: "valve",
  },
  barring: { at: "propeller", ratio: 1 },
  layout: {
    kind: "flat",
    banks: [
      ["1", "3"],
      ["2", "4"],
    ],
  },
};

/** All alloy, with a cam that wants little lash hot: cold there would be none left. */
export const TAMBLIN: EngineFile = {
  format: "fulcrata-engine/1",
  name: "Tamblin 3.5",
  sector: "automotive",
  strokes: 4,
  rotation: "clockwise",
  cylinders: ["1", "2", "3", "4", "5", "6", "7", "8"],
  firingOrder: ["1", "8", "4", "3", "6", "5", "7", "2"],
  valves: [...pairs(["1", "3", "5", "7"], "EI"), ...pairs(["2", "4", "6", "8"], "IE")],
  cam: {
    atLift: ".020 in",
    intake: { durationDeg: 252, centerlineDeg: 108 },
    exhaust: { durationDeg: 256, centerlineDeg: 112 },
  },
  marksDeg: [0, 90, 180, 270],
  lash: {
    state: "hot",
    source: "Card of the tight-lash cam",
    intake: { nominal: ".010 in", low: ".008 in", high: ".012 in" },
    exhaust: { nominal: ".012 in", low: ".010 in", high: ".014 in" },
    hotFromC: 70,
  },
  adjuster: { kind: "screw", at: "stud-nut", ratio: 1.6, tpi: 24, lock: "poly-lock" },
  heat: { block: "alloy", head: "alloy" },
  layout: {
    kind: "vee",
    banks: [
      ["1", "3", "5", "7"],
      ["2", "4", "6", "8"],
    ],
  },
};
