/** A whole dry-gap job: all gaps read, parts ordered in one go, fitted, and read again. */
import { describe, expect, it } from "vitest";
import type { DryGapTask } from ".";
import { MILD_CAM, engineFile } from "../../../engine/testEngines";
import { fixedGear, isFixed } from "../../../preload/lengths";
import type { JobOf } from "../../job";
import { keptAfter, jobOn, nextKind, refusalAfter } from "../../jobs.testing";
import type { Entry, KeptEntry, ReadingEntry } from "../../ledger/entry";
import { jobState, nextThing } from "../../run";
import { lengthDemands, orderLines } from "./plan";

const T0 = Date.parse("2026-11-25T10:00:00Z");
let made = 0;
const fresh = () => ({ id: `e${++made}`, supersedes: null });
type Work<E extends Entry = Entry> = E extends Entry ? Omit<E, "id" | "supersedes"> : never;
const arrived = (stop: string) => ({ kind: "arrived", stop }) as const;

const RODS = fixedGear({ kind: "fixed", ratio: 1.3, lengths: [228.6, 229.4, 230.2], fitted: 229.4 });
const PLAN = isFixed(RODS) ? { gear: RODS, fittedMm: {} } : null;
const gapJob = (): JobOf<DryGapTask> =>
  jobOn<DryGapTask>(engineFile(["1", "2"], { cam: MILD_CAM }), { kind: "dry-gap", plan: PLAN }, "firing-order", {
    survey: true,
    valves: engineFile(["1", "2"]).valves.map((v) => ({
      ...v,
      spec: { nominalMm: 1.4, lowMm: 0.7, highMm: 2.05, assumedBand: false },
    })),
  });
const gap = (valve: string, stop: string, mm: number, pass: ReadingEntry["pass"] = "as-found") =>
  ({
    kind: "reading",
    valve,
    stop,
    pass,
    goes: { mm, text: `${mm} mm` },
    noGo: { mm: mm + 0.1, text: `${mm + 0.1} mm` },
    school: "go-no-go",
    value: null,
    instrument: null,
    reason: null,
  }) as const;

describe("a dry-gap job", () => {
  it("reads all, orders in one go, fits, and reads again", () => {
    const job = gapJob();
    const entries: KeptEntry[] = [];
    const gaps: Record<string, number> = { "1I": 1.4, "1E": 0.5, "2I": 2.2, "2E": 1.3 };
    const kinds: string[] = [];
    for (let step = 0; step < 60; step++) {
      const state = jobState(job, entries);
      const next = nextThing(job, state);
      const stop = state.stop?.letter ?? "";
      if (kinds.at(-1) !== nextKind(next)) kinds.push(nextKind(next));
      const now: Work[] = ((): Work[] => {
        switch (next.kind) {
          case "turn":
            return [arrived(next.to.letter)];
          case "task":
            expect(PLAN === null ? [] : orderLines(lengthDemands(PLAN, state), PLAN)).toEqual([
              "1 of 228.60 mm for 1E",
              "1 of 230.20 mm for 2I",
            ]);
            return [{ kind: "ordered", list: "two" }];
          case "set": {
            const { id } = next.valve.valve;
            const lengthMm = id === "1E" ? 228.6 : 230.2;
            gaps[id] = (gaps[id] ?? 0) - (lengthMm - 229.4) * 1.3;
            return [
              {
                kind: "fitted",
                valve: id,
                stop,
                fromMm: 229.4,
                lengthMm,
                partFrom: null,
                part: null,
                collets: null,
                instrument: null,
              },
            ];
          }
          case "read": {
            const { valve, status, last, verdict } = next.valve;
            if (status === "read" && verdict === "in")
              return [{ kind: "left", valve: valve.id, reading: last?.id ?? "", reason: null }];
            return [gap(valve.id, stop, gaps[valve.id] ?? 0, status === "locked" ? "as-left" : "as-found")];
          }
          case "turn-over":
            return [{ kind: "turned-over", rereads: null }, arrived(next.to.letter)];
          case "check":
            return [{ kind: "checked", item: next.item, reason: null }];
          case "close":
            return [{ kind: "closed" }];
          default:
            return [];
        }
      })();
      for (const e of now) {
        const entry = { ...fresh(), ...e } as Entry;
        expect(refusalAfter(job, entries, entry)).toBeNull();
        entries.push(keptAfter(entries, entry, new Date(T0).toISOString()));
        // A reading that stays in its band is left in the same go once nothing is surveyed any more.
        if (entry.kind === "reading" && entry.pass === "as-left")
          entries.push(
            keptAfter(
              entries,
              { ...fresh(), kind: "left", valve: entry.valve, reading: entry.id, reason: null },
              new Date(T0).toISOString(),
            ),
          );
      }
    }
    expect(jobState(job, entries).closed).not.toBeNull();
    expect(kinds).toContain("order");
    expect(jobState(job, entries).valves.get("2I")?.fittedMm).toBe(230.2);
  });
  it("knows no screw, and no wire", () => {
    const job = gapJob();
    const read = [arrived("A"), gap("1E", "A", 0.5)].map((e): Entry => ({ ...fresh(), ...e }));
    const refused = (entry: Work): string | null => refusalAfter(job, read, { ...fresh(), ...entry } as Entry);
    expect(refused({ kind: "set", valve: "1E", stop: "A", turns: 0.1, aimMm: null, locked: true })).toMatch(
      /No screw/,
    );
    expect(refused({ ...gap("1E", "A", 0.5, "as-left"), school: "wire", instrument: "wires" })).toMatch(
      /hydraulic lifter only/,
    );
    expect(
      refused({
        kind: "fitted",
        valve: "1E",
        stop: "A",
        fromMm: 229.4,
        lengthMm: 228.6,
        partFrom: null,
        part: null,
        collets: null,
        instrument: null,
      }),
    ).toMatch(/reads every valve/);
  });
});
