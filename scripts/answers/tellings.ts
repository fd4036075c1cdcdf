/** The sentences of a played job, without their figures. */
import type { PlayedJob } from "./jobs";

/** How the picture marks every valve, and what a button would enter: not words. */
const NOT_TOLD = new Set(["marks", "action", "for"]);

/** Every value in a tree by its path; a list of plain values is one line, and what says nothing (null, empty) is left out. */
function leavesOf(value: unknown, path = "", into = new Map<string, string>()): Map<string, string> {
  if (value === null || value === undefined) return into;
  if (typeof value !== "object") return into.set(path, String(value));
  if (Array.isArray(value) && path !== "" && value.every((v) => v === null || typeof v !== "object"))
    return into.set(path, value.map(String).join(" · "));
  for (const [key, inner] of Object.entries(value))
    if (!NOT_TOLD.has(key)) leavesOf(inner, path === "" ? key : `${path}.${key}`, into);
  return into;
}

/** As it would be read back: maps as lists, nothing undefined. */
const plain = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value, (_, v: unknown) => (v instanceof Map || v instanceof Set ? [...v] : v)));

/** Where what is said to a person stands; the rest is the state of a job. */
const SAID = /^(opened\.(cautions\.\d+\.text|tools)|stands|told\.|refused)/;
const NAMES_ONLY = /\.(id|kind|key|value|tone|figure|at|action|panel)$/;

/** Valves, cylinders, stops and figures, by which alike sentences differ. */
const LEFT_OUT: readonly [RegExp, string][] = [
  [/\b(\d+[IEJ][a-d]?|\d+ (intake|exhaust|injector)( \(\w+\))?)(?![a-z])/g, "VALVE"],
  [/\b(mark|stop|Mark|Stop) [A-Z]{1,2}\b/g, "$1 #"],
  [/[−-]?\d*\.?\d+(?:[–/]\d*\.?\d+)?/g, "#"],
  [/# (mm|in|thou)\b/g, "SIZE"],
  [/(VALVE|#|SIZE)((?:,| ·| and| to)? \1)+/g, "$1"],
];

function saidAt(job: PlayedJob, path: RegExp): string[] {
  if ("notOpened" in job) return [];
  const texts = job.told.flatMap((said) => [...leavesOf(plain(said))]);
  return texts
    .filter(([at]) => path.test(at) && !NAMES_ONLY.test(at))
    .flatMap(([, text]) => text.split(/(?<=[.?!]) | · /))
    .map((text) =>
      LEFT_OUT.reduce((t, [what, by]) => t.replace(what, by), text)
        .replace(/^· /, "")
        .trim(),
    )
    .filter((text) => /[a-z]{3}/.test(text));
}

/** All sentences of a job. */
export const sentencesOf = (job: PlayedJob): string[] => saidAt(job, SAID);

/** Those that tell the next thing. */
export const titlesOf = (job: PlayedJob): string[] => saidAt(job, /^told\.title$/);
