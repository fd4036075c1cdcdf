/** A whole job on positively closed valves: both gaps read, parts exchanged, felt, and read once more. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../../../engine/testEngines";
import { openerCloserLines } from "../../../shims/openerCloserLines";
import { isSolved, positiveClosing } from "../../../shims/positiveClosing";
import { nextThing, jobState } from "../../run";
import { closerBiases, learnedBiasMm } from "./closerBias";
import type { Entry, KeptEntry } from "../../ledger/entry";
import type { LeafMark } from "../../ledger/fields";
import { openerCloserWords } from ".";
import { adviseParts, openerCloserOf } from "./openerCloser";
import type { OpenerCloserPlan } from "./plan";

import { keptAfter, jobFor, jobOn, nextKind, passNow, refusalAfter } from "../../jobs.testing";
import { runs } from "../../../units/runs.testing";

const FILE = engineFile(["1", "2"], { cam: MILD_CAM, adjuster: { kind: "positive-closing" } });
const SPEC = { nominalMm: 0.1, lowMm: 0.08, highMm: 0.13, assumedBand: false };
const PLAN: OpenerCloserPlan = { closerAimMm: 0, closerHighMm: 0.02, fittedMm: {} };
const JOB = jobOn(FILE, { kind: "opener-closer", plan: PLAN } as const, "firing-order", {
  valves: FILE.valves.map((v) => ({ ...v, spec: SPEC })),
});
const VALVES = FILE.valves.map((v) => v.id);

let made = 0;
const fresh = () => ({ id: `p${++made}`, supersedes: null });
const leaf = (mm: number): LeafMark => ({ mm: Math.round(mm * 100) / 100, text: `${mm.toFixed(2)} mm` });
/** Two leaves a hundredth apart around a gap. */
const between = (mm: number): { goes: LeafMark; noGo: LeafMark } => {
  const goes = Math.max(0, Math.floor(mm / 0.01 + 1e-6) * 0.01);
  return { goes: leaf(goes), noGo: leaf(goes + 0.01) };
};

/** What is in there, known to this hand only: `right` is the closer that is right. */
interface Truth {
  opener: number;
  gap: number;
  closer: number;
  right: number;
}
const round = (mm: number): number => Math.round(mm * 100) / 100;

