/**
 * An engine while it is being typed: every field as text, what is wrong with each said at once, and
 * the engine file as soon as there is one. Nothing typed is ever lost or changed.
 */
import {
  type BarringPlace,
  type CamEntry,
  ENGINE_FORMAT,
  type EngineFile,
  type LayoutEntry,
  MAX_CYLINDERS,
  MAX_VALVES,
  type Sector,
  type ValveEntry,
  type ValveRole,
} from "./engineFile";
import { type CamDraft, EMPTY_CAM, camDraftOf, camOf } from "./camDraft";
import { checkCam } from "./checkCam";
import { numbersIn } from "./numbersIn";
import { EMPTY_PARTS, PARTS_SHOWN, type PartsDraft, type PartsField, partsDraftOf, partsOf } from "./partsDraft";

export interface EngineDraft {
  readonly name: string;
  readonly sector: Sector | "";
  readonly strokes: 2 | 4;
  readonly firingOrder: string;
  /** Empty: evenly spaced. */
  readonly firingAngles: string;
  readonly layout: LayoutEntry["kind"];
  /** Banks divided by a slash; empty: one bank, or odd and even cylinders. */
  readonly banks: string;
  /** Letters I, E and J in their order along the head: of one cylinder, or of whole banks divided by a slash. */
  readonly valves: string;
  readonly valvesFor: "cylinder" | "bank";
  readonly cam: CamDraft;
  readonly marks: "none" | "tdc" | "firing" | "list";
  /** Degrees after the TDC mark, when the marks are listed. */
  readonly markList: string;
  /** What is stamped at the marks, in their order; empty where they have no names. */
  readonly markLabels: string;
  readonly rotation: "" | "clockwise" | "counterclockwise";
  readonly follower: "" | "flat" | "roller";
  readonly barringAt: BarringPlace;
  readonly barringRatio: string;
  readonly parts: PartsDraft;
}

export type DraftField =
  | "name"
  | "firingOrder"
  | "firingAngles"
  | "banks"
  | "valves"
  | "cam"
  | "ramp"
  | "release"
  | "markList"
  | "markLabels"
  | PartsField
  | "barringRatio";
export type DraftProblems = Partial<Record<DraftField, string>>;

export const EMPTY_DRAFT: EngineDraft = {
  name: "",
  sector: "",
  strokes: 4,
  firingOrder: "",
  firingAngles: "",
  layout: "inline",
  banks: "",
  valves: "I E",
  valvesFor: "cylinder",
  cam: EMPTY_CAM,
  marks: "tdc",
  markList: "",
  markLabels: "",
  rotation: "",
  follower: "",
  barringAt: "crank",
  barringRatio: "",
  parts: EMPTY_PARTS,
};

export interface DraftRead {
  /** Null while the firing order itself makes no engine. */
  readonly file: EngineFile | null;
  readonly problems: DraftProblems;
}

/** Splits "1-5-3-6-2-4", "1 5 3" or "1,5,3" into cylinder names. */
export const namesIn = (text: string): string[] => text.split(/[\s,;–-]+/).filter((t) => t !== "");

