/**
 * When a valve must be read once more: whatever changed its lash since the engine was last turned over, or under what
 * is tightened over it.
 */
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { rereadsToCome } from "./closeOut/rereads";
import type { AnyTask, JobOf } from "./job";
import { jobFor, jobOn } from "./jobs.testing";
import type { Draft, LedgerEntry } from "./ledger/entry";
import { changesLash } from "./ledger/entry";
import { ENTRY_KINDS, ENTRY_KIND_NAMES } from "./ledger/kinds";
import { type Job, jobState } from "./run";
import type { OpenerCloserTask } from "./tasks/openerCloser/plan";
import type { ShimsTask } from "./tasks/shims/plan";

let made = 0;
const ledger = (drafts: readonly Draft[]): LedgerEntry[] =>
  drafts.map((d): LedgerEntry => ({ ...d, id: `e${++made}`, supersedes: null }) as LedgerEntry);
const leaf = (mm: number) => ({ mm, text: `${mm} mm` });
const STOP = "A";
const reading = (valve: string, pass: "as-found" | "as-left" | "re-check"): Draft => ({
  kind: "reading",
  valve,
  stop: STOP,
  pass,
  goes: leaf(0.2),
  noGo: leaf(0.25),
  school: "go-no-go",
  value: null,
  instrument: null,
  reason: null,
});
const left = (valve: string): Draft => ({ kind: "left", valve, reading: "x", reason: null });
const fitted = (valve: string, part: "closer" | null): Draft => ({
  kind: "fitted",
  valve,
  stop: STOP,
  fromMm: 2.5,
  lengthMm: 2.6,
  partFrom: null,
  part,
  collets: null,
  instrument: null,
});
const TURNED_OVER: Draft = { kind: "turned-over", rereads: null };
const statuses = (job: JobOf<AnyTask>, drafts: readonly Draft[]): string[] =>
  [...jobState(job as Job, ledger(drafts)).valves.values()].map((v) => v.status);

const FILE = engineFile(["1"], { cam: MILD_CAM });
const SCREWS = jobFor(FILE, "firing-order");
const CLOSERS = jobOn<OpenerCloserTask>(
  FILE,
  { kind: "opener-closer", plan: { closerAimMm: 0, closerHighMm: 0.02, fittedMm: {} } },
  "firing-order",
);
const SHIMS = jobOn<ShimsTask>(
  FILE,
  { kind: "shims", plan: { kind: "shim-over", diameterMm: 29, fittedMm: {} } },
  "firing-order",
);

/** Both valves read, left, turned over, read once more and left. */
const CHECKED_ONCE: readonly Draft[] = [
  { kind: "arrived", stop: STOP },
  reading("1I", "as-found"),
  left("1I"),
  reading("1E", "as-found"),
  left("1E"),
  TURNED_OVER,
  reading("1I", "re-check"),
  left("1I"),
  reading("1E", "re-check"),
  left("1E"),
];

describe("turned over by hand", () => {
  it("the first time every valve is due, later only one whose lash was changed in between", () => {
    expect(statuses(SCREWS, CHECKED_ONCE.slice(0, 6))).toEqual(["due", "due"]);
    expect(statuses(SCREWS, CHECKED_ONCE)).toEqual(["done", "done"]);
    expect(statuses(SCREWS, [...CHECKED_ONCE, TURNED_OVER])).toEqual(["done", "done"]);
  });
  it("a closer that was fitted after the first re-check is read again after the next two turns", () => {
    const exchanged = [
      ...CHECKED_ONCE,
      fitted("1I", "closer"),
      { kind: "closer-felt", valve: "1I", stop: STOP, felt: "free" } as const,
      reading("1I", "as-left"),
      left("1I"),
    ];
    expect(statuses(CLOSERS, exchanged)).toEqual(["done", "done"]);
    expect(statuses(CLOSERS, [...exchanged, TURNED_OVER])).toEqual(["due", "done"]);
    expect(jobState(CLOSERS as Job, ledger(exchanged)).turnOverNeeded).toBe(true);
  });
  it.each(ENTRY_KIND_NAMES.filter((kind) => "valve" in ENTRY_KINDS[kind].fields))(
    "%s makes its valve due, if it changes the lash and only then",
    (kind) => {
      for (const turned of [true, false]) {
        const entry = { kind, valve: "1I", stop: STOP, pass: "re-check", locked: true, turned, ...leaves } as Draft;
        const after = statuses(SCREWS, [...CHECKED_ONCE, entry, left("1I"), TURNED_OVER]);
        const { effect } = ENTRY_KINDS[kind];
        const changes = effect === "changes-lash" || (effect === "changes-lash-if-turned" && turned);
        expect(after).toEqual([changes ? "due" : "done", "done"]);
        expect(changesLash(ledger([entry])[0] as LedgerEntry)).toBe(changes);
      }
    },
  );
});
const leaves = { goes: leaf(0.2), noGo: leaf(0.25), felt: "free", reason: "x", school: "go-no-go" };

