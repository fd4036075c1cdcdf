/** A first build: its adjusters are run down, and nothing is there to be found. */
import { expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { jobFor, keptAfter, readBy } from "./jobs.testing";
import type { Entry, KeptEntry } from "./ledger/entry";
import { jobState, nextThing } from "./run";
import { entryWords } from "./sheet/entryWords";

const FILE = engineFile(["1", "2"], { cam: MILD_CAM });
let made = 0;
const entry = (kind: string, more: object = {}): Entry =>
  ({ id: `s${++made}`, supersedes: null, kind, ...more }) as unknown as Entry;
const kept = (...all: Entry[]): KeptEntry[] => all.reduce<KeptEntry[]>((k, e) => [...k, keptAfter(k, e)], []);
const slack = (valve: string) => entry("slack", { valve, stop: "A" });
const at = (valve: string) => ({ valve, stop: "A" });

it("a slack valve has no as-found, is set next, and read as left", () => {
  const job = jobFor(FILE, "firing-order");
  const before = kept(entry("arrived", { stop: "A" }), slack("1I"));
  const state = jobState(job, before);
  expect(state.valves.get("1I")).toMatchObject({ status: "slack", asFound: null, last: null, verdict: null });
  expect(nextThing(job, state)).toMatchObject({ kind: "set", valve: { valve: { id: "1I" } } });
  const set = entry("set", { ...at("1I"), turns: null, aimMm: 0.2, locked: true });
  const after = jobState(job, [...before, ...kept(set)]);
  expect(nextThing(job, after)).toMatchObject({ kind: "read", valve: { status: "locked" } });
  expect(entryWords(slack("1I"))).toBe("1I found slack");
});

it("while all are read as found first, slack counts as read, and waits for the others", () => {
  const job = jobFor(FILE, "firing-order", { survey: true });
  const one = jobState(job, kept(entry("arrived", { stop: "A" }), slack("1I")));
  expect(one.surveying).toBe(true);
  expect(nextThing(job, one)).toMatchObject({ kind: "read", valve: { valve: { id: "1E" } } });
  const both = jobState(job, kept(entry("arrived", { stop: "A" }), slack("1I"), slack("1E")));
  expect(nextThing(job, both)).toMatchObject({ kind: "turn" });
  const read = (id: string, valve: string) => readBy({ id, valve, stop: "B" });
  const all = kept(
    entry("arrived", { stop: "A" }),
    slack("1I"),
    slack("1E"),
    entry("arrived", { stop: "B" }),
    read("a", "2I"),
    read("b", "2E"),
  );
  expect(jobState(job, all).surveying).toBe(false);
});
