/** What the run says: the one next thing in a sentence, and the grounds. Plain words, second person. */
import type { BarringPlace, EngineFile, LashFigures, ValveRole } from "../engine/engineFile";
import { parseLength, showFigure, type LengthUnit } from "../units/length";
import type { Verdict } from "../lash/judge";
import type { LashSpec } from "../lash/spec";
import { timerWords } from "../preload/bleedDown";
import { CLOSE_ITEM_NAMES } from "./closing";
import type { NextThing } from "./next";
import type { ReadingEntry } from "./entry";
import type { JobValve } from "./job";
import type { PairStage } from "./pairAt";

/** "3 exhaust"; several of one role in a cylinder are told apart by their id: "3 exhaust (3Eb)". */
export function valveName(
  valve: Pick<JobValve, "id" | "cylinder" | "role">,
  all: readonly Pick<JobValve, "cylinder" | "role">[],
): string {
  const twins = all.filter((v) => v.cylinder === valve.cylinder && v.role === valve.role).length > 1;
  return `${valve.cylinder} ${valve.role}${twins ? ` (${valve.id})` : ""}`;
}

/** How far to turn the crank, as one says it: "one full turn", "144°, two fifths of a turn". */
export function turnWords(deg: number): string {
  const exact = NAMED_TURNS.find((n) => Math.abs(n.deg - deg) < 0.05);
  const figure = `${Math.round(deg * 10) / 10}°`;
  return exact === undefined ? figure : exact.deg % 360 === 0 ? exact.name : `${figure}, ${exact.name}`;
}

const BARRED_AT: Readonly<Record<BarringPlace, string>> = {
  crank: "crank",
  cam: "cam gear",
  wheel: "rear wheel",
  "starter-ring": "starter ring tool",
  gearbox: "reduction box",
  propeller: "propeller",
};

/** The turn at the shaft that is really turned, when that is not the crank: "0.5 turns of the cam gear". */
export function barringWords(deg: number, barring: EngineFile["barring"]): string | null {
  if (barring === undefined || barring.at === "crank") return null;
  const turns = Math.round((deg / 360) * barring.ratio * 100) / 100;
  return `${turns} ${turns === 1 ? "turn" : "turns"} of the ${BARRED_AT[barring.at]}`;
}

const NAMED_TURNS: readonly { deg: number; name: string }[] = [
  { deg: 45, name: "an eighth of a turn" },
  { deg: 60, name: "a sixth of a turn" },
  { deg: 72, name: "a fifth of a turn" },
  { deg: 90, name: "a quarter turn" },
  { deg: 120, name: "a third of a turn" },
  { deg: 144, name: "two fifths of a turn" },
  { deg: 180, name: "half a turn" },
  { deg: 216, name: "three fifths of a turn" },
  { deg: 240, name: "two thirds of a turn" },
  { deg: 270, name: "three quarters of a turn" },
  { deg: 360, name: "one full turn" },
  { deg: 480, name: "one turn and a third" },
  { deg: 540, name: "one and a half turns" },
  { deg: 600, name: "one turn and two thirds" },
];

/** The unit in which a role's spec was written down. */
export const specUnit = (figures: LashFigures | undefined): LengthUnit =>
  (figures === undefined ? null : parseLength(figures.nominal))?.unit ?? "mm";

/** The band of a spec in its own unit: "0.40–0.50 mm". */
export const bandWords = (spec: LashSpec, unit: LengthUnit): string =>
  `${showFigure(spec.lowMm, unit)}–${showFigure(spec.highMm, unit)} ${unit}`;

/** The spec of a role on one line: "0.45 (0.40–0.50) mm". */
export const specWords = (spec: LashSpec, unit: LengthUnit): string =>
  `${showFigure(spec.nominalMm, unit)} (${showFigure(spec.lowMm, unit)}–${showFigure(spec.highMm, unit)}) ${unit}`;

/** A reading as it is told; one made before the school of feel was asked is two leaves. */
type Told = Pick<ReadingEntry, "goes" | "noGo"> & Partial<Pick<ReadingEntry, "school" | "value">>;

const FELT: Record<ReadingEntry["school"], string> = {
  "go-no-go": "",
  drag: "light drag",
  overshoot: "definite drag",
  gauge: "by gauge",
  wire: "by wire",
};

