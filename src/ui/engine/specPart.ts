/** The spec form's fields and the part of the engine file that they stand for. Pure. */
import type {
  AdjusterEntry,
  AdjusterKind,
  EngineFile,
  LashFigures,
  LengthPartKind,
  ValveRole,
} from "@/core/engine/engineFile";
import { parseThread } from "@/core/units/thread";
import { listedLengths } from "@/core/units/typedLength";
import { filled, numberOrText, shown } from "../controls/typed";

export interface Figures {
  nominal: string;
  low: string;
  high: string;
}
export interface SpecFields {
  kind: AdjusterKind;
  state: "" | "cold" | "hot";
  source: string;
  hotFromC: string;
  intake: Figures;
  exhaust: Figures;
  injector: Figures;
  at: string;
  ratio: string;
  followerRatio: string;
  thread: string;
  lock: string;
  lockTorque: string;
  swing: string;
  travel: string;
  fromTop: string;
  fromBottom: string;
  turns: string;
  part: LengthPartKind;
  lengths: string;
  fitted: string;
  gapAt: string;
  shimAt: string;
  diameter: string;
  closerAim: string;
  closerHigh: string;
}

export const SETTING_KINDS = [
  "screw",
  "bucket-shim",
  "bucket",
  "positive-closing",
  "hydraulic",
  "fixed",
  "grind",
] as const satisfies readonly AdjusterKind[];

const figuresOf = (f: LashFigures | undefined): Figures => ({
  nominal: shown(f?.nominal),
  low: shown(f?.low),
  high: shown(f?.high),
});
const number = (n: number | undefined): string => (n === undefined ? "" : String(n));

export function specFields({ lash, adjuster }: Pick<EngineFile, "lash" | "adjuster">): SpecFields {
  return {
    kind: adjuster?.kind ?? "screw",
    state: lash?.state ?? "",
    source: lash?.source ?? "",
    hotFromC: number(lash?.hotFromC),
    intake: figuresOf(lash?.intake),
    exhaust: figuresOf(lash?.exhaust),
    injector: figuresOf(lash?.injector),
    at: adjuster?.at ?? "",
    ratio: number(adjuster?.ratio),
    followerRatio: number(adjuster?.followerRatio),
    thread: adjuster?.tpi !== undefined ? `${adjuster.tpi} tpi` : shown(adjuster?.pitch),
    lock: adjuster?.lock ?? "",
    lockTorque: number(adjuster?.lockTorqueNm),
    swing: number(adjuster?.swingDeg),
    travel: shown(adjuster?.plunger?.travel),
    fromTop: shown(adjuster?.plunger?.fromTop),
    fromBottom: shown(adjuster?.plunger?.fromBottom),
    turns:
      adjuster?.preload?.travel !== undefined ? shown(adjuster.preload.travel) : number(adjuster?.preload?.turns),
    part: adjuster?.part ?? "pushrod",
    lengths: (adjuster?.lengths ?? []).map(shown).join(", "),
    fitted: shown(adjuster?.fitted),
    gapAt: adjuster?.gapAt ?? "valve",
    shimAt: adjuster?.shimAt ?? "",
    diameter: shown(adjuster?.diameter),
    closerAim: shown(adjuster?.closer?.aim),
    closerHigh: shown(adjuster?.closer?.high),
  };
}

/** What was typed, as the file has it; the server says what is wrong with it. What the form does not show stays. */
export function specPart(form: SpecFields, roles: readonly ValveRole[], before: AdjusterEntry | undefined): object {
  const adjuster = adjusterPart(form, before);
  if (form.kind === "hydraulic") return { adjuster };
  const figures = Object.fromEntries(
    roles
      .map((r) => [r, filled({ ...form[r] })] as const)
      .filter(([r, f]) => r !== "injector" || Object.keys(f).length > 0),
  );
  const state = form.kind === "fixed" ? { state: "cold" } : form.state === "" ? {} : { state: form.state };
  const hot = form.state === "hot" && form.hotFromC.trim() !== "" ? { hotFromC: numberOrText(form.hotFromC) } : {};
  return {
    lash: { ...state, ...filled({ source: form.source }), ...hot, ...figures },
    ...(adjuster === null ? {} : { adjuster }),
  };
}

