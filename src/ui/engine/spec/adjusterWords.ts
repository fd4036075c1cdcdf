/** The gear that sets a gap, as the engine's page tells it. */
import type { AdjusterEntry, LockKind } from "@/core/engine/engineFile";
import { planShims } from "@/core/job/tasks/shims/plan";
import { DRAWER_PART_NAMES } from "@/core/parts/part";
import { LENGTH_PART_NAMES, fixedGear, isFixed, lengthWords } from "@/core/preload/lengths";

const PLACE: Record<string, string> = {
  "valve-end": "screw at the valve end",
  "pushrod-end": "screw at the pushrod end",
  "stud-nut": "nut on the stud",
  tappet: "tappet screw",
  cam: "screw at the valve, read at the cam",
};

const LOCK: Record<LockKind, string> = {
  "lock-nut": "lock nut",
  "poly-lock": "poly lock",
  "self-locking": "holds itself",
  tappet: "the tappet's own lock nut",
};

function fixedWords(a: AdjusterEntry): string {
  const gear = fixedGear(a);
  if (!isFixed(gear)) return `no screw; ${gear.why.charAt(0).toLowerCase()}${gear.why.slice(1)}`;
  return `no screw: ${LENGTH_PART_NAMES[gear.part]}s of ${gear.lengthsMm.map((mm) => lengthWords(mm, gear)).join(", ")}${gear.fittedMm === null ? "" : `; fitted ${lengthWords(gear.fittedMm, gear)}`}`;
}

function shimWords(a: AdjusterEntry): string {
  const { kind, diameterMm } = planShims({ adjuster: a }, {});
  return `${DRAWER_PART_NAMES[kind]}${diameterMm === null ? "" : `, ${diameterMm} mm`}`;
}

/** Where the screw of injectors and pumps sits, and its thread; null where the file says nothing of it. */
export function injectorScrewWords({ injector }: AdjusterEntry): string | null {
  if (injector === undefined) return null;
  const { at, lockTorqueNm } = injector;
  const where =
    at === undefined ? null : at === "valve-end" ? "screw at the injector's end" : "screw at the pushrod end";
  return [where, ...figureWords(injector), torqueWords(lockTorqueNm)].filter((x) => x !== null).join(", ");
}

const torqueWords = (nm: number | undefined): string | null => (nm === undefined ? null : `locked to ${nm} Nm`);

/** Lever and thread of a screw. */
function figureWords(a: Pick<AdjusterEntry, "tpi" | "pitch" | "ratio" | "followerRatio">): (string | null)[] {
  const thread =
    a.tpi !== undefined
      ? `${a.tpi} threads per inch`
      : a.pitch === undefined
        ? null
        : `pitch ${typeof a.pitch === "number" ? `${a.pitch} mm` : a.pitch}`;
  const ratio =
    a.ratio !== undefined
      ? `rocker ratio ${a.ratio}`
      : a.followerRatio === undefined
        ? null
        : `follower ratio ${a.followerRatio}`;
  return [ratio, thread];
}

function screwWords(a: AdjusterEntry): string {
  const lock = a.lock === undefined ? null : LOCK[a.lock];
  return [PLACE[a.at ?? ""] ?? null, ...figureWords(a), lock, torqueWords(a.lockTorqueNm)]
    .filter((x) => x !== null)
    .join(", ");
}

/** What sets the gap of an engine, in a line. */
export function adjusterWords(a: AdjusterEntry): string {
  switch (a.kind) {
    case "fixed":
      return fixedWords(a);
    case "positive-closing":
      return "an opener and a closer at each valve";
    case "grind":
      return "no screw: the stem's end is ground";
    case "bucket":
    case "bucket-shim":
      return shimWords(a);
    case "screw":
    case "hydraulic":
      return screwWords(a);
  }
}