/** Works the job through; the loaded gap of this hand overstates by `overstates`. */
function work(truth: Record<string, Truth>, overstates: number, biasMm = 0) {
  const entries: KeptEntry[] = [];
  const kinds: string[] = [];
  for (let step = 0; step < 300; step++) {
    const state = jobState(JOB, entries);
    const next = nextThing(JOB, state);
    const stop = state.stop?.letter ?? "";
    kinds.push(nextKind(next));
    if (next.kind === "closed") break;
    const now = ((): Entry[] => {
      switch (next.kind) {
        case "turn":
          return [{ ...fresh(), kind: "arrived", stop: next.to.letter }];
        case "answer":
          return [{ ...fresh(), kind: "answered", question: next.question.id, reason: "looked at" }];
        case "read": {
          const { valve, status, last, verdict } = next.valve;
          if (status === "read" && verdict === "in")
            return [{ ...fresh(), kind: "left", valve: valve.id, reading: last?.id ?? "", reason: null }];
          return [
            {
              ...fresh(),
              kind: "reading",
              valve: valve.id,
              stop,
              pass: passNow(JOB, entries, valve.id),
              ...between(truth[valve.id]?.gap ?? 0),
              school: "go-no-go",
              value: null,
              instrument: null,
              reason: null,
            },
          ];
        }
        case "task": {
          if (next.valve === null) return [{ ...fresh(), kind: "plugged", count: 4, gear: "belts off" }];
          const { valve, last } = next.valve;
          const own = openerCloserOf(next.valve);
          const t = truth[valve.id];
          if (t === undefined || last === null) throw new Error("nothing read");
          if (own.stage === "load")
            return [
              {
                ...fresh(),
                kind: "loaded-gap",
                valve: valve.id,
                stop,
                ...between(Math.max(t.gap, t.gap + (t.right - t.closer) + overstates)),
              },
            ];
          if (own.stage === "feel") {
            const off = t.closer - t.right;
            return [
              {
                ...fresh(),
                kind: "closer-felt",
                valve: valve.id,
                stop,
                felt: off > 0.015 ? "drag" : off > 0.004 ? "hint" : off > -0.025 ? "free" : "movement",
              },
            ];
          }
          const advice = adviseParts(
            PLAN,
            own,
            SPEC.nominalMm,
            last,
            { openerMm: t.opener, closerMm: t.closer },
            biasMm,
          );
          const opener = last.goes.mm === 0 ? t.opener - 0.15 : advice.openerMm;
          const fit = (part: "opener" | "closer", from: number, mm: number | null): Entry[] =>
            mm === null || round(mm) === from
              ? []
              : [
                  {
                    ...fresh(),
                    kind: "fitted",
                    valve: valve.id,
                    stop,
                    fromMm: from,
                    lengthMm: round(mm),
                    partFrom: null,
                    part,
                    collets: null,
                    instrument: null,
                  },
                ];
          const fits = [...fit("opener", t.opener, opener), ...fit("closer", t.closer, advice.closerMm)];
          if (fits.length === 0) throw new Error(`nothing to fit: ${JSON.stringify({ t, own, advice })}`);
          for (const e of fits) {
            if (e.kind !== "fitted") continue;
            if (e.part === "opener") [t.gap, t.opener] = [t.gap + t.opener - e.lengthMm, e.lengthMm];
            else t.closer = e.lengthMm;
          }
          return fits;
        }
        case "turn-over":
          return [
            { ...fresh(), kind: "turned-over", rereads: null },
            { ...fresh(), kind: "arrived", stop: next.to.letter },
          ];
        case "check":
          return [{ ...fresh(), kind: "checked", item: next.item, reason: null }];
        case "close":
          return [{ ...fresh(), kind: "closed" }];
        default:
          throw new Error(`a job on openers and closers asks for ${next.kind}`);
      }
    })();
    for (const e of now) {
      expect(refusalAfter(JOB, entries, e), `${next.kind}: ${JSON.stringify(e)}`).toBeNull();
      entries.push(keptAfter(entries, e));
    }
  }
  return { entries, kinds: kinds.filter((k, i) => k !== kinds[i - 1]), state: jobState(JOB, entries) };
}

const truth = (t: Partial<Truth>): Truth => ({ opener: 2.85, gap: 0.104, closer: 6.4, right: 6.41, ...t });
const all = (t: Partial<Truth> = {}): Record<string, Truth> => Object.fromEntries(VALVES.map((v) => [v, truth(t)]));