/** Fields of the file that each kind of setting types anew. */
const TYPED = [
  "kind",
  "at",
  "ratio",
  "followerRatio",
  "pitch",
  "tpi",
  "lock",
  "lockTorqueNm",
  "swingDeg",
  "plunger",
  "preload",
  "part",
  "lengths",
  "fitted",
  "gapAt",
  "shimAt",
  "diameter",
  "closer",
] as const satisfies readonly (keyof AdjusterEntry)[];

function adjusterPart(form: SpecFields, before: AdjusterEntry | undefined): object | null {
  const { kind } = form;
  if (kind === "screw" && form.at === "") return null;
  const kept = Object.fromEntries(
    Object.entries(before ?? {}).filter(([key]) => !(TYPED as readonly string[]).includes(key)),
  );
  if (kind === "grind") return { ...kept, kind };
  if (kind === "bucket" || kind === "bucket-shim")
    return {
      ...kept,
      kind,
      ...filled({ ...(kind === "bucket-shim" ? { shimAt: form.shimAt } : {}), diameter: form.diameter }),
    };
  if (kind === "positive-closing") {
    const closer = filled({ aim: form.closerAim, high: form.closerHigh });
    return { ...kept, kind, ...(Object.keys(closer).length === 0 ? {} : { closer }) };
  }
  const ratio = form.ratio.trim() === "" ? {} : { ratio: numberOrText(form.ratio) };
  if (kind === "fixed") {
    const lengths = listedLengths(form.lengths) ?? [];
    return {
      ...kept,
      kind,
      part: form.part,
      gapAt: form.gapAt,
      ...ratio,
      ...(lengths.length === 0 ? {} : { lengths }),
      ...filled({ fitted: form.fitted }),
    };
  }
  const screw = {
    ...kept,
    kind,
    ...filled({ at: form.at }),
    ...(form.at === "cam" ? followerPart(form) : ratio),
    ...threadPart(form.thread),
    ...lockPart(form),
  };
  if (kind !== "hydraulic") return screw;
  const plunger = filled({ travel: form.travel, fromTop: form.fromTop, fromBottom: form.fromBottom });
  return { ...screw, ...(Object.keys(plunger).length === 0 ? {} : { plunger }), ...preloadPart(form.turns) };
}

/** A length is travel of the plunger; a bare figure is turns, also as a fraction. */
function preloadPart(typed: string): object {
  const text = typed.trim().replace(/\s*turns?$/i, "");
  if (text === "") return {};
  if (/[a-z"]/i.test(text)) return { preload: { travel: text.trim() } };
  const fraction = /^(?:(\d+)\s+)?(\d+)\/(\d+)$/.exec(text.trim());
  return {
    preload: {
      turns:
        fraction === null ? numberOrText(text) : Number(fraction[1] ?? 0) + Number(fraction[2]) / Number(fraction[3]),
    },
  };
}

const followerPart = ({ followerRatio }: SpecFields): object =>
  followerRatio.trim() === "" ? {} : { followerRatio: numberOrText(followerRatio) };

/** How it is locked, with what torque, and the room there is to swing the tool. */
function lockPart({ lock, lockTorque, swing }: SpecFields): object {
  return {
    ...filled({ lock }),
    ...(lockTorque.trim() === "" ? {} : { lockTorqueNm: numberOrText(lockTorque) }),
    ...(swing.trim() === "" ? {} : { swingDeg: numberOrText(swing) }),
  };
}

/** What is no thread goes to the shop as it was typed, which says what is wrong with it. */
function threadPart(typed: string): object {
  if (typed.trim() === "") return {};
  const thread = parseThread(typed);
  return "why" in thread ? { pitch: typed.trim() } : thread;
}