/** Reads a draft. `rest` are fields of an existing file that the form does not show: they stay. */
export function readDraft(draft: EngineDraft, rest: Partial<EngineFile> = {}): DraftRead {
  const problems: DraftProblems = {};
  const order = namesIn(draft.firingOrder);
  const orderProblem = firingOrderProblem(order);
  if (orderProblem !== null) problems.firingOrder = orderProblem;
  if (order.length === 0 || new Set(order).size !== order.length || order.length > MAX_CYLINDERS)
    return { file: null, problems };
  const cylinders = [...order].sort(byNumber);
  const banks = banksOf(draft, cylinders, problems);
  const valves = valvesOf(draft, cylinders, banks, problems);
  const firingAnglesDeg = anglesOf(draft, order.length, problems);
  const cam = withUnshownCam(camOf(draft.cam, draft.strokes, valves, problems), rest.cam);
  const marksDeg = marksOf(draft, order.length, firingAnglesDeg, problems);
  const markLabels = markLabelsOf(draft, marksDeg, problems);
  const barring = barringOf(draft, problems);
  if (draft.name.trim() === "") problems.name = "Give the engine a name.";
  const file: EngineFile = {
    ...withoutShown(rest),
    format: ENGINE_FORMAT,
    name: draft.name.trim() === "" ? "New engine" : draft.name.trim(),
    ...(draft.sector === "" ? {} : { sector: draft.sector }),
    strokes: draft.strokes,
    ...(draft.rotation === "" ? {} : { rotation: draft.rotation }),
    ...(draft.follower === "" ? {} : { follower: draft.follower }),
    cylinders,
    firingOrder: order,
    ...(firingAnglesDeg === null ? {} : { firingAnglesDeg }),
    valves,
    ...(cam === null ? {} : { cam }),
    marksDeg,
    ...(markLabels === null ? {} : { markLabels }),
    ...partsOf(draft.parts, { valves, banks, cylinders }, rest, problems),
    ...(barring === null ? {} : { barring }),
    layout: { ...rest.layout, kind: draft.layout, ...(banks === null ? { banks: undefined } : { banks }) },
  };
  checkCam(file, (_path, message) => {
    problems.cam ??= message;
  });
  return { file: JSON.parse(JSON.stringify(file)) as EngineFile, problems };
}

const SHOWN = [
  "sector",
  "rotation",
  "firingAnglesDeg",
  "cam",
  "marksDeg",
  "markLabels",
  "barring",
  "follower",
  ...PARTS_SHOWN,
] as const;

const withoutShown = (rest: Partial<EngineFile>): Partial<EngineFile> =>
  Object.fromEntries(Object.entries(rest).filter(([key]) => !(SHOWN as readonly string[]).includes(key)));

/** Fields of a cam that this version does not know stay with it. */
function withUnshownCam(cam: CamEntry | null, before: CamEntry | undefined): CamEntry | null {
  const known: readonly string[] = [
    "atLift",
    "rampDeg",
    "intake",
    "exhaust",
    "injector",
    "releases",
  ] satisfies (keyof CamEntry)[];
  return cam === null
    ? null
    : { ...Object.fromEntries(Object.entries(before ?? {}).filter(([key]) => !known.includes(key))), ...cam };
}

const byNumber = (a: string, b: string): number => Number(a) - Number(b) || a.localeCompare(b);

/** What is wrong with a firing order, the first thing first; null when it is whole. */
export function firingOrderProblem(order: readonly string[]): string | null {
  if (order.length === 0) return "Type the firing order, like 1-3-4-2.";
  if (order.length > MAX_CYLINDERS) return `At most ${MAX_CYLINDERS} cylinders.`;
  const twice = order.find((id, i) => order.indexOf(id) !== i);
  if (twice !== undefined) return `Cylinder ${twice} stands twice.`;
  const numbers = order.map(Number);
  if (!numbers.every((n) => Number.isInteger(n) && n > 0)) return null;
  const highest = Math.max(...numbers);
  if (highest > MAX_CYLINDERS) return `There is no cylinder ${highest}: at most ${MAX_CYLINDERS}.`;
  const missing = Array.from({ length: highest }, (_, i) => i + 1).filter((n) => !numbers.includes(n));
  return missing.length === 0 ? null : `Missing: cylinder ${missing.join(", ")}.`;
}

function anglesOf({ firingAngles, strokes }: EngineDraft, count: number, problems: DraftProblems): number[] | null {
  if (firingAngles.trim() === "") return null;
  const angles = numbersIn(firingAngles);
  const cycle = strokes === 2 ? 360 : 720;
  const say = (why: string): null => {
    problems.firingAngles = why;
    return null;
  };
  if (angles === null) return say("Type degrees, like 0 150 240 390 480 630.");
  if (angles.length !== count)
    return say(`${angles.length} angles for ${count} cylinders: give one each, in firing order.`);
  if (angles[0] !== 0) return say("The first angle is 0: the first cylinder of the order.");
  const falls = angles.findIndex((deg, i) => i > 0 && deg < (angles[i - 1] ?? 0));
  if (falls > 0) return say(`${angles[falls]} comes after ${angles[falls - 1]}: the angles must rise.`);
  if ((angles.at(-1) ?? 0) >= cycle) return say(`Angles stay below ${cycle} on this engine.`);
  return angles;
}

