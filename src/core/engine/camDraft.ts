/** The cam of an engine while it is typed: unknown, events, lobes or a measured profile. */
import { parseLength } from "../units/length";
import { unitProblem } from "../units/typedLength";
import type { CamEntry, EngineFile, Lobe, ProfileLobe, Release, ValveEntry } from "./engineFile";
import { numbersIn } from "./numbersIn";

export interface CamDraft {
  readonly known: "unknown" | "events" | "lobes" | "profile";
  /** Checking lift with its unit; empty: not known. */
  readonly atLift: string;
  /** Crank degrees each side; empty: by checking lift. */
  readonly ramp: string;
  readonly intakeOpens: string;
  readonly intakeCloses: string;
  readonly exhaustOpens: string;
  readonly exhaustCloses: string;
  readonly intakeDuration: string;
  readonly exhaustDuration: string;
  readonly intakeCenterline: string;
  /** Lobe separation; the exhaust centerline follows: twice this less the intake centerline. */
  readonly separation: string;
  readonly profiles: { readonly intake?: ProfileLobe; readonly exhaust?: ProfileLobe };
  readonly injectorOpens: string;
  readonly injectorCloses: string;
  /** Exhaust release: crank degrees before firing TDC, from and to; empty: none. */
  readonly releaseFrom: string;
  readonly releaseTo: string;
  /** Full lift with its unit, for the drawings; may stay empty. */
  readonly intakeLift: string;
  readonly exhaustLift: string;
  /** Releases that the form does not show. */
  readonly otherReleases: readonly Release[];
}

export const EMPTY_CAM: CamDraft = {
  known: "unknown",
  atLift: "",
  ramp: "",
  intakeOpens: "",
  intakeCloses: "",
  exhaustOpens: "",
  exhaustCloses: "",
  intakeDuration: "",
  exhaustDuration: "",
  intakeCenterline: "",
  separation: "",
  profiles: {},
  injectorOpens: "",
  injectorCloses: "",
  releaseFrom: "",
  releaseTo: "",
  intakeLift: "",
  exhaustLift: "",
  otherReleases: [],
};

type Problems = { cam?: string; ramp?: string; release?: string };

/** A single number from a field, or null. */
const one = (text: string): number | null => {
  const numbers = numbersIn(text);
  return numbers?.length === 1 ? (numbers[0] ?? null) : null;
};

/** The cam entry of the file; null for an unknown cam, and while what is typed makes none (then said). */
export function camOf(
  draft: CamDraft,
  strokes: 2 | 4,
  valves: readonly ValveEntry[],
  problems: Problems,
): CamEntry | null {
  const lobes = lobesOf(draft, strokes, problems);
  const injector = injectorOf(draft, strokes === 2 ? 360 : 720, valves, problems);
  const releases = releasesOf(draft, problems);
  if (lobes === null && injector === null && releases.length === 0) return null;
  const lift = draft.atLift.trim() === "" ? null : parseLength(draft.atLift);
  const unsaid = unitProblem(draft.atLift);
  if (unsaid !== null) problems.cam ??= `The checking lift: ${unsaid}`;
  if (draft.atLift.trim() !== "" && lift === null)
    problems.cam ??= `"${draft.atLift}" is no lift: write 0.15 mm or .050 in.`;
  const rampDeg = draft.ramp.trim() === "" ? null : one(draft.ramp);
  if (draft.ramp.trim() !== "" && (rampDeg === null || rampDeg < 0 || rampDeg > 120))
    problems.ramp = "A ramp is 0 to 120 crank degrees.";
  return {
    ...(lift === null ? {} : { atLift: lift.text }),
    ...(rampDeg === null || problems.ramp !== undefined ? {} : { rampDeg }),
    ...(lobes?.intake === undefined ? {} : { intake: { ...lobes.intake, ...liftOf(draft.intakeLift, problems) } }),
    ...(lobes?.exhaust === undefined
      ? {}
      : { exhaust: { ...lobes.exhaust, ...liftOf(draft.exhaustLift, problems) } }),
    ...(injector === null ? {} : { injector }),
    ...(releases.length === 0 ? {} : { releases }),
  };
}

