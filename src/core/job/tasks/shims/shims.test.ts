/** A whole shim job: all read first, parts worked out for all, seated, and read once more. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../../../engine/testEngines";
import type { StockPart } from "../../../parts/part";
import { nextThing, jobState } from "../../run";
import type { Entry, KeptEntry } from "../../ledger/entry";
import { predictedLash } from "../../ledger/predictedLash";

import { keptAfter, jobOn, nextKind, passNow, refusalAfter } from "../../jobs.testing";
import { outOfBand } from ".";
import { shimOffers } from "./offers";
import { shimParts } from "./problem";
import { partWords } from "./words";
import { shim } from "./shims.testing";
import { runs } from "../../../units/runs.testing";

const FILE = engineFile(["1", "2", "4", "3"], { cam: MILD_CAM, adjuster: { kind: "bucket-shim" } });
const SPEC = { nominalMm: 0.15, lowMm: 0.1, highMm: 0.2, assumedBand: false };
const PLAN = { kind: "shim-over", diameterMm: 29, fittedMm: {} } as const;
const JOB = jobOn(FILE, { kind: "shims", plan: PLAN } as const, "two-stop", {
  survey: true,
  valves: FILE.valves.map((v) => ({ ...v, spec: SPEC })),
});

const NOTHING_CHOSEN = { scope: null, buying: null, aim: "nominal", near: false, stay: false } as const;

let made = 0;
const fresh = () => ({ id: `s${++made}`, supersedes: null });
const turnedOver = ({ letter }: { readonly letter: string }): Entry[] => [
  { ...fresh(), kind: "turned-over", rereads: null },
  { ...fresh(), kind: "arrived", stop: letter },
];
const AT = "2026-11-25T10:00:00Z";

/**
 * Works a job through with true lash and thickness known to this hand only; gives its ledger and the kinds of things
 * that came.
 */
function work(lashMm: Record<string, number>, fittedMm: Record<string, number>, stock: readonly StockPart[]) {
  const entries: KeptEntry[] = [];
  const kinds: string[] = [];
  const drawer = [...stock];
  for (let step = 0; step < 200; step++) {
    const state = jobState(JOB, entries);
    const next = nextThing(JOB, state);
    const stop = state.stop?.letter ?? "";
    if (kinds.at(-1) !== nextKind(next)) kinds.push(nextKind(next));
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
          const lash = Math.max(0, lashMm[valve.id] ?? 0);
          const goes = Math.floor(lash / 0.01 + 1e-6) * 0.01;
          return [
            {
              ...fresh(),
              kind: "reading",
              valve: valve.id,
              stop,
              pass: passNow(JOB, entries, valve.id),
              goes: { mm: goes, text: `${goes.toFixed(2)} mm` },
              noGo: { mm: goes + 0.01, text: `${(goes + 0.01).toFixed(2)} mm` },
              school: "go-no-go",
              value: null,
              instrument: null,
              reason: null,
            },
          ];
        }
        case "task": {
          if (next.to !== null) return turnedOver(next.to);
          const came = Object.fromEntries(
            Object.entries(fittedMm).map(([valve, mm]) => [valve, { kind: "part" as const, mm }]),
          );
          const { plan } = shimOffers(JOB, state, came, { stock: drawer, catalogue: null }, NOTHING_CHOSEN);
          const changes = plan.picks.filter((p) => p.source !== "own");
          const out = outOfBand(state).filter((v) => plan.unserved.some((u) => u.position === v.valve.id));
          // With no part for any that is out, a hand leaves them so.
          if (out.length === outOfBand(state).length)
            return outOfBand(state).map((v) => ({
              ...fresh(),
              kind: "left",
              valve: v.valve.id,
              reading: v.last?.id ?? "",
              reason: "no part here",
            }));
          return changes.map((p): Entry => {
            const from = fittedMm[p.position] ?? 0;
            lashMm[p.position] = (lashMm[p.position] ?? 0) + from - p.thicknessMm;
            if (p.source === "stock")
              drawer.splice(
                drawer.findIndex((s) => s.id === p.from),
                1,
              );
            return {
              ...fresh(),
              kind: "fitted",
              valve: p.position,
              stop,
              fromMm: from,
              lengthMm: p.thicknessMm,
              partFrom: p.source === "moved" ? `valve ${p.from}` : `part ${p.from}`,
              part: null,
              collets: null,
              instrument: null,
            };
          });
        }
        case "turn-over":
          return turnedOver(next.to);
        case "check":
          return [{ ...fresh(), kind: "checked", item: next.item, reason: null }];
        case "close":
          return [{ ...fresh(), kind: "closed" }];
        default:
          throw new Error(`a shim job asks for ${next.kind}`);
      }
    })();
    const fits = now.filter((e) => e.kind === "fitted");
    for (const e of now) {
      expect(refusalAfter(JOB, entries, e), `${next.kind}: ${JSON.stringify(e)}`).toBeNull();
      entries.push(keptAfter(entries, e, AT));
    }
    for (const e of fits) fittedMm[e.valve] = e.lengthMm;
  }
  return { entries, kinds };
}

