/** What the shape of a cam entry can't say: lobes that fit the strokes, and arcs that are neither empty nor endless. */
import { cycleOf, type EngineFile, type Lobe, type ValveRole } from "./engineFile";
import { fold } from "../units/angle/arc";
import { rampOf } from "./lobes";

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
    if (file.strokes === 2 && role === "intake") complain(["cam", role], "A two-stroke's cam has an exhaust lobe only.");
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
  const fields = Object.keys(lobe).filter((key) => /^(opens|closes)Deg(Btdc|Bbdc|Atdc|Abdc)$/.test(key)).join(",");
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
    complain(path, `With its ramps this lobe is ${Math.round(span)} degrees and more: no heel is left in ${cycle}.`);
  }
}

/** Degrees from opening to closing; zero or less when the entry makes no sense. */
function lobeSpan(lobe: Lobe, cycleDeg: number): number {
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
