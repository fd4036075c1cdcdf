/** What is left off: a valve that stays unread, and a whole job that counts for nothing. */
import { expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { jobFor, keptAfter, readBy } from "./jobs.testing";
import type { Entry, KeptEntry } from "./ledger/entry";
import { jobState, nextThing, refusal, standsWords } from "./run";
import { entryWords } from "./sheet/entryWords";

const FILE = engineFile(["1", "2"], { cam: MILD_CAM });
const job = jobFor(FILE, "firing-order");
let made = 0;
const entry = (kind: string, more: object = {}): Entry =>
  ({ id: `o${++made}`, supersedes: null, kind, ...more }) as unknown as Entry;
const kept = (...all: Entry[]): KeptEntry[] => all.reduce<KeptEntry[]>((k, e) => [...k, keptAfter(k, e)], []);
const skipped = (valve: string) => entry("skipped", { valve, reason: "Out of reach" });
const calledOff = () => entry("called-off", { reason: "Wrong engine" });
const arrived = entry("arrived", { stop: "A" });
const why = (before: readonly KeptEntry[], next: Entry): string | null =>
  refusal(job, jobState(job, before), next, { personId: "ada", nowMs: 0 });

it("a valve that is left unread is done, is not counted as locked, and can be taken up again", () => {
  const before = kept(arrived, skipped("1I"));
  const state = jobState(job, before);
  expect(state.valves.get("1I")).toMatchObject({ status: "done", left: null, skipped: { reason: "Out of reach" } });
  expect([state.doneCount, nextThing(job, state)]).toMatchObject([
    0,
    { kind: "read", valve: { valve: { id: "1E" } } },
  ]);
  const again = [...before, ...kept(entry("reopened", { valve: "1I", reason: "Reached it" }))];
  expect(jobState(job, again).valves.get("1I")).toMatchObject({ status: "due", skipped: null });
  expect(why(again, readBy({ id: "x", valve: "1I", stop: "A" }))).toBeNull();
  expect(entryWords(skipped("1I"))).toBe("1I left unread (Out of reach)");
});

it("nothing is left unread that was worked on", () => {
  const read = kept(arrived, readBy({ id: "r", valve: "1I", stop: "A" }));
  expect(why(read, skipped("1I"))).toMatch(/^1I was worked on already/);
  expect(why(read, skipped("1E"))).toBeNull();
  expect(why(kept(arrived, skipped("1I")), skipped("1I"))).toBeNull();
  expect(why(read, skipped("9X"))).toMatch(/not part of this job/);
});

it("while all are read as found first, a valve that is left unread is not waited for", () => {
  const survey = jobFor(FILE, "firing-order", { survey: true });
  const state = jobState(survey, kept(arrived, skipped("1I"), skipped("1E"), skipped("2I"), skipped("2E")));
  expect([state.surveying, state.doneCount]).toEqual([false, 0]);
});

it("a job that was called off ends there", () => {
  const before = kept(arrived, calledOff());
  const state = jobState(job, before);
  expect(state).toMatchObject({ ended: true, closed: null, calledOff: { reason: "Wrong engine" } });
  const next = nextThing(job, state);
  expect([next.kind, standsWords(job, state, next)]).toEqual(["closed", "Called off"]);
  for (const more of [arrived, calledOff(), entry("closed"), skipped("1I"), entry("withdrawn", { supersedes: "x" })])
    expect(why(before, more)).toMatch(/called off/);
  expect(why(before, entry("signed"))).toMatch(/nothing to sign/);
  expect(entryWords(calledOff())).toBe("job called off (Wrong engine)");
});

it("a job in which parts of the stock were fitted is finished, not called off", () => {
  const fitted = (more: object) =>
    entry("fitted", {
      valve: "1I",
      stop: "A",
      fromMm: 2.5,
      lengthMm: 2.6,
      partFrom: null,
      part: null,
      collets: null,
      ...more,
    });
  expect(why(kept(arrived, fitted({ partFrom: "part x" })), calledOff())).toMatch(/Parts were fitted/);
  expect(why(kept(arrived, fitted({})), calledOff())).toBeNull();
});
