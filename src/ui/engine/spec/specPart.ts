/** The spec form's fields and the part of the engine file that they stand for. Pure. */
import { type TemperatureUnit, temperatureIn, typedCelsius } from "@/core/units/temperature";
import type {
  AdjusterEntry,
  AdjusterKind,
  EngineFile,
  EngineState,
  LashEntry,
  LashFigures,
  LengthPartKind,
  ValveRole,
} from "@/core/engine/engineFile";
import { parseThread } from "@/core/units/thread";
import { listedLengths } from "@/core/units/typedLength";
import { filled, numberOrText, shown } from "../../controls/typed";

export interface Figures {
  nominal: string;
  low: string;
  high: string;
  /** Where it is filled in, the others are heights that are read under it. */
  block: string;
}
/** Figures of a single valve. */
export interface SingleFields extends Figures {
  valve: string;
}
/** What another source says; `before` is what stood there, with what the form does not show. */
export interface SourceFields {
  before: LashEntry | null;
  state: "" | EngineState;
  source: string;
  intake: Figures;
  exhaust: Figures;
  injector: Figures;
}

export interface SpecFields {
  kind: AdjusterKind;
  state: "" | "cold" | "hot";
  source: string;
  hotFrom: string;
  intake: Figures;
  exhaust: Figures;
  injector: Figures;
  singles: SingleFields[];
  others: SourceFields[];
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
  /** The screw of injectors and pumps. */
  injectorAt: string;
  injectorRatio: string;
  injectorThread: string;
  injectorTorque: string;
}

const figuresOf = (f: LashFigures | undefined): Figures => ({
  nominal: shown(f?.nominal),
  low: shown(f?.low),
  high: shown(f?.high),
  block: shown(f?.block),
});
const threadOf = (screw: Pick<AdjusterEntry, "pitch" | "tpi"> | undefined): string =>
  screw?.tpi !== undefined ? `${screw.tpi} tpi` : shown(screw?.pitch);
const number = (n: number | undefined): string => (n === undefined ? "" : String(n));

export const NO_FIGURES: Figures = { nominal: "", low: "", high: "", block: "" };
export const NO_SOURCE: SourceFields = {
  before: null,
  state: "",
  source: "",
  intake: NO_FIGURES,
  exhaust: NO_FIGURES,
  injector: NO_FIGURES,
};

const byRole = (lash: LashEntry | undefined): Pick<SpecFields, ValveRole> => ({
  intake: figuresOf(lash?.intake),
  exhaust: figuresOf(lash?.exhaust),
  injector: figuresOf(lash?.injector),
});

export function specFields(
  { lash, otherLash = [], adjuster }: Pick<EngineFile, "lash" | "otherLash" | "adjuster">,
  unit: TemperatureUnit,
): SpecFields {
  return {
    kind: adjuster?.kind ?? "screw",
    state: lash?.state ?? "",
    source: lash?.source ?? "",
    hotFrom: lash?.hotFromC === undefined ? "" : String(temperatureIn(lash.hotFromC, unit)),
    ...byRole(lash),
    singles: Object.entries(lash?.valves ?? {}).map(([valve, figures]) => ({ valve, ...figuresOf(figures) })),
    others: otherLash.map((before) => ({
      before,
      state: before.state,
      source: before.source ?? "",
      ...byRole(before),
    })),
    at: adjuster?.at ?? "",
    ratio: number(adjuster?.ratio),
    followerRatio: number(adjuster?.followerRatio),
    thread: threadOf(adjuster),
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
    injectorAt: adjuster?.injector?.at ?? "",
    injectorRatio: number(adjuster?.injector?.ratio),
    injectorThread: threadOf(adjuster?.injector),
    injectorTorque: number(adjuster?.injector?.lockTorqueNm),
  };
}

/** Left as it stands where it was not typed anew: another unit shows it rounded. */
function hotFromC(typed: string, before: EngineFile["lash"], unit: TemperatureUnit): number | string {
  const celsius = typedCelsius(typed, unit);
  if (celsius === null || celsius === undefined) return typed;
  const known = before?.hotFromC;
  return known !== undefined && temperatureIn(known, unit) === temperatureIn(celsius, unit) ? known : celsius;
}

