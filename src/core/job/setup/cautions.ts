/** Cautions accepted by a named person before a job begins, by kind of engine and state of work. */
import type { EngineFile, EngineState, Sector } from "../../engine/engineFile";
import type { LifterState } from "../../preload/zeroLash";
import type { Caution } from "./caution";

/** What the cautions ask of a kind of work. */
export interface CautionRules {
  cautions?(file: EngineFile, lifters: LifterState | null): readonly Caution[];
}

const ALWAYS: readonly Caution[] = [
  {
    id: "data-first",
    text: "The maker's service data, local rules and licensed practice come before anything said here.",
  },
  { id: "no-start", text: "Nobody near the starter. Key out, battery or start air isolated." },
  {
    id: "plugs-out",
    text: "Plugs, injectors or decompressors out before barring over. Holes plugged, nothing dropped in, leaves counted.",
  },
  {
    id: "bar",
    text: "Bar with a proper tool, and take it off before anything can turn. Fingers clear of belts, gears and springs.",
  },
];

const HOT: Caution = {
  id: "hot",
  text: "Hot work: burns, fan and belts, exhaust gas. A run engine with open covers throws oil.",
};

const BY_SECTOR: Partial<Record<Sector, readonly Caution[]>> = {
  aircraft: [
    {
      id: "propeller",
      text: "Treat the propeller as live: ignition off and earthed is never trusted. Stand clear of its arc, one plug of each cylinder out.",
    },
    {
      id: "release",
      text: "Approved data only. All limits come from the overhaul manual, and the work must be released by a licensed person.",
    },
  ],
  motorcycle: [{ id: "stand", text: "Safe on the stand. Turning at the rear wheel: mind fingers and chain." }],
  diesel: [{ id: "lock-out", text: "Lock out and tag. Injector lines are under pressure." }],
  marine: [
    {
      id: "lock-out",
      text: "Lock out and tag. Start air off and drained, indicator cocks open, turning gear engaged and interlocked before anyone is inside.",
    },
    { id: "windmill", text: "Vessel moored, shaft locked: it may windmill. Injector lines are under pressure." },
  ],
  small: [
    { id: "blade", text: "Blade or cutter off, fuel off. The cord bites when the compression release is worn." },
  ],
};

/** Where the valve gear comes apart so far that a valve is held by nothing. */
export const COLLETS: Caution = {
  id: "collets",
  text: "Collets out: nothing holds the valve. Bring that piston to its top under it first, or fill the cylinder with line or air.",
};

/** Where cams may have to come off. */
export const BELT: Caution = {
  id: "belt",
  text: "Belt or chain off: bring every piston away from its top first, then turn the cam alone; cam and crank never both blindly.",
};

const SHAFT: Caution = {
  id: "shaft",
  text: "What is bolted down over the valves (rocker shaft, girdle, cam carrier) goes down in steps, and only with every follower under it on its base circle. The job says at which crank positions that is.",
};

/** The cautions of a job, in the order in which they are read. `lifters` are those of a preload job. */
export const cautionsFor = (
  rules: CautionRules,
  file: EngineFile,
  state: EngineState,
  lifters: LifterState | null = null,
): Caution[] => [
  ...ALWAYS,
  ...(file.sector === undefined ? [] : (BY_SECTOR[file.sector] ?? [])),
  ...(state === "hot" ? [HOT] : []),
  ...((file.tightenedLater ?? []).length > 0 ? [SHAFT] : []),
  ...(rules.cautions?.(file, lifters) ?? []),
];