/** A reading as it was felt: "0.55–0.60 mm", "0.45 mm light drag"; no leaf going reads "none goes, under 0.05 mm". */
export function readingWords({ goes, noGo, school = "go-no-go", value = null }: Told): string {
  if (value !== null) return `${value.text} ${FELT[school]}`;
  if (goes.mm === 0) return `none goes, under ${noGo.text}`;
  const [low, high] = [goes.text.split(" "), noGo.text.split(" ")];
  const sameUnit = low.at(-1) === high.at(-1);
  return `${sameUnit ? low.slice(0, -1).join(" ") : goes.text}–${noGo.text}`;
}

/** The short figure that stands in a valve head: the leaf that goes, without its unit. */
export const shortReading = ({
  goes,
  value = null,
}: Pick<ReadingEntry, "goes"> & { value?: ReadingEntry["value"] }): string =>
  value !== null
    ? (value.text.split(" ")[0] ?? "")
    : goes.mm === 0
      ? "0"
      : goes.text.includes("+")
        ? goes.mm.toFixed(2)
        : (goes.text.split(" ")[0] ?? "");

export const verdictWords: Record<Verdict, string> = {
  in: "is in its band",
  tight: "is tight",
  loose: "is loose",
  undecided: "is not decided yet",
};

/** Where a job stands, in a line for the bench. */
export function standsWords(next: NextThing, valves: readonly JobValve[]): string {
  switch (next.kind) {
    case "closed":
      return "Finished";
    case "confirm":
      return `Say whether the crank is still at stop ${next.at.letter}`;
    case "close":
      return "All is said: close the job";
    case "turn":
      return next.first ? `Not begun: bring mark ${next.to.letter} up` : `Turn the crank to stop ${next.to.letter}`;
    case "read":
      return `Read ${valveName(next.valve.valve, valves)}${next.valve.status === "set" ? " again" : ""}`;
    case "set":
      return `Set ${valveName(next.valve.valve, valves)}`;
    case "lock":
      return `Lock ${valveName(next.valve.valve, valves)}`;
    case "zero":
      return `Bring ${valveName(next.valve.valve, valves)} to zero lash`;
    case "turn-in":
      return `Turn ${valveName(next.valve.valve, valves)} in from zero lash`;
    case "step":
      return `${capital(valveName(next.valve.valve, valves))}: a step more, or set it again`;
    case "depth":
      return `${capital(valveName(next.valve.valve, valves))}: judge its plunger`;
    case "wait":
      return `Lifters bleed down, ${timerWords(next.leftMs)} left`;
    case "parts":
      return `All are read: work out the parts for ${next.valves.length === 1 ? valveName(next.valves[0]?.valve ?? { id: "", cylinder: "", role: "intake" }, valves) : `${next.valves.length} valves`}`;
    case "plug":
      return "Not begun: plug the holes, and count";
    case "bridge":
      return `Look at the bridge of ${valveName(next.valve.valve, valves)}`;
    case "pair":
      return `${capital(valveName(next.valve.valve, valves))}: ${PAIR_STANDS[next.valve.pair?.stage ?? "load"]}`;
    case "seat":
      return "Parts are in: cams on, turn it over twice to seat them";
    case "order":
      return `${next.wants.length === 1 ? "A part is" : `${next.wants.length} parts are`} wanted: order, or lay out`;
    case "answer":
      return `A question about ${next.about === null ? "all valves" : valveName(next.about.valve, valves)}`;
    case "tighten":
      return `Tighten the ${next.part.name}`;
    case "bar":
      return "Turn it over twice by hand, and read again";
    case "check":
      return `Before closing: ${CLOSE_ITEM_NAMES[next.item]}`;
  }
}

const PAIR_STANDS: Record<PairStage, string> = {
  read: "read its opener gap",
  load: "read the loaded gap",
  parts: "other parts for its pair",
  feel: "feel its closer",
  right: "its pair is right",
};

/** The roles' letter in a valve head. */
export const ROLE_LETTER: Record<ValveRole, string> = { intake: "I", exhaust: "E", injector: "J" };

/** A line about the engine: "six cylinders in line, 1-4-2-6-3-5". */
export function engineWords(file: EngineFile): string {
  const n = file.cylinders.length;
  const kind =
    file.layout?.kind === undefined
      ? ""
      : { inline: n === 1 ? "" : " in line", vee: " in a vee", flat: " flat", radial: " radial" }[file.layout.kind];
  const strokes = file.strokes === 2 ? "two-stroke, " : "";
  return `${strokes}${n} cylinder${n === 1 ? "" : "s"}${kind}${n === 1 ? "" : `, ${file.firingOrder.join("-")}`}`;
}

/** The start of a sentence. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