describe("a shim job", () => {
  it("is closed by whoever follows it, whatever is in stock", () => {
    const lash = fc.array(fc.integer({ min: 2, max: 34 }), { minLength: 8, maxLength: 8 });
    fc.assert(
      fc.property(lash, fc.array(fc.integer({ min: 0, max: 16 }), { maxLength: 6 }), (found, kit) => {
        const valves = FILE.valves.map((v) => v.id);
        const { entries } = work(
          Object.fromEntries(valves.map((v, i) => [v, (found[i] ?? 0) / 100 + 0.004])),
          Object.fromEntries(valves.map((v, i) => [v, 2.5 + (i % 4) * 0.05])),
          kit.map((k, i) => shim(`k${i}`, 2.4 + k * 0.025)),
        );
        const state = jobState(JOB, entries);
        expect(state.closed).not.toBeNull();
        for (const v of state.valves.values()) expect(v.verdict === "in" || v.left?.reason != null).toBe(true);
      }),
      { numRuns: runs(40) },
    );
  });
  it("reads all, works out the parts, seats them, and reads all once more", () => {
    const fitted = Object.fromEntries(FILE.valves.map((v) => [v.id, 2.5]));
    const { entries, kinds } = work(
      { ...Object.fromEntries(FILE.valves.map((v) => [v.id, 0.154])), "2I": 0.054, "3E": 0.254 },
      fitted,
      [shim("thin", 2.4), shim("thick", 2.6), shim("other", 2.6, { diameterMm: 25 })],
    );
    expect(kinds.filter((k) => k === "parts" || k === "seat" || k === "closed")).toEqual(["parts", "seat", "closed"]);
    expect(entries.filter((e) => e.kind === "fitted").map((e) => [e.valve, e.lengthMm, e.partFrom])).toEqual([
      ["2I", 2.4, "part thin"],
      ["3E", 2.6, "part thick"],
    ]);
    const own = entries.filter((e) => "valve" in e && e.valve === "2I");
    expect(predictedLash(own)[0]).toMatchObject({
      predictedMm: { lo: expect.closeTo(0.15, 9), hi: expect.closeTo(0.16, 9) },
      achieved: { pass: "as-left" },
    });
    expect(partWords(own)).toBe("2.400 mm, was 2.500; predicted 0.15–0.16 mm");
  });
  it("asks when a part leaves another lash than predicted", () => {
    const fitted = Object.fromEntries(FILE.valves.map((v) => [v.id, 2.5]));
    const { entries } = work({ ...Object.fromEntries(FILE.valves.map((v) => [v.id, 0.154])), "2I": 0.054 }, fitted, [
      shim("thin", 2.4),
    ]);
    const at = entries.findIndex((e) => e.kind === "reading" && e.valve === "2I" && e.pass === "as-left");
    const dirty = [
      ...entries.slice(0, at),
      { ...entries[at], goes: { mm: 0.1, text: "0.10 mm" }, noGo: { mm: 0.11, text: "0.11 mm" } } as KeptEntry,
    ];
    expect(jobState(JOB, dirty).questions.map((q) => q.text)).toEqual([
      expect.stringMatching(/^2 intake reads 0\.10–0\.11 mm, and its part should leave 0\.15–0\.16 mm/),
    ]);
  });
  it("takes from its own stock only, and lets a part that was taken be told of no second time", () => {
    expect(
      shimParts(
        PLAN,
        {
          stock: [
            shim("a", 2.5),
            shim("b", 2.5, { diameterMm: 25 }),
            shim("c", 2.5, { kind: "opener" }),
            shim("d", 2.5, { count: 0 }),
          ],
          catalogue: null,
        },
        true,
      ).map((p) => p.id),
    ).toEqual(["a"]);
    const fitted = Object.fromEntries(FILE.valves.map((v) => [v.id, 2.5]));
    const { entries } = work({ ...Object.fromEntries(FILE.valves.map((v) => [v.id, 0.154])), "2I": 0.054 }, fitted, [
      shim("thin", 2.4),
    ]);
    const upTo = entries.slice(0, entries.findIndex((e) => e.kind === "fitted") + 1);
    expect(refusalAfter(JOB, upTo, { id: "w", kind: "withdrawn", supersedes: upTo.at(-1)?.id ?? "" })).toMatch(
      /stock was told already/,
    );
  });
});
