/** The engines of the demo shop. All invented, as are their figures. */
import type { EngineFile, ValveEntry } from "../core/engine/engineFile";

const valvesOf = (cylinders: readonly string[], roles: string): ValveEntry[] =>
  cylinders.flatMap((cylinder) =>
    [...roles].map(
      (letter) =>
        ({
          id: `${cylinder}${letter}`,
          cylinder,
          role: letter === "I" ? "intake" : letter === "E" ? "exhaust" : "injector",
        }) as const,
    ),
  );

const count = (n: number): string[] => Array.from({ length: n }, (_, i) => String(i + 1));

export const TIDEWATER: EngineFile = {
  format: "fulcrata-engine/1",
  name: "Orrin Tidewater 6",
  sector: "marine",
  strokes: 4,
  rotation: "clockwise",
  cylinders: count(6),
  firingOrder: ["1", "4", "2", "6", "3", "5"],
  valves: valvesOf(count(6), "EIJ"),
  cam: {
    atLift: "0.15 mm",
    intake: { opensDegBtdc: 18, closesDegAbdc: 38 },
    exhaust: { opensDegBbdc: 52, closesDegAtdc: 16 },
    injector: { opensDeg: 640, closesDeg: 30 },
  },
  marksDeg: [0, 120, 240],
  lash: {
    state: "cold",
    source: "Tidewater workshop manual, sheet 4-12",
    intake: { nominal: "0.30 mm", low: "0.25 mm", high: "0.35 mm" },
    exhaust: { nominal: "0.45 mm", low: "0.40 mm", high: "0.50 mm" },
  },
  adjuster: { kind: "screw", at: "pushrod-end", ratio: 1.5, pitch: "1.25 mm", lock: "lock-nut", lockTorqueNm: 55 },
  barring: { at: "gearbox", ratio: 12 },
  layout: { kind: "inline" },
  bridges: count(6).map((cylinder) => ({ cylinder, role: "exhaust" as const })),
  notes:
    "Two exhaust valves to a cylinder, moved by one rocker through a bridge. Injectors are set by height, not by lash.",
};

export const CALDER: EngineFile = {
  format: "fulcrata-engine/1",
  name: "Calder D5",
  sector: "diesel",
  strokes: 4,
  rotation: "clockwise",
  cylinders: count(5),
  firingOrder: ["1", "2", "4", "5", "3"],
  valves: valvesOf(count(5), "IE"),
  cam: {
    atLift: "1 mm",
    intake: { opensDegBtdc: 20, closesDegAbdc: 58 },
    exhaust: { opensDegBbdc: 62, closesDegAtdc: 22 },
  },
  marksDeg: [0],
  lash: {
    state: "cold",
    source: "Calder D5 service sheet 12",
    intake: { nominal: "0.20 mm", low: "0.15 mm", high: "0.25 mm" },
    exhaust: { nominal: "0.40 mm", low: "0.35 mm", high: "0.45 mm" },
  },
  otherLash: [
    {
      state: "cold",
      source: "Builder's card with the reground cam",
      intake: { nominal: "0.25 mm", low: "0.20 mm", high: "0.30 mm" },
      exhaust: { nominal: "0.45 mm", low: "0.40 mm", high: "0.50 mm" },
    },
  ],
  adjuster: {
    kind: "screw",
    at: "cam",
    followerRatio: 1.35,
    pitch: "0.75 mm",
    lock: "lock-nut",
    lockTorqueNm: 18,
    swingDeg: 50,
  },
  layout: { kind: "inline" },
};

export const DUNMORE: EngineFile = {
  format: "fulcrata-engine/1",
  name: "Dunmore 5.9",
  sector: "marine",
  strokes: 4,
  rotation: "clockwise",
  cylinders: count(8),
  firingOrder: ["1", "5", "4", "2", "6", "3", "7", "8"],
  valves: [...valvesOf(["1", "3", "5", "7"], "EI"), ...valvesOf(["2", "4", "6", "8"], "IE")],
  cam: {
    atLift: ".050 in",
    intake: { durationDeg: 266, centerlineDeg: 106 },
    exhaust: { durationDeg: 274, centerlineDeg: 114 },
  },
  marksDeg: [0, 90, 180, 270],
  lash: {
    state: "hot",
    source: "Cam card of the builder, 21 August",
    intake: { nominal: ".022 in", low: ".020 in", high: ".024 in" },
    exhaust: { nominal: ".024 in", low: ".022 in", high: ".026 in" },
  },
  otherLash: [
    {
      state: "cold",
      source: "Maker's figure for the first cam",
      intake: { nominal: ".012 in", low: ".010 in", high: ".014 in" },
      exhaust: { nominal: ".014 in", low: ".012 in", high: ".016 in" },
    },
  ],
  adjuster: { kind: "screw", at: "stud-nut", ratio: 1.6, tpi: 20, lock: "poly-lock", lockTorqueNm: 28 },
  tightenedLater: [
    { name: "left girdle", valves: valvesOf(["1", "3", "5", "7"], "EI").map((v) => v.id), torqueNm: 34 },
    { name: "right girdle", valves: valvesOf(["2", "4", "6", "8"], "IE").map((v) => v.id), torqueNm: 34 },
  ],
  heat: { block: "iron", head: "alloy" },
  layout: {
    kind: "vee",
    banks: [
      ["1", "3", "5", "7"],
      ["2", "4", "6", "8"],
    ],
  },
};