function banksOf(
  { banks, layout }: EngineDraft,
  cylinders: readonly string[],
  problems: DraftProblems,
): string[][] | null {
  if (layout !== "vee" && layout !== "flat") return null;
  const odd = cylinders.filter((_, i) => i % 2 === 0);
  const usual = [odd, cylinders.filter((id) => !odd.includes(id))].filter((b) => b.length > 0);
  if (banks.trim() === "") return usual;
  const typed = banks
    .split("/")
    .map(namesIn)
    .filter((b) => b.length > 0);
  const all = typed.flat();
  const say = (why: string): string[][] => {
    problems.banks = why;
    return usual;
  };
  const unknown = all.find((id) => !cylinders.includes(id));
  if (unknown !== undefined) return say(`There is no cylinder ${unknown} in the firing order.`);
  const twice = all.find((id, i) => all.indexOf(id) !== i);
  if (twice !== undefined) return say(`Cylinder ${twice} stands in two places.`);
  const missing = cylinders.filter((id) => !all.includes(id));
  if (missing.length > 0) return say(`In no bank: cylinder ${missing.join(", ")}.`);
  return typed.length > 4 ? say("At most 4 banks.") : typed;
}

const ROLE_OF: Readonly<Record<string, ValveRole>> = { I: "intake", E: "exhaust", J: "injector" };

function valvesOf(
  draft: EngineDraft,
  cylinders: readonly string[],
  banks: string[][] | null,
  problems: DraftProblems,
): ValveEntry[] {
  const usual = draft.strokes === 2 ? "E" : "IE";
  const say = (why: string): ValveEntry[] => {
    problems.valves = why;
    return cylinders.flatMap((c) => named(c, [...usual]));
  };
  const letters = (text: string): string[] => [...text.toUpperCase().replace(/[\s,;.-]/g, "")];
  const wrong = letters(draft.valves.replaceAll("/", "")).find((l) => ROLE_OF[l] === undefined);
  if (wrong !== undefined) return say(`"${wrong}" is no valve: type I for intake, E for exhaust, J for an injector.`);
  if (draft.strokes === 2 && draft.valves.toUpperCase().includes("I"))
    return say("A two-stroke has no intake valves: type E, or E J.");
  if (draft.valvesFor === "cylinder") {
    const own = letters(draft.valves.replaceAll("/", ""));
    if (own.length === 0) return say("Type the valves of one cylinder, front first, like I E.");
    if (own.length * cylinders.length > MAX_VALVES)
      return say(`That makes ${own.length * cylinders.length} valves: ${MAX_VALVES} are the most.`);
    return (banks?.flat() ?? cylinders).flatMap((c) => named(c, own));
  }
  const rows = banks ?? [[...cylinders]];
  const parts = draft.valves.split("/").map(letters);
  const perBank = rows.map((_, b) => parts[parts.length === 1 ? 0 : b] ?? []);
  const short = rows.findIndex(
    (row, b) => (perBank[b]?.length ?? 0) === 0 || (perBank[b]?.length ?? 0) % row.length !== 0,
  );
  if (short >= 0)
    return say(
      `Bank ${short + 1} has ${rows[short]?.length} cylinders: ${perBank[short]?.length ?? 0} letters can't be shared out among them.`,
    );
  const all = rows.flatMap((row, b) =>
    row.flatMap((c, i) => {
      const each = (perBank[b]?.length ?? 0) / row.length;
      return named(c, (perBank[b] ?? []).slice(i * each, (i + 1) * each));
    }),
  );
  return all.length > MAX_VALVES ? say(`That makes ${all.length} valves: ${MAX_VALVES} are the most.`) : all;
}

/** Ids like 3I, or 3Ia and 3Ib where a cylinder has several of a role. */
function named(cylinder: string, letters: readonly string[]): ValveEntry[] {
  return letters.map((letter, i) => {
    const several = letters.filter((l) => l === letter).length > 1;
    const nth = letters.slice(0, i).filter((l) => l === letter).length;
    return {
      id: `${cylinder}${letter}${several ? String.fromCharCode(97 + nth) : ""}`,
      cylinder,
      role: ROLE_OF[letter] ?? "intake",
    };
  });
}

