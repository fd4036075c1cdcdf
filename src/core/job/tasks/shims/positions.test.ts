/** What a shim job asks of the assignment, what it says, and the words of a part: each by itself. */
import { describe, expect, it } from "vitest";
import { engineFile } from "../../../engine/testEngines";
import type { CatalogueItem } from "../../../parts/order";
import type { ShimPlan } from "../../../shims/assign";
import { MARK_WITHIN_MM } from "../../../shims/oneValve";
import type { KeptEntry } from "../../ledger/entry";
import type { JobState } from "../../state/state";
import { SHIMS } from ".";
import { boughtFor, shimOffers } from "./offers";
import { knownFitted, planShims } from "./plan";
import { isByMark, outOf, shimParts, shimPositions, shimProblem } from "./problem";
import { shim } from "./shims.testing";
import { partWords, wasWords } from "./words";

const SPEC = { nominalMm: 0.15, lowMm: 0.1, highMm: 0.2, assumedBand: false };
interface At {
  readonly role?: "intake" | "exhaust";
  readonly goes?: number;
  readonly noGo?: number;
  readonly pass?: string;
  readonly verdict?: string | null;
  readonly status?: string;
  readonly unread?: boolean;
}
const valveOf = (
  id: string,
  {
    role = "intake",
    goes = 0.12,
    noGo = 0.14,
    pass = "as-found",
    verdict = "in",
    status = "read",
    unread = false,
  }: At = {},
) => ({
  valve: { id, cylinder: "1", role, spec: SPEC },
  status,
  verdict,
  fittedMm: null,
  last: unread
    ? null
    : {
        id: `r${id}`,
        kind: "reading",
        pass,
        goes: { mm: goes, text: `${goes} mm` },
        noGo: { mm: noGo, text: `${noGo} mm` },
      },
});
const stateOf = (valves: Readonly<Record<string, At>>, more: Partial<JobState> = {}): JobState =>
  ({
    valves: new Map(Object.entries(valves).map(([id, at]) => [id, valveOf(id, at)])),
    questions: [],
    surveying: false,
    unseated: false,
    ...more,
  }) as never;
const WISH = { scope: "all", aim: "nominal", buying: false, near: false, stay: false } as const;
const part = (mm: number, more: object = {}) => ({ kind: "part" as const, mm, ...more });

describe("the positions of a shim job", () => {
  const positions = (at: At, came: ReturnType<typeof outOf>[string] | null = part(2.5), wish: object = {}) =>
    shimPositions(stateOf({ "1I": at }), came === null ? {} : { "1I": came }, { ...WISH, ...wish });

  it("are the valves of which is known what came out, read and locked", () => {
    expect(positions({})).toEqual([
      {
        id: "1I",
        fittedMm: 2.5,
        lashMm: { lo: 0.12, hi: 0.14 },
        aimMm: 0.15,
        lowMm: expect.closeTo(0.11, 9),
        highMm: expect.closeTo(0.19, 9),
      },
    ]);
    expect(positions({}, null)).toEqual([]);
    expect(positions({ unread: true })).toEqual([]);
    expect(positions({ pass: "set" })).toEqual([]);
    expect(positions({}, part(2.5), { scope: "out" })).toEqual([]);
    expect(positions({ verdict: "loose" }, part(2.5), { scope: "out" })).toHaveLength(1);
  });

  it("tell nothing where no leaf goes, but with the gap left open", () => {
    expect(positions({ goes: 0, noGo: 0.05 })).toEqual([]);
    expect(positions({ goes: 0, noGo: 0 })).toHaveLength(1);
    expect(positions({ goes: 0, noGo: 0.05 }, { kind: "open-gap", mm: 2.7 })).toEqual([
      expect.objectContaining({ fittedMm: 0, lashMm: { lo: 2.7, hi: 2.7 }, testPart: true, lowMm: 0.1, highMm: 0.2 }),
    ]);
    expect(positions({}, { kind: "test-part" as never, mm: 2 })[0]).toMatchObject({ fittedMm: 2, testPart: true });
    expect(positions({})[0]).not.toHaveProperty("testPart");
  });

  it("count in what a mark leaves open", () => {
    expect(positions({}, part(2.5, { byMark: true }))[0]).toMatchObject({ withinMm: MARK_WITHIN_MM });
    expect(positions({}, part(2.5, { byMark: false }))[0]).not.toHaveProperty("withinMm");
  });

  it("aim wide at exhausts for a long life, and near the aim when that is wished", () => {
    expect(positions({ role: "exhaust" }, part(2.5), { aim: "long-life" })[0]?.aimMm).toBeCloseTo(0.175, 9);
    expect(positions({}, part(2.5), { aim: "long-life" })[0]?.aimMm).toBe(0.15);
    const [near] = positions({}, part(2.5), { near: true });
    expect(near).toMatchObject({ lowMm: expect.closeTo(0.135, 9), highMm: expect.closeTo(0.165, 9) });
    const [wide] = positions({ role: "exhaust" }, part(2.5), { near: true, aim: "long-life" });
    expect(wide).toMatchObject({ lowMm: expect.closeTo(0.16, 9), highMm: expect.closeTo(0.19, 9) });
    // A reading as wide as its band is taken at its middle.
    expect(positions({ goes: 0.1, noGo: 0.2 })[0]).toMatchObject({ lowMm: 0.1, highMm: 0.2 });
  });
});

