/** Engines that are there to practice on: of no maker, one for each kind of gear. */
import { ENGINE_FORMAT, type EngineFile } from "../../engine/engineFile";
import { patternFile } from "../../engine/patterns";

/** How many gaps are read, each twice. */
export const GAPS = 5;

/** A block with gaps to read: nothing turns. */
export const GAP_BLOCK: EngineFile = {
  format: ENGINE_FORMAT,
  name: "Gap block",
  strokes: 4,
  cylinders: Array.from({ length: 2 * GAPS }, (_, i) => String(i + 1)),
  firingOrder: Array.from({ length: 2 * GAPS }, (_, i) => String(i + 1)),
  firingAnglesDeg: Array.from({ length: 2 * GAPS }, () => 0),
  valves: Array.from({ length: 2 * GAPS }, (_, i) => ({
    id: String(i + 1),
    cylinder: String(i + 1),
    role: "intake" as const,
  })),
};

const MILD: EngineFile["cam"] = {
  atLift: "0.15 mm",
  intake: { opensDegBtdc: 12, closesDegAbdc: 48, lift: "8.5 mm" },
  exhaust: { opensDegBbdc: 50, closesDegAtdc: 10, lift: "8 mm" },
};
/** Opens early and shuts late: at the usual two stops not all of its valves rest. */
const BIG: EngineFile["cam"] = {
  rampDeg: 36,
  intake: { opensDegBtdc: 46, closesDegAbdc: 86, lift: "14 mm" },
  exhaust: { opensDegBbdc: 90, closesDegAtdc: 44, lift: "13.5 mm" },
};
const COLD: EngineFile["lash"] = {
  state: "cold",
  intake: { nominal: "0.20 mm", low: "0.15 mm", high: "0.25 mm" },
  exhaust: { nominal: "0.30 mm", low: "0.25 mm", high: "0.35 mm" },
};
const SCREW: EngineFile["adjuster"] = {
  kind: "screw",
  at: "pushrod-end",
  ratio: 1.4,
  pitch: "1.0 mm",
  lock: "lock-nut",
};

const built = (pattern: string, name: string, more: Partial<EngineFile>): EngineFile => ({
  ...(patternFile(pattern) ?? GAP_BLOCK),
  name,
  ...more,
});

export const PRACTICE_ENGINES = {
  block: GAP_BLOCK,
  four: built("four-1342", "Practice four", { cam: MILD, lash: COLD, adjuster: SCREW, marksDeg: [0, 180] }),
  fourBig: built("four-1243", "Practice four, big cam", {
    cam: BIG,
    lash: COLD,
    adjuster: SCREW,
    marksDeg: [0, 180],
  }),
  eight: built("vee-eight", "Practice vee eight, big cam", {
    cam: BIG,
    lash: {
      state: "cold",
      intake: { nominal: "0.45 mm", low: "0.40 mm", high: "0.50 mm" },
      exhaust: { nominal: "0.50 mm", low: "0.45 mm", high: "0.55 mm" },
    },
    adjuster: { kind: "screw", at: "stud-nut", ratio: 1.6, pitch: "1.25 mm", lock: "poly-lock" },
    marksDeg: [0, 90, 180, 270],
  }),
  lifters: built("vee-six", "Practice vee six, lifters", {
    cam: MILD,
    adjuster: {
      kind: "hydraulic",
      at: "stud-nut",
      ratio: 1.5,
      pitch: "1.0 mm",
      plunger: { travel: "4 mm", fromTop: "0.5 mm", fromBottom: "0.5 mm" },
      preload: { turns: 0.75 },
    },
    marksDeg: [0, 120, 240],
  }),
  hot: built("six", "Practice six, set hot", {
    cam: MILD,
    lash: { ...COLD, state: "hot", hotFromC: 70 },
    adjuster: SCREW,
    marksDeg: [0, 120, 240],
  }),
  shims: built("four-1243", "Practice four, shims", {
    cam: MILD,
    lash: COLD,
    adjuster: { kind: "bucket-shim", shimAt: "over", diameter: "28 mm" },
    marksDeg: [0, 180],
  }),
  closers: built("vee-twin-90", "Practice twin, positively closed", {
    cam: MILD,
    lash: {
      state: "cold",
      intake: { nominal: "0.15 mm", low: "0.12 mm", high: "0.18 mm" },
      exhaust: { nominal: "0.18 mm", low: "0.15 mm", high: "0.21 mm" },
    },
    adjuster: { kind: "positive-closing", closer: { aim: "0.03 mm", high: "0.08 mm" } },
    marksDeg: [0, 270],
  }),
} as const satisfies Readonly<Record<string, EngineFile>>;
export type PracticeEngineId = keyof typeof PRACTICE_ENGINES;
