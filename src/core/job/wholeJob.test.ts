/** Whatever lies under the blades, following the one next thing ends in a closed job, and nothing it asks for is refused. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { evolve, missingToClose, type Job, jobState } from "./run";
import { Mechanic } from "../mechanic/mechanic";
import { type Entry, liveEntries } from "./ledger/entry";
import { verdictOf } from "./ledger/readings";

import { SPEC, jobFor, mark, refusalAfter } from "./jobs.testing";
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
const newId = (): string => `e${++made}`;

/** A mechanic with a fine set: both leaves next to the true lash. */
function mechanicOf({ job, lashMm, shiftMm, learns }: Hand): Mechanic {
  const shift = (id: string): void => void (lashMm[id] = (lashMm[id] ?? 0) + shiftMm);
  return new Mechanic(
    {
      job,
      feel: ({ valve }) => {
        const lash = lashMm[valve.id] ?? 0;
        return {
          goes: mark(LEAVES.filter((l) => l <= lash + 1e-9).at(-1) ?? 0),
          noGo: mark(LEAVES.find((l) => l > lash + 1e-9) ?? 1),
        };
      },
      set: ({ valve: { id } }, stop) => {
        const aim = SPEC.nominalMm - shiftMm + 0.004;
        lashMm[id] = aim;
        if (!learns) shift(id);
        return { kind: "set", valve: id, stop, turns: 0.1, aimMm: aim, locked: !learns };
      },
      lock: shift,
    },
    newId,
  );
}

/** What is entered next; null at the end. */
function answer(mechanic: Mechanic, ledger: readonly Entry[]): Entry[] | null {
  const entered = mechanic.next(ledger);
  if (entered !== null && "waitMs" in entered) throw new Error("nothing waits in a lash job");
  return entered;
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
        const mechanic = mechanicOf({
          job,
          learns,
          shiftMm: shift / 100,
          lashMm: Object.fromEntries(job.valves.map((v, i) => [v.id, Math.max(0, 0.204 + (off[i] ?? 0) / 100)])),
        });
        const ledger: Entry[] = [];
        for (let step = 0; step < 400; step++) {
          const entries = answer(mechanic, ledger);
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
        const job = jobFor(FILE);
        const mechanic = mechanicOf({
          job,
          learns,
          shiftMm: shift / 100,
          lashMm: Object.fromEntries(FILE.valves.map((v, i) => [v.id, Math.max(0, 0.204 + (off[i] ?? 0) / 100)])),
        });
        const ledger: Entry[] = [];
        let followed = jobState(job, []);
        for (let step = 0; step < 500; step++) {
          const last = liveEntries(ledger).at(-1);
          const undo: Entry | null =
            undoAt.includes(step) && last !== undefined
              ? { id: newId(), kind: "withdrawn", supersedes: last.id }
              : null;
          const entries =
            undo !== null && refusalAfter(job, ledger, undo) === null ? [undo] : answer(mechanic, ledger);
          if (entries === null) break;
          for (const entry of entries) {
            ledger.push(entry);
            followed = evolve(job, followed, entry);
          }
          // One device saw it grow entry by entry, another was given all of it at once; and what was undone never was.
          const given = jobState(job, ledger);
          expect(followed).toEqual(given);
          expect(jobState(job, liveEntries(ledger))).toEqual(given);
        }
        expect(jobState(job, ledger).closed).not.toBeNull();
      }),
      { numRuns: runs(30) },
    );
  });
});