describe("what came out", () => {
  it("is by its mark where no micrometer measured it", () => {
    expect(isByMark({ kind: "part", micrometerId: null })).toBe(true);
    expect(isByMark({ kind: "part", micrometerId: "m" })).toBe(false);
    expect(isByMark({ kind: "open-gap", micrometerId: null })).toBe(false);
    const out = { valve: "1I", kind: "part", mm: 2.5, text: "2.50", micrometerId: null } as const;
    expect(outOf([out])).toEqual({ "1I": { kind: "part", mm: 2.5, byMark: true } });
  });
});

describe("the parts of a shim job", () => {
  const PLAN = { kind: "shim-over", diameterMm: 29 } as const;
  const sold = (sku: string, more: Partial<CatalogueItem> = {}): CatalogueItem => ({
    sku,
    kind: "shim-over",
    diameterMm: 29,
    thicknessMm: 2.6,
    price: 4,
    stock: 3,
    leadDays: 2,
    ...more,
  });

  it("are those in stock that fit, measured ones surely", () => {
    const measured = { micrometer: "M", readMm: 2.5 };
    const stock = [
      shim("a", 2.5, { cost: 2, measured }),
      shim("b", 2.55),
      shim("c", 2.5, { count: 0 }),
      shim("d", 2.5, { diameterMm: 25 }),
      shim("e", 2.5, { kind: "bucket" }),
    ];
    expect(shimParts(PLAN, { stock, catalogue: [sold("x")] }, false)).toEqual([
      { id: "a", thicknessMm: 2.5, source: "stock", quantity: 1, cost: 0.002, withinMm: 0 },
      { id: "b", thicknessMm: 2.55, source: "stock", quantity: 1, cost: 0, withinMm: MARK_WITHIN_MM },
    ]);
  });

  it("and those that are sold, where something may be bought", () => {
    const catalogue = [
      sold("x"),
      sold("y", { stock: 0 }),
      sold("z", { diameterMm: 25 }),
      sold("w", { kind: "bucket" }),
    ];
    expect(shimParts(PLAN, { stock: [], catalogue }, true)).toEqual([
      { id: "x", thicknessMm: 2.6, source: "buy", quantity: 3, cost: 4, withinMm: MARK_WITHIN_MM },
    ]);
    expect(shimParts(PLAN, { stock: [], catalogue: null }, true)).toEqual([]);
    const problem = (stay: boolean) =>
      shimProblem(
        { task: { plan: PLAN } } as never,
        stateOf({}),
        {},
        { stock: [], catalogue: null },
        { ...WISH, stay },
      );
    expect(problem(true).reuse).toBe(false);
    expect(problem(false).reuse).toBe(true);
  });

  it("cost what is bought of them", () => {
    const picks = [
      { source: "buy", from: "x" },
      { source: "stock", from: "a" },
      { source: "buy", from: "y" },
    ];
    expect(boughtFor({ picks } as unknown as ShimPlan, (id) => (id === "x" ? 4.005 : 2.1))).toBe(6.11);
    expect(boughtFor({ picks: [] } as unknown as ShimPlan, () => 4)).toBe(0);
  });
});