describe("a job on positively closed valves", () => {
  it("plugs and counts first, reads both gaps, exchanges, feels, reads again, and counts the plugs out", () => {
    const { entries, kinds, state } = work({ ...all(), "1I": truth({ gap: 0.184, right: 6.475 }) }, 0.01);
    expect(kinds[0]).toBe("plug");
    const own = entries.filter((e) => "valve" in e && e.valve === "1I");
    expect(own.map((e) => (e.kind === "fitted" ? e.part : e.kind === "closer-felt" ? e.felt : e.kind))).toEqual([
      "reading",
      "loaded-gap",
      "opener",
      "closer",
      "hint",
      "reading",
      "left",
      "reading",
      "left",
    ]);
    expect(entries.some((e) => e.kind === "checked" && e.item === "plugs")).toBe(true);
    expect(state.closed).not.toBeNull();
    expect(openerCloserWords(own)).toMatch(
      /^opener 2\.940 mm, was 2\.850; closer 6\.480 mm, was 6\.400; closer felt: a hint of drag$/,
    );
  });
  it("is closed by whoever follows it, whatever is in there", () => {
    const one = fc.record({ gap: fc.integer({ min: 2, max: 30 }), loose: fc.integer({ min: 0, max: 25 }) });
    fc.assert(
      fc.property(fc.array(one, { minLength: 4, maxLength: 4 }), fc.integer({ min: 0, max: 4 }), (found, over) => {
        const truths = Object.fromEntries(
          VALVES.map((v, i) => [
            v,
            truth({ gap: (found[i]?.gap ?? 0) / 100 + 0.004, right: 6.4 + (found[i]?.loose ?? 0) / 100 }),
          ]),
        );
        const { state } = work(truths, over / 100);
        expect(state.closed).not.toBeNull();
        for (const v of state.valves.values()) expect([v.verdict, openerCloserOf(v).stage]).toEqual(["in", "right"]);
      }),
      { numRuns: runs(60) },
    );
  });
  it("learns what a hand overstates, and takes it off: fewer tries after", () => {
    const off = Object.fromEntries(VALVES.map((v, i) => [v, truth({ right: 6.45 + i * 0.01 })]));
    const copy = () => Object.fromEntries(Object.entries(off).map(([v, t]) => [v, { ...t }]));
    const first = work(copy(), 0.03);
    const biases = closerBiases(PLAN, first.entries, "ada");
    expect(biases).toHaveLength(4);
    expect(learnedBiasMm(biases)).toBeGreaterThan(0.015);
    expect(learnedBiasMm(biases)).toBeLessThan(0.04);
    expect(closerBiases(PLAN, first.entries, "somebody else")).toEqual([]);
    const tries = (e: readonly Entry[]): number => e.filter((x) => x.kind === "closer-felt").length;
    expect(tries(work(copy(), 0.03, learnedBiasMm(biases)).entries)).toBeLessThan(tries(first.entries));
    expect(learnedBiasMm([0.03])).toBe(0);
  });
  it("with no opener gap asks for a thinner opener before anything is pressed", () => {
    const { entries } = work({ ...all(), "2E": truth({ gap: 0 }) }, 0);
    const own = entries.filter((e) => "valve" in e && e.valve === "2E");
    expect(own.slice(0, 2).map((e) => e.kind)).toEqual(["reading", "fitted"]);
  });
  it("refuses what means nothing, each with what to do instead", () => {
    const { entries } = work(all(), 0);
    const at = entries.findIndex((e) => e.kind === "loaded-gap");
    const upTo = entries.slice(0, at);
    const loaded = entries[at];
    const valve = loaded?.kind === "loaded-gap" ? loaded.valve : "";
    const stop = loaded?.kind === "loaded-gap" ? loaded.stop : "";
    const why = (e: object) => refusalAfter(JOB, upTo, { ...fresh(), valve, stop, ...e } as Entry);
    expect(why({ kind: "loaded-gap", goes: leaf(0.02), noGo: leaf(0.05) })).toMatch(/can't be below the opener gap/);
    expect(why({ kind: "loaded-gap", goes: leaf(0.3), noGo: leaf(0.2) })).not.toBeNull();
    expect(why({ kind: "set", turns: null, aimMm: null, locked: true })).toMatch(/Nothing is turned here/);
    expect(
      why({ kind: "fitted", fromMm: 2, lengthMm: 2, partFrom: null, part: null, collets: null, instrument: null }),
    ).toMatch(/opener or the closer/);
    const read = upTo.findLast((e) => e.kind === "reading" && e.valve === valve);
    expect(why({ kind: "left", reading: read?.id, reason: null })).toMatch(/closer of \w+ is not found right yet/);
    expect(why({ kind: "left", reading: read?.id, reason: "engine is wanted back" })).toBeNull();
    const plain = jobFor(FILE);
    expect(refusalAfter(plain, [], { ...fresh(), kind: "plugged", count: 2, gear: "x" })).toMatch(
      /positively closed/,
    );
    expect(refusalAfter(plain, [], { ...fresh(), kind: "closer-felt", valve, stop, felt: "free" })).toMatch(
      /positively closed/,
    );
  });
  it("shows the sum as on paper, with what is learned and the first step", () => {
    const input = {
      opener: { fittedMm: 2.85, gapMm: 0.18, aimMm: 0.1 },
      closer: { fittedMm: 6.4, loadedGapMm: 0.33, aimMm: 0 },
      biasMm: 0.02,
    };
    const solved = positiveClosing(input);
    if (!isSolved(solved)) throw new Error("not solved");
    expect(openerCloserLines(input, solved).map((l) => l.figure)).toEqual([
      "0.33 − 0.18 = 0.15 mm",
      "2.85 + 0.18 − 0.10 = 2.93 mm",
      "6.40 + 0.15 − 0.00 = 6.55 mm",
      "6.55 − 0.02 = 6.53 mm",
      "6.504 mm",
    ]);
  });
});