describe("what is tightened over valves", () => {
  const SHAFT = [{ name: "rocker shaft", valves: ["1I"] }];
  it.each<[string, JobOf<AnyTask>, Draft]>([
    ["a part fitted", { ...SHIMS, tightenedLater: SHAFT }, fitted("1I", null)],
    ["a closer fitted", { ...CLOSERS, tightenedLater: SHAFT }, fitted("1I", "closer")],
    [
      "a screw turned",
      { ...SCREWS, tightenedLater: SHAFT },
      { kind: "set", valve: "1I", stop: STOP, turns: 0.1, aimMm: 0.2, locked: true },
    ],
    [
      "a bridge's screw turned",
      { ...SCREWS, tightenedLater: SHAFT },
      { kind: "bridged", valve: "1I", stop: STOP, turned: true },
    ],
  ])("is tightened again: %s under it", (_name, job, change) => {
    const tight: Draft[] = [...CHECKED_ONCE.slice(0, 5), { kind: "tightened", part: "rocker shaft" }];
    const state = (drafts: readonly Draft[]) => jobState(job as Job, ledger(drafts));
    expect(state(tight).untightened).toEqual([]);
    expect(statuses(job, tight)).toEqual(["due", "done"]);
    expect(state([...tight, change]).untightened).toHaveLength(1);
    expect(state([...tight, change, left("1I")]).untightened).toHaveLength(1);
    const other = { ...change, valve: "1E" } as Draft;
    expect(state([...tight, other]).untightened).toEqual([]);
  });
});

describe("what two turns by hand will ask for", () => {
  const file = engineFile(["1", "2"], { cam: MILD_CAM });
  const girdled = jobFor(file, "firing-order", { tightenedLater: [{ name: "girdle", valves: ["2I", "2E"] }] });
  const set = (valve: string): Draft => ({ kind: "set", valve, stop: STOP, turns: null, aimMm: 0.2, locked: true });
  const done = (valve: string): Draft[] => [reading(valve, "as-found"), left(valve)];
  const made = (job: JobOf<AnyTask>, drafts: readonly Draft[], sector?: "aircraft" | "marine" | "diesel") => {
    const { valves, usual, closedForLong } = rereadsToCome(
      sector === undefined ? file : { ...file, sector },
      job,
      jobState(job as Job, ledger(drafts)),
    );
    return [valves.map((v) => v.id), usual, closedForLong];
  };
  const all = ["1I", "1E", "2I", "2E"].flatMap(done);

  it("is what was set, and what lies under a part that was tightened since", () => {
    const plain = jobFor(file, "firing-order");
    expect(made(plain, all)).toEqual([[], "set", false]);
    expect(made(plain, [...all, set("1E")])).toEqual([["1E"], "set", false]);
    const tightened: Draft = { kind: "tightened", part: "girdle" };
    expect(made(girdled, [...all, tightened])).toEqual([["2I", "2E"], "set", false]);
    expect(made(plain, ["1I", "1E", "2I", "2E"].map(set))).toEqual([["1I", "1E", "2I", "2E"], "all", false]);
  });

  it("is all of them where the engine is closed up for long", () => {
    expect((["aircraft", "marine", "diesel"] as const).map((s) => made(girdled, all, s).slice(1))).toEqual([
      ["all", true],
      ["all", true],
      ["set", false],
    ]);
  });
});
