/** What the shape of a cam entry can't say: lobes that fit the strokes, and arcs that are neither empty nor endless. */
import {
  cycleOf,
  BASE_CIRCLE_LIFT_MM,
  type EngineFile,
  type Lobe,
  type PlainLobe,
  type ProfileLobe,
  type ValveRole,
} from "./engineFile";
import { fold } from "../units/angle/arc";
import { rampOf } from "./lobes";
import { fullLift, stretchesAbove } from "./profile";

type Complain = (path: (string | number)[], message: string) => void;

type CamPart = Pick<EngineFile, "strokes" | "cam">;

/** Which event names belong to which lobe. */
const EVENT_FIELDS: Record<string, string> = {
  "4 intake": "opensDegBtdc,closesDegAbdc",
  "4 exhaust": "opensDegBbdc,closesDegAtdc",
  "2 exhaust": "opensDegBbdc,closesDegAbdc",
};

export function checkCam(file: CamPart, complain: Complain): void {
  for (const role of ["intake", "exhaust", "injector"] as const) {
    const lobe = file.cam?.[role];
    if (lobe === undefined) continue;
    if (file.strokes === 2 && role === "intake")
      complain(["cam", role], "A two-stroke's cam has an exhaust lobe only.");
    else checkLobe(file, role, lobe, complain);
  }
  file.cam?.releases?.forEach((release, i) => {
    const span = release.toDeg - release.fromDeg;
    if (span % cycleOf(file) === 0 || Math.abs(span) > cycleOf(file)) {
      complain(["cam", "releases", i, "toDeg"], "A release ends after it begins, within one cycle.");
    }
  });
}

function checkLobe(file: CamPart, role: ValveRole, lobe: Lobe, complain: Complain): void {
  const path = ["cam", role];
  if ("profile" in lobe) return checkProfile(lobe, path, cycleOf(file), complain);
  const fields = Object.keys(lobe)
    .filter((key) => /^(opens|closes)Deg(Btdc|Bbdc|Atdc|Abdc)$/.test(key))
    .join(",");
  const wanted = EVENT_FIELDS[`${file.strokes} ${role}`] ?? "";
  const bare = "opensDeg" in lobe || "durationDeg" in lobe;
  if (!bare && fields !== wanted) {
    const names = wanted.split(",").join(" and ");
    return complain(path, `Events of this lobe are ${names}.`);
  }
  if (file.strokes === 2 && "durationDeg" in lobe) {
    return complain(path, "A two-stroke has no overlap to count a centerline from: give its events.");
  }
  const cycle = cycleOf(file);
  const span = lobeSpan(lobe, cycle);
  if (!(span > 0)) return complain(path, "This lobe closes before it opens.");
  if (span + 2 * rampOf(file.cam, file.strokes).rampDeg >= cycle) {
    complain(
      path,
      `With its ramps this lobe is ${Math.round(span)} degrees and more: no base circle is left in ${cycle}.`,
    );
  }
}

/** Below this a measured lobe is no lobe: a dial left on the base circle. */
const LEAST_FULL_LIFT_MM = 0.5;

/** A lobe with every release that is made has fewer. */
const MOST_STRETCHES = 12;

function checkProfile(
  { profile }: ProfileLobe,
  path: (string | number)[],
  cycleDeg: number,
  complain: Complain,
): void {
  const at = profile.findIndex(([deg], i) => i > 0 && deg <= (profile[i - 1]?.[0] ?? deg));
  if (at > 0) return complain([...path, "profile", at], "The degrees of a profile must rise from point to point.");
  const span = (profile.at(-1)?.[0] ?? 0) - (profile[0]?.[0] ?? 0);
  if (span > cycleDeg + 1e-9)
    return complain(
      [...path, "profile"],
      `A profile is at most one cycle long: this one spans ${Math.round(span)} degrees of ${cycleDeg}.`,
    );
  if (fullLift(profile).liftMm < LEAST_FULL_LIFT_MM)
    return complain([...path, "profile"], `This profile never lifts ${LEAST_FULL_LIFT_MM} mm: check its unit.`);
  const off = stretchesAbove(profile, BASE_CIRCLE_LIFT_MM);
  if (off.length > MOST_STRETCHES)
    return complain(
      [...path, "profile"],
      `This profile leaves its base circle ${off.length} times: that is noise. Set lift under ${BASE_CIRCLE_LIFT_MM} mm to 0 where the valve is shut.`,
    );
  const worked = off.reduce((sum, s) => sum + s.toDeg - s.fromDeg, 0);
  if (worked >= cycleDeg - 1)
    complain([...path, "profile"], "This profile never rests on its base circle: set its lift to 0 there.");
}

/** Degrees from opening to closing; zero or less when the entry makes no sense. */
function lobeSpan(lobe: PlainLobe, cycleDeg: number): number {
  if ("durationDeg" in lobe) return lobe.durationDeg;
  if ("opensDeg" in lobe) {
    const rising = lobe.closesDeg - lobe.opensDeg;
    // Written across firing TDC ("660 to 60") a lobe closes one cycle later; equal ends are no lobe.
    return rising > 0 ? rising : fold(rising, cycleDeg);
  }
  if ("opensDegBtdc" in lobe) return 180 + lobe.opensDegBtdc + lobe.closesDegAbdc;
  return "closesDegAtdc" in lobe
    ? 180 + lobe.opensDegBbdc + lobe.closesDegAtdc
    : lobe.opensDegBbdc + lobe.closesDegAbdc;
}
