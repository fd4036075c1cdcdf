/**
 * The kinds of entries of a job's ledger, each described once. From here follow the types of entries, the columns
 * that they fill, the mapping to rows and back, what the server validates, and what the database knows of kinds.
 */
import { SCHOOLS } from "../../lash/school";
import { ZERO_SCHOOLS } from "../../preload/zeroLash";
import { FELTS } from "../../shims/tries";
import { byServer, entryId, flag, leaf, name, number, optional, orNull, reason, text, unsaid, word } from "./fields";

/**
 * `as-found` before anything was turned at this valve, `set` after turning with the lock loose,
 * `as-left` after locking, `re-check` once more after it was left.
 */
export const PASSES = ["as-found", "set", "as-left", "re-check"] as const;
export type Pass = (typeof PASSES)[number];

/** How a reading is felt: by a school of leaves, held from a gauge, or by wires at a lifter's plunger. */
export const READING_SCHOOLS = [...SCHOOLS, "gauge", "wire"] as const;
export type ReadingSchool = (typeof READING_SCHOOLS)[number];

export const OPENER_CLOSER_PARTS = ["opener", "closer"] as const;
export type OpenerCloserPart = (typeof OPENER_CLOSER_PARTS)[number];

/** What is done once before a job is closed; `recheck` stands for leaving the re-check out. */
export const CLOSE_ITEMS = ["recheck", "plugs", "locks", "cleared", "covers", "drive", "started"] as const;
export type CloseItem = (typeof CLOSE_ITEMS)[number];

/** After two turns by hand all valves are read once more, or those whose lash was changed since the last two turns. */
export const REREADS = ["all", "set"] as const;
export type Rereads = (typeof REREADS)[number];

/**
 * What an entry does to the valve that it is about:
 * - `changes-lash`: its lash (or preload) is another one after it, and every reading before it is out of date;
 * - `changes-lash-if-turned`: only where its field `turned` says so;
 * - `only-felt`: the valve is as it was, and its last reading stands;
 * - `records`: read, locked, left or opened again: no gap is changed by the entry itself.
 */
export const EFFECTS = ["changes-lash", "changes-lash-if-turned", "only-felt", "records"] as const;
export type Effect = (typeof EFFECTS)[number];

/** Whether the crank stood already where it was found; if it may have, what was done there since is done again. */
export const STOOD_THERE = ["yes", "no", "unsure"] as const;
export type StoodThere = (typeof STOOD_THERE)[number];

const valve = name("valve");
const stop = name("stop");
const turns = (column: "turns" | "foundTurns" | "apartTurns", least: number, most: number) =>
  number(column, {
    least,
    most,
    says: "Give the turns as a number.",
    range: `Turns lie between ${least} and ${most} here.`,
  });
const partMm = (column: "fromMm" | "lengthMm") =>
  number(column, {
    least: 0,
    most: 999,
    above: true,
    says: "A part has a length.",
    range: "No part is over 999 mm long: check the unit.",
  });