/** What was typed, as the file has it; the server says what is wrong with it. What the form does not show stays. */
export function specPart(
  form: SpecFields,
  roles: readonly ValveRole[],
  { adjuster: before, lash }: Pick<EngineFile, "adjuster" | "lash">,
  unit: TemperatureUnit,
): object {
  const adjuster = adjusterPart(form, before, roles.includes("injector"));
  if (form.kind === "hydraulic") return { adjuster };
  const singles = form.singles.filter((s) => s.valve.trim() !== "" || Object.keys(figuresIn(s)).length > 0);
  const state = form.kind === "fixed" ? { state: "cold" } : form.state === "" ? {} : { state: form.state };
  const hot =
    form.state === "hot" && form.hotFrom.trim() !== "" ? { hotFromC: hotFromC(form.hotFrom, lash, unit) } : {};
  return {
    lash: {
      ...unshown(lash),
      ...state,
      ...filled({ source: form.source }),
      ...hot,
      // A role may be left empty where a single valve of the engine has a figure: what is left out is said then.
      ...rolesPart(form, roles, lash, singles.length > 0),
      ...(singles.length === 0
        ? {}
        : {
            valves: Object.fromEntries(
              singles.map((s) => [s.valve.trim(), figuresPart(s, lash?.valves?.[s.valve.trim()])]),
            ),
          }),
    },
    otherLash: form.others.map((other) => ({
      ...unshown(other.before ?? undefined),
      ...(other.before?.hotFromC === undefined || other.state !== "hot" ? {} : { hotFromC: other.before.hotFromC }),
      ...(other.before?.valves === undefined ? {} : { valves: other.before.valves }),
      ...(other.state === "" ? {} : { state: other.state }),
      ...filled({ source: other.source }),
      ...rolesPart(other, roles, other.before ?? undefined, true),
    })),
    ...(adjuster === null ? {} : { adjuster }),
  };
}

const figuresIn = ({ nominal, low, high, block }: Figures): Record<string, string> =>
  filled({ nominal, low, high, block });

/** Figures as they were typed, with what the form does not show of those before. */
const figuresPart = (typed: Figures, before: LashFigures | undefined): object => ({
  ...without(before, ["nominal", "low", "high", "block"]),
  ...figuresIn(typed),
});

function rolesPart(
  form: Pick<SpecFields, ValveRole>,
  roles: readonly ValveRole[],
  before: LashEntry | undefined,
  mayBeEmpty: boolean,
): object {
  return Object.fromEntries(
    roles
      .filter((r) => Object.keys(figuresIn(form[r])).length > 0 || (r !== "injector" && !mayBeEmpty))
      .map((r) => [r, figuresPart(form[r], before?.[r])]),
  );
}

const SHOWN = ["state", "source", "intake", "exhaust", "injector", "valves", "hotFromC"];
const without = (entry: object | undefined, keys: readonly string[]): object =>
  Object.fromEntries(Object.entries(entry ?? {}).filter(([key]) => !keys.includes(key)));
const unshown = (lash: LashEntry | undefined): object => without(lash, SHOWN);

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
  "injector",
] as const satisfies readonly (keyof AdjusterEntry)[];

function adjusterPart(form: SpecFields, before: AdjusterEntry | undefined, injectors: boolean): object | null {
  const { kind } = form;
  const own = injectors ? injectorPart(form) : {};
  if (kind === "screw" && form.at === "" && Object.keys(own).length === 0) return null;
  const kept = { ...without(before, TYPED), ...own };
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

/** The screw of injectors and pumps, where anything is said of it. */
function injectorPart({ injectorAt, injectorRatio, injectorThread, injectorTorque }: SpecFields): object {
  const injector = {
    ...filled({ at: injectorAt }),
    ...(injectorRatio.trim() === "" ? {} : { ratio: numberOrText(injectorRatio) }),
    ...threadPart(injectorThread),
    ...(injectorTorque.trim() === "" ? {} : { lockTorqueNm: numberOrText(injectorTorque) }),
  };
  return Object.keys(injector).length === 0 ? {} : { injector };
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
