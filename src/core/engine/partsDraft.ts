/**
 * What comes off an engine for the work and goes back on, while it is being typed: girdles and shafts, camshafts,
 * covers, bridges. Every field is text, what is wrong is said at once, and nothing typed is lost.
 */
import type {
  BridgeEntry,
  CamshaftEntry,
  CoverEntry,
  EngineFile,
  Seal,
  TightenedPart,
  CamDrive,
  TimedDrive,
  ValveEntry,
} from "./engineFile";
import { numbersIn } from "./numbersIn";

export interface LaterDraft {
  readonly name: string;
  /** "all", "intake", "bank 2", cylinders or valves: "1 2 3E". */
  readonly valves: string;
  readonly torque: string;
}
export interface CamshaftDraft extends LaterDraft {
  /** How its caps are loosened and tightened. */
  readonly caps: string;
}
export interface CoverDraft {
  readonly name: string;
  readonly seal: "" | Seal;
  readonly torque: string;
}

/** `file`: bridges as the file has them, which no choice of the form describes. */
export type BridgesDraft = "" | "intake" | "exhaust" | "both" | "file";

export interface PartsDraft {
  readonly later: readonly LaterDraft[];
  readonly camshafts: readonly CamshaftDraft[];
  readonly covers: readonly CoverDraft[];
  readonly bridges: BridgesDraft;
  readonly timedDrive: "" | TimedDrive;
  readonly camDrive: "" | CamDrive;
  readonly notes: string;
}

export type PartsField = "later" | "camshafts" | "covers" | "notes";

export const EMPTY_PARTS: PartsDraft = {
  later: [],
  camshafts: [],
  covers: [],
  bridges: "",
  timedDrive: "",
  camDrive: "",
  notes: "",
};

/** The parts of a file that this draft stands for. */
export type PartsOfFile = Pick<
  EngineFile,
  "tightenedLater" | "camshafts" | "covers" | "bridges" | "timedDrive" | "camDrive" | "notes"
>;
export const PARTS_SHOWN = [
  "tightenedLater",
  "camshafts",
  "covers",
  "bridges",
  "timedDrive",
  "camDrive",
  "notes",
] as const satisfies readonly (keyof PartsOfFile)[];

const MOST = { later: 24, camshafts: 16, covers: 16 } as const;
const MOST_NOTES = 2000;

/** What of the engine the names of valves are read by. */
interface Named {
  readonly valves: readonly ValveEntry[];
  readonly banks: readonly (readonly string[])[] | null;
  readonly cylinders: readonly string[];
}

/** What was typed, as the file has it; what can't be read is left out and said. Fields that are not shown stay. */
export function partsOf(
  draft: PartsDraft,
  engine: Named,
  rest: PartsOfFile,
  problems: Partial<Record<PartsField, string>>,
): PartsOfFile {
  const say = (field: PartsField) => (why: string) => void (problems[field] ??= why);
  const later = under(draft.later, engine, rest.tightenedLater, MOST.later, say("later"));
  const camshafts = under(draft.camshafts, engine, rest.camshafts, MOST.camshafts, say("camshafts"));
  const covers = coversOf(draft.covers, rest.covers, say("covers"));
  const bridges = bridgesOf(draft.bridges, engine, rest.bridges);
  if (draft.notes.length > MOST_NOTES)
    problems.notes ??= `Keep the notes within ${MOST_NOTES} characters: these are ${draft.notes.length}.`;
  return {
    ...(later.length === 0 ? {} : { tightenedLater: later }),
    ...(camshafts.length === 0 ? {} : { camshafts }),
    ...(covers.length === 0 ? {} : { covers }),
    ...(bridges.length === 0 ? {} : { bridges }),
    ...(draft.timedDrive === "" ? {} : { timedDrive: draft.timedDrive }),
    ...(draft.camDrive === "" ? {} : { camDrive: draft.camDrive }),
    ...(draft.notes.trim() === "" ? {} : { notes: draft.notes.trim() }),
  };
}

type Say = (why: string) => void;

/** Parts with the valves under them. A row in which nothing stands yet counts as none. */
function under<T extends TightenedPart | CamshaftEntry>(
  rows: readonly (LaterDraft & { readonly caps?: string })[],
  engine: Named,
  before: readonly T[] | undefined,
  most: number,
  say: Say,
): T[] {
  const read = rows.flatMap(({ name, valves, torque, caps = "" }) => {
    const typed = name.trim();
    if (typed === "" && valves.trim() === "" && torque.trim() === "" && caps.trim() === "") return [];
    if (typed === "") return told(say, "Give it a name, like girdle or front shaft.");
    const ids = valvesNamed(valves, engine);
    if ("why" in ids) return told(say, `${typed}: ${ids.why}`);
    const torqueNm = torqueOf(torque);
    if (torqueNm === null) return told(say, `${typed}: give the torque in Nm, above 0 and up to 500.`);
    const { torqueNm: _, caps: __, ...kept } = { torqueNm: 0, caps: "", ...before?.find((b) => b.name === typed) };
    return [
      {
        ...kept,
        name: typed,
        valves: ids.valves,
        ...(torqueNm === undefined ? {} : { torqueNm }),
        ...(caps.trim() === "" ? {} : { caps: caps.trim() }),
      } as unknown as T,
    ];
  });
  const twice = read.find((part, i) => read.findIndex((p) => p.name === part.name) !== i);
  if (twice !== undefined) say(`${twice.name} is named twice.`);
  if (read.length > most) say(`At most ${most} of them.`);
  return read;
}