function liftOf(text: string, problems: Problems): { lift?: string } {
  const lift = text.trim() === "" ? null : parseLength(text);
  const unsaid = unitProblem(text);
  if (unsaid !== null) problems.cam ??= `The full lift: ${unsaid}`;
  if (text.trim() !== "" && (lift === null || lift.mm < 0.5 || lift.mm > 50))
    problems.cam ??= `"${text}" is no full lift: write 9.5 mm or .375 in.`;
  return lift === null || lift.mm < 0.5 || lift.mm > 50 ? {} : { lift: lift.text };
}

function lobesOf(draft: CamDraft, strokes: 2 | 4, problems: Problems): Pick<CamEntry, "intake" | "exhaust"> | null {
  if (draft.known === "unknown") return null;
  if (draft.known === "profile") {
    const { intake, exhaust } = draft.profiles;
    if (intake === undefined && exhaust === undefined) problems.cam = "Choose the file with the measured lift.";
    return { ...(intake === undefined ? {} : { intake }), ...(exhaust === undefined ? {} : { exhaust }) };
  }
  return draft.known === "events" ? eventsOf(draft, strokes, problems) : durationsOf(draft, strokes, problems);
}

function eventsOf(draft: CamDraft, strokes: 2 | 4, problems: Problems): Pick<CamEntry, "intake" | "exhaust"> | null {
  const [io, ic, eo, ec] = [draft.intakeOpens, draft.intakeCloses, draft.exhaustOpens, draft.exhaustCloses].map(one);
  const missing = strokes === 2 ? [eo, ec] : [io, ic, eo, ec];
  if (missing.some((x) => x === null || x === undefined || Math.abs(x) > 180)) {
    problems.cam =
      strokes === 2
        ? "Give both events of the exhaust, in degrees."
        : "Give all four events, in degrees. An event on the other side of its dead center is negative.";
    return null;
  }
  const exhaust: Lobe =
    strokes === 2
      ? { opensDegBbdc: eo ?? 0, closesDegAbdc: ec ?? 0 }
      : { opensDegBbdc: eo ?? 0, closesDegAtdc: ec ?? 0 };
  return strokes === 2 ? { exhaust } : { intake: { opensDegBtdc: io ?? 0, closesDegAbdc: ic ?? 0 }, exhaust };
}

function durationsOf(
  draft: CamDraft,
  strokes: 2 | 4,
  problems: Problems,
): Pick<CamEntry, "intake" | "exhaust"> | null {
  if (strokes === 2) {
    problems.cam = "A two-stroke has no overlap to count a centerline from: give its events.";
    return null;
  }
  const [intake, exhaust, centerline, separation] = [
    draft.intakeDuration,
    draft.exhaustDuration,
    draft.intakeCenterline,
    draft.separation,
  ].map(one);
  if (intake == null || exhaust == null || centerline == null || separation == null) {
    problems.cam = "Give both durations, the intake centerline and the lobe separation, in degrees.";
    return null;
  }
  return {
    intake: { durationDeg: intake, centerlineDeg: centerline },
    exhaust: { durationDeg: exhaust, centerlineDeg: 2 * separation - centerline },
  };
}

function injectorOf(
  { injectorOpens, injectorCloses }: CamDraft,
  cycleDeg: number,
  valves: readonly ValveEntry[],
  problems: Problems,
): CamEntry["injector"] | null {
  if (!valves.some((v) => v.role === "injector") || (injectorOpens.trim() === "" && injectorCloses.trim() === ""))
    return null;
  const [opensDeg, closesDeg] = [one(injectorOpens), one(injectorCloses)];
  // Past its TDC, as it is counted on from before it: 640 to 760 is 640 to 40.
  const within = (deg: number): number => (deg > cycleDeg ? deg - cycleDeg : deg);
  if (opensDeg !== null && closesDeg !== null) return { opensDeg: within(opensDeg), closesDeg: within(closesDeg) };
  problems.cam ??= "Give both ends of the injector's lobe, in degrees after its cylinder's firing TDC.";
  return null;
}