export const HOB: EngineFile = {
  format: "fulcrata-engine/1",
  name: "Hob 196",
  sector: "small",
  strokes: 4,
  rotation: "counterclockwise",
  cylinders: ["1"],
  firingOrder: ["1"],
  valves: valvesOf(["1"], "IE"),
  cam: {
    atLift: "0.10 mm",
    intake: { opensDegBtdc: 20, closesDegAbdc: 50 },
    exhaust: { opensDegBbdc: 54, closesDegAtdc: 18 },
    releases: [{ role: "exhaust", fromDeg: -120, toDeg: -60 }],
  },
  marksDeg: [0],
  lash: {
    state: "cold",
    source: "Hob 196 owner's booklet, page 31",
    intake: { nominal: "0.15 mm", low: "0.13 mm", high: "0.17 mm" },
    exhaust: { nominal: "0.20 mm", low: "0.18 mm", high: "0.22 mm" },
  },
  adjuster: { kind: "screw", at: "stud-nut", ratio: 1.3, pitch: "0.8 mm", lock: "lock-nut" },
  layout: { kind: "inline" },
};

export const BRAE: EngineFile = {
  format: "fulcrata-engine/1",
  name: "Brae 7",
  sector: "aircraft",
  strokes: 4,
  rotation: "clockwise",
  cylinders: count(7),
  firingOrder: ["1", "3", "5", "7", "2", "4", "6"],
  valves: valvesOf(count(7), "EI"),
  cam: {
    atLift: "0.10 mm",
    intake: { opensDegBtdc: 15, closesDegAbdc: 60 },
    exhaust: { opensDegBbdc: 70, closesDegAtdc: 30 },
  },
  marksDeg: [0],
  lash: {
    state: "cold",
    source: "Brae overhaul manual, section 7",
    intake: { nominal: ".010 in", low: ".008 in", high: ".012 in" },
    exhaust: { nominal: ".010 in", low: ".008 in", high: ".012 in" },
  },
  adjuster: { kind: "screw", at: "valve-end", pitch: "1.0 mm" },
  layout: { kind: "radial" },
};

/** Shims under buckets, uneven wear, and a kit that is nearly empty. */
export const PELLAM: EngineFile = {
  format: "fulcrata-engine/1",
  name: "Pellam R4",
  sector: "motorcycle",
  strokes: 4,
  rotation: "clockwise",
  cylinders: count(4),
  firingOrder: ["1", "2", "4", "3"],
  valves: count(4).flatMap((cylinder) =>
    (["Ia", "Ib", "Ea", "Eb"] as const).map(
      (end) => ({ id: `${cylinder}${end}`, cylinder, role: end.startsWith("I") ? "intake" : "exhaust" }) as const,
    ),
  ),
  cam: {
    atLift: "1 mm",
    intake: { opensDegBtdc: 22, closesDegAbdc: 52 },
    exhaust: { opensDegBbdc: 54, closesDegAtdc: 18 },
  },
  marksDeg: [0],
  lash: {
    state: "cold",
    source: "Pellam R4 workshop sheet 6",
    intake: { nominal: "0.15 mm", low: "0.11 mm", high: "0.19 mm" },
    exhaust: { nominal: "0.25 mm", low: "0.21 mm", high: "0.29 mm" },
  },
  adjuster: { kind: "bucket-shim", shimAt: "under", diameter: "9.5 mm" },
  camshafts: [
    {
      name: "intake cam",
      valves: count(4).flatMap((c) => [`${c}Ia`, `${c}Ib`]),
      torqueNm: 10,
      caps: "caps from the middle outward, half a turn at a time",
    },
    {
      name: "exhaust cam",
      valves: count(4).flatMap((c) => [`${c}Ea`, `${c}Eb`]),
      torqueNm: 10,
      caps: "caps from the middle outward, half a turn at a time",
    },
  ],
  layout: { kind: "inline" },
};

/** A small generator set that runs the year round. */
export const QUILLAN: EngineFile = {
  format: "fulcrata-engine/1",
  name: "Quillan G2",
  sector: "diesel",
  strokes: 4,
  rotation: "clockwise",
  cylinders: count(2),
  firingOrder: ["1", "2"],
  valves: valvesOf(count(2), "IE"),
  cam: {
    atLift: "0.15 mm",
    intake: { opensDegBtdc: 14, closesDegAbdc: 44 },
    exhaust: { opensDegBbdc: 48, closesDegAtdc: 12 },
  },
  marksDeg: [0],
  lash: {
    state: "cold",
    source: "Quillan G2 manual, page 22",
    intake: { nominal: "0.20 mm", low: "0.15 mm", high: "0.25 mm" },
    exhaust: { nominal: "0.25 mm", low: "0.20 mm", high: "0.30 mm" },
  },
  adjuster: { kind: "screw", at: "pushrod-end", ratio: 1.4, pitch: "1.0 mm", lock: "lock-nut" },
  layout: { kind: "inline" },
};

/** A twin that drives a conveyor. */
export const MARLE: EngineFile = {
  ...QUILLAN,
  name: "Marle T2",
  lash: {
    state: "cold",
    source: "Marle T2 fitter's card",
    intake: { nominal: "0.25 mm", low: "0.20 mm", high: "0.30 mm" },
    exhaust: { nominal: "0.30 mm", low: "0.25 mm", high: "0.35 mm" },
  },
};

/** One of a fleet of small engines. */
export const FEN: EngineFile = {
  ...HOB,
  name: "Fen 212",
  lash: {
    state: "cold",
    source: "Fen 212 booklet, page 9",
    intake: { nominal: "0.10 mm", low: "0.08 mm", high: "0.12 mm" },
    exhaust: { nominal: "0.15 mm", low: "0.13 mm", high: "0.17 mm" },
  },
};
