/** What an entry says, as one would tell it to somebody who was not there: "1I read as found, 0.20–0.25 mm". */
import { CLOSE_ITEM_NAMES } from "../closeOut/items";
import { turnsWords } from "../../preload/turning";
import { DEFAULT_TEMPERATURE_UNIT, type TemperatureUnit, temperatureWords } from "../../units/temperature";
import type { Entry, EntryOf } from "../ledger/entry";
import type { EntryKind } from "../ledger/kinds";
import { readingWords } from "../words/readings";

const turned = (turns: number | null): string =>
  turns === null
    ? "set"
    : turns === 0
      ? "set, not turned"
      : `set, ${turnsWords(Math.abs(turns))} ${turns > 0 ? "in" : "out"}`;

const because = (reason: string | null): string => (reason === null ? "" : ` (${reason})`);

const WORDS: { readonly [K in EntryKind]: (entry: EntryOf<K>, temperatureUnit: TemperatureUnit) => string } = {
  arrived: (e) => `crank turned to stop ${e.stop}`,
  "crank-found": (e) => `crank found at ${e.stop === null ? `${e.deg}°` : `stop ${e.stop}`}`,
  reading: (e) =>
    `${e.valve} read ${e.pass === "set" ? "with its lock loose" : e.pass.replace("-", " ")}, ${readingWords(e)}`,
  slack: (e) => `${e.valve} found slack`,
  set: (e) => `${e.valve} ${turned(e.turns)}${e.locked ? "" : ", lock still loose"}`,
  locked: (e) => `${e.valve} locked`,
  left: (e) => `${e.valve} left${because(e.reason)}`,
  skipped: (e) => `${e.valve} left unread${because(e.reason)}`,
  reopened: (e) => `${e.valve} to be looked at again${because(e.reason)}`,
  zeroed: (e) => `${e.valve} brought to zero lash`,
  fitted: (e) => `${e.valve} fitted with ${e.lengthMm} mm`,
  "loaded-gap": (e) => `${e.valve} loaded gap, ${readingWords(e)}`,
  "closer-felt": (e) => `${e.valve} closer felt: ${e.felt}`,
  bridged: (e) => `bridge of ${e.valve} ${e.turned ? "set" : "looked at"}`,
  plugged: (e) => `${e.count} holes plugged`,
  ordered: (e) => `parts wanted: ${e.list}`,
  "bled-down": (e) => `went on before lifters had bled down${because(e.reason)}`,
  temperature: (e, unit) => `engine at ${temperatureWords(e.celsius, unit)}`,
  "turned-over": () => "turned over two full turns by hand",
  tightened: (e) => `${e.part} tightened`,
  "line-ticked": (e) => `a line ticked (${e.line}${e.round === 2 ? ", second round" : ""})${because(e.found)}`,
  "line-not-here": (e) => `a line called not here (${e.line})${because(e.reason)}`,
  answered: (e) => `a question answered: ${e.reason}`,
  checked: (e) => `${CLOSE_ITEM_NAMES[e.item]}${because(e.reason)}`,
  paused: (e) => `paused: ${e.reason}`,
  withdrawn: () => "the step before taken back",
  closed: () => "job closed",
  "called-off": (e) => `job called off${because(e.reason)}`,
  carried: (e) => `readings carried over from ${e.from}`,
  signed: () => "job signed",
};

/** One entry, without its person and its time. */
export const entryWords = (entry: Entry, temperatureUnit: TemperatureUnit = DEFAULT_TEMPERATURE_UNIT): string =>
  (WORDS[entry.kind] as (e: Entry, unit: TemperatureUnit) => string)(entry, temperatureUnit);