function marksOf(
  { marks, markList, strokes }: EngineDraft,
  count: number,
  angles: readonly number[] | null,
  problems: DraftProblems,
): number[] {
  if (marks === "none") return [];
  if (marks === "tdc") return [0];
  const cycle = strokes === 2 ? 360 : 720;
  if (marks === "firing") {
    const firing = angles ?? Array.from({ length: count }, (_, k) => (k * cycle) / count);
    return [...new Set(firing.map((deg) => Math.round((deg % 360) * 1e4) / 1e4))].sort((a, b) => a - b);
  }
  const listed = numbersIn(markList);
  if (listed === null || listed.length === 0 || listed.some((deg) => deg < 0 || deg >= 360)) {
    problems.markList = "Type degrees after the TDC mark, from 0 up to 360, like 0 120 240.";
    return [0];
  }
  return [...new Set(listed)].sort((a, b) => a - b);
}

/** One name for each mark, in their order; parted by commas where a name has blanks in it. */
function markLabelsOf(
  { markLabels: text }: EngineDraft,
  marksDeg: readonly number[],
  problems: DraftProblems,
): string[] | null {
  if (text.trim() === "" || marksDeg.length === 0) return null;
  const labels = text
    .split(text.includes(",") ? "," : /\s+/)
    .map((l) => l.trim())
    .filter((l) => l !== "");
  if (labels.length !== marksDeg.length)
    problems.markLabels = `${labels.length} names for ${marksDeg.length} marks: give one each, in their order.`;
  else if (labels.some((l) => l.length > 12)) problems.markLabels = "Keep what is stamped within 12 characters.";
  else return labels;
  return null;
}

function barringOf({ barringAt, barringRatio }: EngineDraft, problems: DraftProblems): EngineFile["barring"] | null {
  if (barringAt === "crank") return null;
  const ratio = numbersIn(barringRatio);
  if (ratio?.length === 1 && ratio[0] !== undefined && ratio[0] > 0 && ratio[0] <= 500)
    return { at: barringAt, ratio: ratio[0] };
  problems.barringRatio = "Give the turns of what you turn for one turn of the crank, like 0.5.";
  return null;
}

/** A draft that shows an existing file; valves that no pattern describes are typed out. */
export function draftOf(file: EngineFile): EngineDraft {
  const even = file.firingAnglesDeg === undefined;
  const marks = file.marksDeg;
  return {
    name: file.name,
    sector: file.sector ?? "",
    strokes: file.strokes,
    firingOrder: file.firingOrder.join("-"),
    firingAngles: even ? "" : (file.firingAnglesDeg ?? []).join(" "),
    layout: file.layout?.kind ?? "inline",
    banks: (file.layout?.banks ?? []).map((b) => b.join(" ")).join(" / "),
    ...valveTextOf(file),
    cam: camDraftOf(file),
    marks:
      marks === undefined || (marks.length === 1 && marks[0] === 0) ? "tdc" : marks.length === 0 ? "none" : "list",
    markList: (marks ?? []).join(" "),
    markLabels: (file.markLabels ?? []).join((file.markLabels ?? []).some((l) => /\s/.test(l)) ? ", " : " "),
    rotation: file.rotation ?? "",
    follower: file.follower ?? "",
    barringAt: file.barring?.at ?? "crank",
    barringRatio: file.barring === undefined ? "" : String(file.barring.ratio),
    parts: partsDraftOf(file),
  };
}

const LETTER: Readonly<Record<ValveRole, string>> = { intake: "I", exhaust: "E", injector: "J" };

function valveTextOf(file: EngineFile): Pick<EngineDraft, "valves" | "valvesFor"> {
  const of = (c: string): string =>
    file.valves
      .filter((v) => v.cylinder === c)
      .map((v) => LETTER[v.role])
      .join(" ");
  const rows = file.layout?.banks ?? [file.cylinders];
  const all = new Set(file.cylinders.map(of));
  if (all.size === 1) return { valves: [...all][0] ?? "", valvesFor: "cylinder" };
  return { valves: rows.map((row) => row.map(of).join(" ")).join(" / "), valvesFor: "bank" };
}