function coversOf(rows: readonly CoverDraft[], before: readonly CoverEntry[] | undefined, say: Say): CoverEntry[] {
  const read = rows.flatMap(({ name, seal, torque }) => {
    const typed = name.trim();
    if (typed === "" && seal === "" && torque.trim() === "") return [];
    if (typed === "") return told(say, "Give the cover a name, like valve cover.");
    const torqueNm = torqueOf(torque);
    if (torqueNm === null) return told(say, `${typed}: give the torque in Nm, above 0 and up to 500.`);
    const { torqueNm: _, seal: __, ...kept } = { torqueNm: 0, seal: "", ...before?.find((b) => b.name === typed) };
    return [
      { ...kept, name: typed, ...(seal === "" ? {} : { seal }), ...(torqueNm === undefined ? {} : { torqueNm }) },
    ];
  });
  if (read.length > MOST.covers) say(`At most ${MOST.covers} of them.`);
  return read;
}

function told(say: Say, why: string): [] {
  say(why);
  return [];
}

/** Undefined where nothing is typed, null where it is no torque. */
function torqueOf(text: string): number | undefined | null {
  if (text.trim() === "") return undefined;
  const [nm, more] = numbersIn(text.replace(/\s*nm$/i, "")) ?? [];
  return nm === undefined || more !== undefined || nm <= 0 || nm > 500 ? null : nm;
}

const ROLE_WORDS: Readonly<Record<string, ValveEntry["role"]>> = {
  intake: "intake",
  intakes: "intake",
  exhaust: "exhaust",
  exhausts: "exhaust",
  injectors: "injector",
};

/** Valves as people name them: all of them, those of a role, of banks, of cylinders, or one by one. */
export function valvesNamed(
  text: string,
  { valves, banks, cylinders }: Named,
): { valves: string[] } | { why: string } {
  const words = text
    .toLowerCase()
    .replace(/bank\s+/g, "bank-")
    .split(/[\s,;]+/)
    .filter((w) => w !== "");
  if (words.length === 0) return { why: "say which valves are under it: all, intake, bank 1, 1 2, or 1I 1E." };
  const found = new Set<string>();
  for (const word of words) {
    const role = ROLE_WORDS[word];
    const bank = banks?.find((_, i) => word === `bank-${i + 1}`);
    const ids = valves.filter(
      (v) =>
        word === "all" ||
        v.role === role ||
        bank?.includes(v.cylinder) === true ||
        v.id.toLowerCase() === word ||
        (v.cylinder.toLowerCase() === word && cylinders.includes(v.cylinder)),
    );
    if (ids.length === 0) return { why: `there is no valve ${word.replace("bank-", "of bank ")}.` };
    for (const { id } of ids) found.add(id);
  }
  return { valves: valves.map((v) => v.id).filter((id) => found.has(id)) };
}

function bridgesOf(draft: BridgesDraft, engine: Named, before: EngineFile["bridges"]): readonly BridgeEntry[] {
  if (draft === "file") return before ?? [];
  const roles = draft === "" ? [] : draft === "both" ? (["intake", "exhaust"] as const) : ([draft] as const);
  return engine.cylinders.flatMap((cylinder) =>
    roles
      .filter((role) => engine.valves.some((v) => v.cylinder === cylinder && v.role === role))
      .map((role) => ({ cylinder, role })),
  );
}

/** A draft that shows what a file has. */
export function partsDraftOf(file: EngineFile): PartsDraft {
  const torque = (nm: number | undefined): string => (nm === undefined ? "" : String(nm));
  const valves = (ids: readonly string[]): string =>
    ids.length === file.valves.length && file.valves.every((v) => ids.includes(v.id)) ? "all" : ids.join(" ");
  return {
    later: (file.tightenedLater ?? []).map((p) => ({
      name: p.name,
      valves: valves(p.valves),
      torque: torque(p.torqueNm),
    })),
    camshafts: (file.camshafts ?? []).map((c) => ({
      name: c.name,
      valves: valves(c.valves),
      torque: torque(c.torqueNm),
      caps: c.caps ?? "",
    })),
    covers: (file.covers ?? []).map((c) => ({ name: c.name, seal: c.seal ?? "", torque: torque(c.torqueNm) })),
    bridges: bridgesDraftOf(file),
    timedDrive: file.timedDrive ?? "",
    camDrive: file.camDrive ?? "",
    notes: file.notes ?? "",
  };
}

function bridgesDraftOf(file: EngineFile): BridgesDraft {
  const has = file.bridges ?? [];
  if (has.length === 0) return "";
  const same = (choice: BridgesDraft): boolean => {
    const made = bridgesOf(choice, { valves: file.valves, banks: null, cylinders: file.cylinders }, undefined);
    return (
      made.length === has.length &&
      has.every(
        (b) => Object.keys(b).length === 2 && made.some((m) => m.cylinder === b.cylinder && m.role === b.role),
      )
    );
  };
  return (["intake", "exhaust", "both"] as const).find(same) ?? "file";
}