describe("what is offered", () => {
  const job = { task: { kind: "shims", plan: { kind: "shim-over", diameterMm: 29, fittedMm: {} } } } as never;
  const NOTHING_CHOSEN = { scope: null, buying: null, aim: "nominal", near: false, stay: false } as const;
  const tight = { goes: 0.04, noGo: 0.06, verdict: "tight" };
  const state = stateOf({ "1I": tight, "1E": { goes: 0.14, noGo: 0.16 } });
  const out = { "1I": part(2.6), "1E": part(2.5) };
  const price = (thicknessMm: number): CatalogueItem => ({
    sku: `s${thicknessMm}`,
    kind: "shim-over",
    diameterMm: 29,
    thicknessMm,
    price: 4,
    stock: 3,
    leadDays: 2,
  });

  it("leaves what is in spec alone, and buys nothing, unless that serves more", () => {
    const here = shimOffers(job, state, out, { stock: [shim("a", 2.5)], catalogue: [price(2.5)] }, NOTHING_CHOSEN);
    expect(here.wish).toMatchObject({ scope: "out", buying: false });
    expect(here.plan.picks.map((p) => [p.position, p.source])).toEqual([["1I", "stock"]]);
    const bought = shimOffers(job, state, out, { stock: [], catalogue: [price(2.5)] }, NOTHING_CHOSEN);
    expect(bought.wish.buying).toBe(true);
    expect(bought.buying.nothing.unserved).not.toEqual([]);
    expect(bought.buying.missing.unserved).toEqual([]);
    const chosen = shimOffers(
      job,
      state,
      out,
      { stock: [], catalogue: [price(2.5)] },
      { ...NOTHING_CHOSEN, buying: false, scope: "all" },
    );
    expect(chosen.wish).toMatchObject({ buying: false, scope: "all" });
    expect(chosen.plan).toBe(chosen.scopes.all);
    expect(chosen.buying.nothing).toBe(chosen.plan);
  });

  it("prefers all valves only where that serves more, or buys less", () => {
    // The part of 1E (2.50) is what 1I wants; 1E takes the thin one from stock.
    const wide = stateOf({ "1I": tight, "1E": { goes: 0.14, noGo: 0.16 } });
    const more = shimOffers(job, wide, out, { stock: [shim("a", 2.46)], catalogue: null }, NOTHING_CHOSEN);
    expect(more.scopes.out.unserved.length).toBeGreaterThanOrEqual(more.scopes.all.unserved.length);
    expect(more.wish.scope).toBe(more.scopes.all.unserved.length < more.scopes.out.unserved.length ? "all" : "out");
  });

  it("is the plan itself where a wish was chosen", () => {
    const near = shimOffers(
      job,
      state,
      out,
      { stock: [shim("a", 2.5)], catalogue: null },
      { ...NOTHING_CHOSEN, near: true, stay: true },
    );
    expect(near.near).toBe(near.plan);
    expect(near.stay).toBe(near.plan);
  });
});

