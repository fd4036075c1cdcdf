/** Whatever lies under the blades, following the one next thing ends in a closed job, and nothing it asks for is refused. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { evolve, missingToClose, type Job, nextThing, jobState } from "./run";
import { type Entry, type ReadingEntry, liveEntries } from "./ledger/entry";
import { verdictOf } from "./ledger/readings";

import { SPEC, jobFor, passNow, refusalAfter } from "./jobs.testing";
import { runs } from "../units/runs.testing";

const FILE = engineFile(["1", "2", "4", "3"], { cam: MILD_CAM });
const LEAVES = Array.from({ length: 60 }, (_, i) => (i + 1) / 100);

interface Hand {
  readonly job: Job;
  readonly lashMm: Record<string, number>;
  readonly shiftMm: number;
  /** Reads before locking as well. */
  readonly learns: boolean;
}

let made = 0;
const fresh = () => ({ id: `e${++made}`, supersedes: null });
const mark = (mm: number) => ({ mm, text: `${mm.toFixed(2)} mm` });

/** A fine set: both leaves next to the true lash. */
function read({ job, lashMm }: Hand, ledger: readonly Entry[], valve: string): ReadingEntry {
  const lash = lashMm[valve] ?? 0;
  const goes = LEAVES.filter((l) => l <= lash + 1e-9).at(-1) ?? 0;
  const noGo = LEAVES.find((l) => l > lash + 1e-9) ?? 1;
  return {
    ...fresh(),
    kind: "reading",
    valve,
    stop: jobState(job, ledger).stop?.letter ?? "",
    pass: passNow(job, ledger, valve),
    goes: mark(goes),
    noGo: mark(noGo),
    school: "go-no-go",
    value: null,
    instrument: null,
    reason: null,
  };
}

/** What a mechanic enters when the next thing is asked of them; null at the end. */
function answer(hand: Hand, ledger: readonly Entry[]): Entry[] | null {
  const { job, lashMm } = hand;
  const state = jobState(job, ledger);
  const next = nextThing(job, state);
  const stop = state.stop?.letter ?? "";
  switch (next.kind) {
    case "closed":
      return null;
    case "turn":
      return [{ ...fresh(), kind: "arrived", stop: next.to.letter }];
    case "confirm":
      return [{ ...fresh(), kind: "arrived", stop: next.at.letter }];
    case "turn-over":
      return [
        { ...fresh(), kind: "turned-over", rereads: null },
        { ...fresh(), kind: "arrived", stop: next.to.letter },
      ];
    case "tighten":
      return [{ ...fresh(), kind: "tightened", part: next.part.name }];
    case "answer":
      return [{ ...fresh(), kind: "answered", question: next.question.id, reason: "looked at" }];
    case "check":
      return [{ ...fresh(), kind: "checked", item: next.item, reason: null }];
    case "close":
      return [{ ...fresh(), kind: "closed" }];
    case "lock":
      lashMm[next.valve.valve.id] = (lashMm[next.valve.valve.id] ?? 0) + hand.shiftMm;
      return [{ ...fresh(), kind: "locked", valve: next.valve.valve.id, stop }];
    case "task":
    case "wait":
    case "bridge":
      throw new Error(`no ${next.kind} in a lash job`);
    case "set": {
      const { id } = next.valve.valve;
      const aim = SPEC.nominalMm - hand.shiftMm + 0.004;
      lashMm[id] = hand.learns ? aim : aim + hand.shiftMm;
      return [{ ...fresh(), kind: "set", valve: id, stop, turns: 0.1, aimMm: aim, locked: !hand.learns }];
    }
    case "read": {
      const { valve, status, verdict, last } = next.valve;
      if (status === "read" && verdict === "in" && last !== null)
        return [{ ...fresh(), kind: "left", valve: valve.id, reading: last.id, reason: null }];
      return [read(hand, ledger, valve.id)];
    }
  }
}

const hands = fc.record({
  off: fc.array(fc.integer({ min: -20, max: 30 }), { minLength: 8, maxLength: 8 }),
  shift: fc.integer({ min: -3, max: 2 }),
  learns: fc.boolean(),
  survey: fc.boolean(),
  toAim: fc.boolean(),
  girdle: fc.boolean(),
  method: fc.constantFrom("two-stop" as const, "firing-order" as const),
});

describe("following the next thing", () => {
  it("closes every job: nothing asked for is refused, every valve is read again after two turns, all are in their bands", () => {
    fc.assert(
      fc.property(hands, ({ off, shift, learns, survey, toAim, girdle, method }) => {
        const job = jobFor(FILE, method, {
          survey,
          allToAimMm: toAim ? 0.03 : null,
          tightenedLater: girdle ? [{ name: "girdle", valves: ["1I", "1E", "2I", "2E"] }] : [],
        });
        const hand: Hand = {
          job,
          learns,
          shiftMm: shift / 100,
          lashMm: Object.fromEntries(job.valves.map((v, i) => [v.id, Math.max(0, 0.204 + (off[i] ?? 0) / 100)])),
        };
        const ledger: Entry[] = [];
        for (let step = 0; step < 400; step++) {
          const entries = answer(hand, ledger);
          if (entries === null) break;
          for (const entry of entries) {
            expect(refusalAfter(job, ledger, entry)).toBeNull();
            ledger.push(entry);
          }
        }
        const state = jobState(job, ledger);
        expect(state.closed).not.toBeNull();
        expect(missingToClose(job, state)).toEqual([]);
        const turnedOver = ledger.findIndex((e) => e.kind === "turned-over");
        for (const v of state.valves.values()) {
          expect(v.last === null ? null : verdictOf(v.last, SPEC)).toBe("in");
          expect(ledger.slice(turnedOver).some((e) => e.kind === "reading" && e.valve === v.valve.id)).toBe(true);
        }
        const firstSet = ledger.findIndex((e) => e.kind === "set");
        if (survey && firstSet !== -1)
          expect(
            new Set(ledger.slice(0, firstSet).flatMap((e) => (e.kind === "reading" ? [e.valve] : []))).size,
          ).toBe(job.valves.length);
      }),
      { numRuns: runs(60) },
    );
  });

  it("is the same from any device: the next thing follows from the ledger alone, whatever was undone on the way", () => {
    fc.assert(
      fc.property(hands, fc.array(fc.nat(40), { maxLength: 6 }), ({ off, shift, learns }, undoAt) => {
        const hand: Hand = {
          job: jobFor(FILE),
          learns,
          shiftMm: shift / 100,
          lashMm: Object.fromEntries(FILE.valves.map((v, i) => [v.id, Math.max(0, 0.204 + (off[i] ?? 0) / 100)])),
        };
        const ledger: Entry[] = [];
        let followed = jobState(hand.job, []);
        for (let step = 0; step < 500; step++) {
          const last = liveEntries(ledger).at(-1);
          const undo: Entry | null =
            undoAt.includes(step) && last !== undefined
              ? { ...fresh(), kind: "withdrawn", supersedes: last.id }
              : null;
          const entries =
            undo !== null && refusalAfter(hand.job, ledger, undo) === null ? [undo] : answer(hand, ledger);
          if (entries === null) break;
          for (const entry of entries) {
            ledger.push(entry);
            followed = evolve(hand.job, followed, entry);
          }
          // One device saw it grow entry by entry, another was given all of it at once; and what was undone never was.
          const given = jobState(hand.job, ledger);
          expect(followed).toEqual(given);
          expect(jobState(hand.job, liveEntries(ledger))).toEqual(given);
        }
        expect(jobState(hand.job, ledger).closed).not.toBeNull();
      }),
      { numRuns: runs(30) },
    );
  });
});
