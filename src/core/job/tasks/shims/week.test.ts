/**
 * Several jobs on one stock: no part twice, parts taken out stay within their engine, and never worse than one after
 * the other.
 */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../../../engine/testEngines";
import type { CatalogueItem } from "../../../parts/order";
import type { StockPart } from "../../../parts/part";
import type { LedgerEntry } from "../../ledger/entry";
import { jobState } from "../../run";
import { shimOffers, boughtFor } from "./offers";
import { type WeekJob, planWeek } from "./week";
import type { JobOf } from "../../job";
import { jobOn } from "../../jobs.testing";
import type { ShimsTask } from "./plan";
import { shim } from "./shims.testing";
import { runs } from "../../../units/runs.testing";

const FILE = engineFile(["1", "2"], { cam: MILD_CAM, adjuster: { kind: "bucket-shim" } });
const SPEC = { nominalMm: 0.15, lowMm: 0.1, highMm: 0.2, assumedBand: false };
const jobOf = (diameterMm: number): JobOf<ShimsTask> =>
  jobOn<ShimsTask>(FILE, { kind: "shims", plan: { kind: "shim-over", diameterMm, fittedMm: {} } }, "firing-order", {
    survey: true,
    valves: FILE.valves.map((v) => ({ ...v, spec: SPEC })),
  });
const sold = (thicknessMm: number, price: number): CatalogueItem => ({
  sku: `sku-${thicknessMm}`,
  kind: "shim-over",
  diameterMm: 29,
  thicknessMm,
  price,
  stock: 9,
  leadDays: 1,
});

/** A job with all read, each valve at the lash given, every fitted part as given. */
function readJob(id: string, lashMm: readonly number[], fittedMm: readonly number[], diameterMm = 29): WeekJob {
  const job = jobOf(diameterMm);
  const entries: LedgerEntry[] = job.route.flatMap((stop): LedgerEntry[] => [
    { id: `${id}-${stop.letter}`, supersedes: null, kind: "arrived", stop: stop.letter },
    ...stop.valves.map(({ valve }): LedgerEntry => {
      const mm = lashMm[FILE.valves.findIndex((v) => v.id === valve)] ?? 0.15;
      return {
        id: `${id}-${valve}`,
        supersedes: null,
        kind: "reading",
        valve,
        stop: stop.letter,
        pass: "as-found",
        goes: { mm, text: `${mm}` },
        noGo: { mm: mm + 0.01, text: `${mm + 0.01}` },
        school: "go-no-go",
        value: null,
        instrument: null,
        reason: null,
      };
    }),
  ]);
  return {
    id,
    engine: id,
    job,
    entries,
    out: Object.fromEntries(FILE.valves.map((v, i) => [v.id, { kind: "part", mm: fittedMm[i] ?? 2.5 }])),
  };
}
const CHOICE = { aim: "nominal", buying: false, near: false, stay: false } as const;
const unserved = (shares: readonly { unserved: readonly unknown[] }[]): number =>
  shares.reduce((n, s) => n + s.unserved.length, 0);

describe("one stock for several engines", () => {
  it("gives no part twice, moves none between engines, and serves no fewer than one after the other", () => {
    const lash = fc.array(
      fc.integer({ min: 3, max: 30 }).map((k) => k / 100),
      { minLength: 4, maxLength: 4 },
    );
    const fitted = fc.array(
      fc.integer({ min: 0, max: 8 }).map((k) => 2.4 + k * 0.025),
      { minLength: 4, maxLength: 4 },
    );
    fc.assert(
      fc.property(
        fc.array(fc.tuple(lash, fitted), { minLength: 1, maxLength: 3 }),
        fc.array(fc.integer({ min: 0, max: 12 }), { maxLength: 5 }),
        (engines, kit) => {
          const jobs = engines.map(([l, f], i) => readJob(`j${i}`, l, f));
          const stock = kit.map((k, i) => shim(`s${i}`, 2.35 + k * 0.025));
          const week = planWeek(jobs, { stock, catalogue: null }, CHOICE);
          const taken = week.shares.flatMap((s) => s.picks.filter((p) => p.source === "stock").map((p) => p.from));
          expect(new Set(taken).size).toBe(taken.length);
          for (const s of week.shares) {
            const own = s.picks.filter((p) => p.source === "moved" || p.source === "own").map((p) => p.from);
            expect(new Set(own).size).toBe(own.length);
            expect(own.every((v) => FILE.valves.some((x) => x.id === v))).toBe(true);
            expect(s.picks.length + s.unserved.length).toBe(4);
          }
          let left = stock;
          const alone = jobs.map((j) => {
            const [share] = planWeek([j], { stock: left, catalogue: null }, CHOICE).shares;
            left = left.filter((p) => share?.picks.every((k) => k.from !== p.id));
            return share ?? { unserved: [] };
          });
          expect(unserved(week.shares)).toBeLessThanOrEqual(unserved(alone));
        },
      ),
      { numRuns: runs(80) },
    );
  });
  it("parts of another diameter are another stock", () => {
    const week = planWeek(
      [readJob("a", [0.05], [2.6]), readJob("b", [0.05], [2.6], 25)],
      { stock: [shim("s", 2.5)], catalogue: null },
      CHOICE,
    );
    expect(week.shares.map((s) => [s.id, s.unserved.length])).toEqual([
      ["a", 0],
      ["b", 1],
    ]);
  });
  it("buys for all of them, and not what one can spare", () => {
    const both = [readJob("a", [0.05], [2.6]), readJob("b", [0.05], [2.6])];
    const week = planWeek(both, { stock: [shim("s", 2.5)], catalogue: [sold(2.5, 4)] }, { ...CHOICE, buying: true });
    expect([week.bought, unserved(week.shares)]).toEqual([1, 0]);
  });
});

describe("what is offered at one job", () => {
  const job = readJob("a", [0.05, 0.25, 0.154, 0.154], [2.6, 2.5, 2.5, 2.5]);
  const offers = (stock: readonly StockPart[], catalogue: readonly CatalogueItem[] | null, more: object = {}) =>
    shimOffers(
      job.job,
      jobState(job.job, job.entries),
      job.out,
      { stock, catalogue },
      { scope: null, buying: null, aim: "nominal", near: false, stay: false, ...more },
    );
  const price = (): number => 4;
  it("moves what it has before anything is bought, and says what staying would cost", () => {
    const { plan, wish, stay, near } = offers([], [sold(2.5, 4), sold(2.6, 4)]);
    expect([plan.moved, plan.bought, wish.buying, plan.unserved.length]).toEqual([2, 0, false, 0]);
    expect([stay.bought, boughtFor(stay, price)]).toEqual([2, 8]);
    expect(near.unserved).toEqual([]);
  });
  it("spares what the drawers hold once nothing has to be bought", () => {
    const { plan } = offers(
      [shim("dear", 2.6, { cost: 9 }), shim("cheap", 2.6, { cost: 3 }), shim("thin", 2.5)],
      null,
      { stay: true },
    );
    expect(
      plan.picks
        .filter((p) => p.source === "stock")
        .map((p) => p.from)
        .sort(),
    ).toEqual(["cheap", "thin"]);
  });
  it("buys nothing when that was said, and leaves out what a silent supplier would sell", () => {
    expect(offers([], [sold(2.5, 4), sold(2.6, 4)], { stay: true, buying: false }).plan.unserved).toHaveLength(2);
    expect(offers([], null, { stay: true }).plan.unserved).toHaveLength(2);
    expect(offers([], [sold(2.5, 4), sold(2.6, 4)], { stay: true }).plan).toMatchObject({ bought: 2, unserved: [] });
  });
});