export const ENTRY_KINDS = {
  /** The crank was turned to a stop of the route, and its sign was checked. */
  arrived: { effect: "records", fields: { stop } },
  /** The crank was found elsewhere than was thought. */
  "crank-found": {
    effect: "records",
    fields: {
      /** The stop of the route at which it was found; null at none. */
      stop: orNull(stop),
      /** The crank angle that was found. */
      deg: number("count", {
        least: 0,
        most: 719,
        whole: true,
        says: "Give the crank angle as a number.",
        range: "A crank angle lies between 0 and 719 degrees.",
      }),
      /** Whether it stood there already while valves were worked on since it was last proved. */
      stoodThere: word("subject", STOOD_THERE),
    },
  },
  /** A gap by leaves or gauge, or a plunger's depth by wires: at least `goes`, under `noGo`. */
  reading: {
    effect: "records",
    fields: {
      valve,
      stop,
      pass: word("pass", PASSES),
      goes: leaf("goesMm", "goesText"),
      noGo: leaf("noGoMm", "noGoText"),
      school: unsaid(word("school", READING_SCHOOLS), "go-no-go"),
      /** The leaf that dragged, or what the gauge held; null where two leaves make the reading. */
      value: optional(leaf("valueMm", "valueText")),
      /** The set or the gauge that was in hand; null for the job's own set. */
      instrument: optional(name("instrument")),
      /** Why it was read although this stop does not serve the valve; null when it does. */
      reason: orNull(reason()),
    },
  },
  /** Its adjuster was run down by hand, or is new: there is no gap to find, and setting begins with the leaf in. */
  slack: { effect: "records", fields: { valve, stop } },
  /** The adjuster was turned. Signed turns as advised, positive = in; null when not computed. */
  set: {
    effect: "changes-lash",
    fields: {
      valve,
      stop,
      turns: orNull(turns("turns", -50, 50)),
      /** What was aimed at before locking; null when not known. */
      aimMm: optional(
        number("aimMm", {
          least: -10,
          most: 10,
          says: "Give the target in mm.",
          range: "A target lies within 10 mm.",
        }),
      ),
      /** True when it was locked in the same go; false while its lock is loose. */
      locked: unsaid(flag("locked"), true),
    },
  },
  /** The lock of an adjuster that had been turned was tightened. */
  locked: { effect: "records", fields: { valve, stop } },
  /** The valve is done: the entry named is its as-left, a reading or the turn that set a preload. */
  left: {
    effect: "records",
    fields: {
      valve,
      reading: entryId("readingId"),
      /** Why it is left outside its band; null when it is in. */
      reason: orNull(reason()),
    },
  },
  /** A valve that nothing was done at is left unread: it can't be reached, or something is broken. */
  skipped: { effect: "records", fields: { valve, reason: reason() } },
  /** A valve that was done is to be looked at again. */
  reopened: { effect: "records", fields: { valve, reason: reason() } },
  /** A hydraulic lifter was brought to zero lash: turns are counted from here. */
  zeroed: {
    effect: "changes-lash",
    fields: {
      valve,
      stop,
      school: word("zeroSchool", ZERO_SCHOOLS),
      /** The turns it took out to come here, as it was found; null when not counted. */
      foundTurns: optional(turns("foundTurns", 0, 20)),
      /**
       * Felt the other way only to compare: how many turns from the valve's zero, positive = further in; null when
       * this is the zero.
       */
      apartTurns: optional(turns("apartTurns", -5, 5)),
      /** Why it was set although this stop does not serve the valve; null when it does. */
      reason: orNull(reason()),
    },
  },
  /** A part that sets the gap by its length or thickness was fitted. */
  fitted: {
    effect: "changes-lash",
    fields: {
      valve,
      stop,
      /** What was taken out, in mm; null when it was not measured. */
      fromMm: orNull(partMm("fromMm")),
      lengthMm: partMm("lengthMm"),
      /** Where it comes from: a valve of this engine, a part in stock; null where nobody keeps count. */
      partFrom: byServer(text("partFrom", 80)),
      /** Which of the two parts of a positively closed valve; null on all else. */
      part: byServer(word("part", OPENER_CLOSER_PARTS)),
      /** How the collets went in, as it was said; null when nothing was. */
      collets: byServer(text("reason", 300)),
      /** With what the part that came out was measured; null = by its mark, by leaves, or not at all. */
      instrument: optional(name("instrument")),
    },
  },
  /** The gap with the closing rocker pressed home: opener and closer gap together. */
  "loaded-gap": {
    effect: "only-felt",
    fields: { valve, stop, goes: leaf("goesMm", "goesText"), noGo: leaf("noGoMm", "noGoText") },
  },
  /** The cam was turned over the closer's base circle, and this was felt. */
  "closer-felt": { effect: "only-felt", fields: { valve, stop, felt: word("felt", FELTS, "Say what was felt.") } },
  /** The bridge over two valves was looked at: both touch, with or without its screw having been turned. */
  bridged: { effect: "changes-lash-if-turned", fields: { valve, stop, turned: flag("turned") } },
  /** Holes near the work were plugged and counted, and this is the state in which all is felt. */
  plugged: {
    effect: "records",
    fields: {
      count: number("count", {
        least: 0,
        most: 99,
        whole: true,
        says: "Give the count as a number.",
        range: "A count lies between 0 and 99.",
      }),
      /** Belts, springs and clips, on or off, in words. */
      gear: text("subject", 300),
    },
  },
  /** Parts were ordered, or laid out: what was wanted, as it was written. */
  ordered: { effect: "records", fields: { list: text("subject", 2000) } },
  /** Said before the wait was over: squeezed lifters have bled down. */
  "bled-down": { effect: "records", fields: { reason: reason() } },
  /** The temperature of the engine, taken during the job. */
  temperature: {
    effect: "records",
    fields: {
      celsius: number("celsius", {
        least: -60,
        most: 250,
        says: "Give the temperature as a number.",
        range: "A temperature below -60 °C or above 250 °C can't be right.",
      }),
    },
  },
  /** The engine was turned over two full turns by hand. */
  "turned-over": {
    effect: "records",
    fields: {
      /** What is read once more after it; null where nobody was asked: all the first time, later what was set since. */
      rereads: optional(word("subject", REREADS)),
    },
  },
  /** A girdle, a spacer or a rocker shaft was tightened: every valve under it is read again. */
  tightened: { effect: "records", fields: { part: name("subject") } },
  /** A line of a check was done, or gone over once more; with what was read there, and what was found. */
  "line-ticked": {
    effect: "records",
    fields: {
      line: name("subject"),
      round: number("count", {
        least: 1,
        most: 2,
        whole: true,
        says: "Say which round it is.",
        range: "A line has 1 or 2 rounds.",
      }),
      /** Where the crank stood; null where it may stand anywhere. */
      stop: optional(stop),
      reading: optional(leaf("valueMm", "valueText")),
      found: optional(reason()),
    },
  },
  /** A line of a check has no place on this engine, and why. */
  "line-not-here": { effect: "records", fields: { line: name("subject"), reason: reason() } },
  /** A question that the readings raised was answered, with what was found. */
  answered: { effect: "records", fields: { question: name("subject"), reason: reason() } },
  checked: {
    effect: "records",
    fields: {
      item: word("subject", CLOSE_ITEMS),
      /** Why it was not done; null when it was. */
      reason: orNull(reason()),
    },
  },
  /** Work was broken off: whoever comes back says first where the crank is. */
  paused: { effect: "records", fields: { reason: reason() } },
  /** Takes back the entry that it supersedes. */
  withdrawn: { effect: "records", fields: {} },
  closed: { effect: "records", fields: {} },
  /** The readings behind it were taken in another job, that was begun under wrong figures. */
  carried: { effect: "records", fields: { from: text("subject", 120) } },
  /** Begun by mistake, or under wrong figures: it is kept, and counts for nothing. */
  "called-off": { effect: "records", fields: { reason: reason() } },
  /** A second person checked the closed job. */
  signed: { effect: "records", fields: {} },
} as const satisfies Readonly<Record<string, KindShape>>;

interface KindShape {
  readonly effect: Effect;
  readonly fields: Readonly<Record<string, import("./fields").Field<unknown>>>;
}

export type EntryKind = keyof typeof ENTRY_KINDS;
export const ENTRY_KIND_NAMES = Object.keys(ENTRY_KINDS) as EntryKind[];

/** Whether entries of a kind are about one valve. */
export const isAtValve = (kind: EntryKind): boolean => "valve" in ENTRY_KINDS[kind].fields;