describe("the one next thing of a shim job", () => {
  const route = [{ letter: "A" }];
  const next = (state: JobState) => SHIMS.wholeEngine?.({ route } as never, state as never) ?? null;
  const out: At = { verdict: "tight" };

  it("is the parts once all is read, seated and answered, and something is out", () => {
    expect(next(stateOf({ "1I": out }))).toMatchObject({ step: "parts", to: null });
    expect(next(stateOf({ "1I": out }, { surveying: true }))).toBeNull();
    expect(next(stateOf({ "1I": out }, { unseated: true }))).toMatchObject({ step: "seat", to: route[0] });
    expect(next(stateOf({ "1I": out }, { questions: [{}] as never }))).toBeNull();
    expect(next(stateOf({ "1I": { status: "done" } }))).toBeNull();
    for (const status of ["locked", "unread", "due", "read"])
      expect(next(stateOf({ "1I": out, "1E": { status } }))).toBeNull();
    expect(next(stateOf({ "1I": out, "1E": { status: "done" } }))).toMatchObject({ step: "parts" });
  });

  it("is told with the valve where it is one", () => {
    const valves = ["1I", "1E"].map((id) => valveOf(id).valve);
    const stands = (state: JobState, step = "parts") =>
      SHIMS.stands?.({ valves } as never, state as never, step as never, null as never);
    expect(stands(stateOf({ "1I": out, "1E": {} }))).toMatch(/^All are read: work out the parts for 1 intake/);
    expect(stands(stateOf({ "1I": out, "1E": out }))).toBe("All are read: work out the parts for 2 valves");
    expect(stands(stateOf({}), "seat")).toBe("Parts are in: cams on, turn it over twice to seat them");
  });
});

describe("a part in words", () => {
  let made = 0;
  const entry = (kind: string, more: object): KeptEntry =>
    ({ id: `w${++made}`, supersedes: null, kind, valve: "1I", stop: "A", ...more }) as never;
  const fitted = (more: object = {}) =>
    entry("fitted", {
      fromMm: 2.6,
      lengthMm: 2.5,
      part: null,
      partFrom: null,
      collets: null,
      instrument: null,
      ...more,
    });
  const read = (lo: number) =>
    entry("reading", { pass: "as-found", goes: { mm: lo, text: "" }, noGo: { mm: lo + 0.02, text: "" } });

  it("says what came out and with what it was measured, where it comes from, and what it should leave", () => {
    expect(wasWords(fitted() as never)).toBe(", was 2.600");
    expect(wasWords(fitted({ instrument: "M 1" }) as never)).toBe(", was 2.600 by M 1");
    expect(wasWords(fitted({ fromMm: null }) as never)).toBe("");
    expect(partWords([])).toBeNull();
    expect(partWords([read(0.05)])).toBeNull();
    expect(partWords([fitted({ partFrom: "valve 3E" })])).toBe("2.500 mm from 3E, was 2.600");
    expect(partWords([fitted({ partFrom: "part x valve " })])).toBe("2.500 mm, was 2.600");
    expect(partWords([read(0.05), fitted(), read(0.15)])).toBe("2.500 mm, was 2.600; predicted 0.15–0.17 mm");
    expect(partWords([fitted({ lengthMm: 2.4 }), fitted()])).toBe("2.500 mm, was 2.600");
  });

  it("is of a kind that the engine's file names", () => {
    const plan = (adjuster: object) => planShims(engineFile(["1"], { adjuster: adjuster as never }), {});
    expect(plan({ kind: "bucket" })).toEqual({ kind: "bucket", diameterMm: null, fittedMm: {} });
    expect(plan({ kind: "bucket", shimAt: "under" }).kind).toBe("bucket");
    const kinds = ["over", "under", "tip", "rocker"].map((shimAt) => plan({ kind: "bucket-shim", shimAt }).kind);
    expect(kinds).toEqual(["shim-over", "shim-under", "lash-cap", "rocker-shim"]);
    expect(plan({ kind: "bucket-shim", diameter: "29 mm" })).toMatchObject({ kind: "shim-over", diameterMm: 29 });
    const valve = (fittedMm: number | null) => ({ valve: { id: "1I" }, fittedMm }) as never;
    const known = { kind: "shim-over", diameterMm: null, fittedMm: { "1I": 2.4 } } as const;
    expect(knownFitted(known, valve(2.5))).toBe(2.5);
    expect(knownFitted(known, valve(null))).toBe(2.4);
    expect(knownFitted({ ...known, fittedMm: {} }, valve(null))).toBeNull();
  });
});