function releasesOf({ releaseFrom, releaseTo, otherReleases }: CamDraft, problems: Problems): Release[] {
  if (releaseFrom.trim() === "" && releaseTo.trim() === "") return [...otherReleases];
  const [from, to] = [one(releaseFrom), one(releaseTo)];
  if (from !== null && to !== null && from > to && from <= 360 && to >= 0)
    return [{ role: "exhaust", fromDeg: -from, toDeg: -to }, ...otherReleases];
  problems.release = "Give where it begins and ends, in degrees before firing TDC: 120 to 60, say.";
  return [...otherReleases];
}

const shown = (value: number | string | undefined): string => (value === undefined ? "" : String(value));

const liftText = (lobe: Lobe | undefined): string =>
  lobe === undefined || "profile" in lobe || lobe.lift === undefined
    ? ""
    : typeof lobe.lift === "number"
      ? `${lobe.lift} mm`
      : lobe.lift;

/** The draft that shows an existing file's cam; forms that it can't show are told by their arcs as events. */
export function camDraftOf({ cam, strokes }: EngineFile): CamDraft {
  if (cam === undefined) return EMPTY_CAM;
  const { intake, exhaust, injector } = cam;
  const release = cam.releases?.find((r) => r.role === "exhaust");
  const common: CamDraft = {
    ...EMPTY_CAM,
    atLift: typeof cam.atLift === "number" ? `${cam.atLift} mm` : (cam.atLift ?? ""),
    ramp: shown(cam.rampDeg),
    injectorOpens: shown(injector?.opensDeg),
    injectorCloses: shown(injector?.closesDeg),
    intakeLift: liftText(intake),
    exhaustLift: liftText(exhaust),
    otherReleases: (cam.releases ?? []).filter((r) => r !== release),
    releaseFrom: release === undefined ? "" : String(-release.fromDeg),
    releaseTo: release === undefined ? "" : String(-release.toDeg),
  };
  if ((intake !== undefined && "profile" in intake) || (exhaust !== undefined && "profile" in exhaust)) {
    return {
      ...common,
      known: "profile",
      profiles: {
        ...(intake !== undefined && "profile" in intake ? { intake } : {}),
        ...(exhaust !== undefined && "profile" in exhaust ? { exhaust } : {}),
      },
    };
  }
  if (intake !== undefined && exhaust !== undefined && "durationDeg" in intake && "durationDeg" in exhaust) {
    return {
      ...common,
      known: "lobes",
      intakeDuration: String(intake.durationDeg),
      exhaustDuration: String(exhaust.durationDeg),
      intakeCenterline: String(intake.centerlineDeg),
      separation: String((intake.centerlineDeg + exhaust.centerlineDeg) / 2),
    };
  }
  if (intake === undefined && exhaust === undefined) return common;
  return { ...common, known: "events", ...intakeEvents(intake), ...exhaustEvents(exhaust, strokes) };
}

function intakeEvents(lobe: Lobe | undefined): Partial<CamDraft> {
  if (lobe === undefined || "profile" in lobe) return {};
  if ("opensDegBtdc" in lobe)
    return { intakeOpens: String(lobe.opensDegBtdc), intakeCloses: String(lobe.closesDegAbdc) };
  const [opens, closes] = endsOf(lobe, 1);
  return { intakeOpens: String(360 - opens), intakeCloses: String(closes - 540) };
}

function exhaustEvents(lobe: Lobe | undefined, strokes: 2 | 4): Partial<CamDraft> {
  if (lobe === undefined || "profile" in lobe) return {};
  if ("opensDegBbdc" in lobe)
    return {
      exhaustOpens: String(lobe.opensDegBbdc),
      exhaustCloses: String("closesDegAtdc" in lobe ? lobe.closesDegAtdc : lobe.closesDegAbdc),
    };
  const [opens, closes] = endsOf(lobe, -1);
  return { exhaustOpens: String(180 - opens), exhaustCloses: String(closes - (strokes === 2 ? 180 : 360)) };
}

/** Opening and closing from firing TDC; `side` is where the role's centerline counts from overlap TDC. */
function endsOf(lobe: Exclude<Lobe, ProfileLobe>, side: 1 | -1): [number, number] {
  if ("opensDeg" in lobe) return [lobe.opensDeg, lobe.closesDeg];
  if (!("durationDeg" in lobe)) return [360, 360];
  const center = 360 + side * lobe.centerlineDeg;
  return [center - lobe.durationDeg / 2, center + lobe.durationDeg / 2];
}
