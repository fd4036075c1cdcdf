/** What a positively closed valve wants next, which parts are advised, and what a hand overstates: each by itself. */
import { describe, expect, it } from "vitest";
import { engineFile } from "../../../engine/testEngines";
import { tooThickMm } from "../../../shims/tries";
import { keptEntry } from "../../jobs.testing";
import type { KeptEntry, LedgerValveEntry, ReadingEntry } from "../../ledger/entry";
import { closerBiases, learnedBiasMm } from "./closerBias";
import { type OpenerCloserPlan as Plan, lastOpenerClosers, planOpenerCloser } from "./plan";
import { adviseParts, closerGapMm, openerCloserAt } from "./openerCloser";
import { loadedGapRefusal } from "./refuse";

const PLAN: Plan = { closerAimMm: 0, closerHighMm: 0.02, fittedMm: {} };
let made = 0;
const entry = (kind: string, more: object = {}) => keptEntry(`o${++made}`, kind, more);
const mark = (mm: number) => ({ mm, text: `${mm.toFixed(3)} mm` });
const gap = (mm: number) => ({ goes: mark(mm - 0.005), noGo: mark(mm + 0.005) });
const read = (mm: number, more: object = {}) =>
  entry("reading", {
    pass: "as-found",
    ...gap(mm),
    school: "go-no-go",
    value: null,
    instrument: null,
    reason: null,
    ...more,
  });
const noGap = () => read(0.005);
const loaded = (mm: number, more: object = {}) => entry("loaded-gap", { ...gap(mm), ...more });
const felt = (what: string, more: object = {}) => entry("closer-felt", { felt: what, ...more });
const fitted = (part: "opener" | "closer", fromMm: number | null, lengthMm: number, more: object = {}) =>
  entry("fitted", { part, fromMm, lengthMm, partFrom: null, collets: null, instrument: null, ...more });
const inBand = ({ goes, noGo }: ReadingEntry): boolean => goes.mm >= 0.08 - 1e-9 && noGo.mm <= 0.13 + 1e-9;
const at = (work: readonly KeptEntry[], plan = PLAN) =>
  openerCloserAt(plan, "1I", work as readonly LedgerValveEntry[], inBand);

describe("what is known of opener and closer", () => {
  it("is what was fitted before, until other parts go in", () => {
    const plan = { ...PLAN, fittedMm: { "1I": { openerMm: 2.5, closerMm: 6 } } };
    expect(at([], plan)).toMatchObject({ openerMm: 2.5, closerMm: 6, opener: null, stage: "load", tries: [] });
    expect(at([])).toMatchObject({ openerMm: null, closerMm: null });
    expect(at([], { ...PLAN, fittedMm: { "1I": { openerMm: null, closerMm: 6 } } })).toMatchObject({
      openerMm: null,
      closerMm: 6,
    });
    const changed = at(
      [read(0.1), loaded(0.11), felt("drag"), fitted("opener", 2.5, 2.6), fitted("closer", 6, 6.1)],
      plan,
    );
    expect(changed).toMatchObject({
      openerMm: 2.6,
      closerMm: 6.1,
      loaded: null,
      felt: null,
      opener: null,
      stage: "feel",
    });
  });

  it("keeps every try with its closer; the first is told by what came out later", () => {
    const { tries } = at([read(0.1), felt("drag"), fitted("closer", 6.1, 6, { collets: "turned" }), felt("free")]);
    expect(tries).toEqual([
      { closerMm: 6.1, felt: "drag", collets: null },
      { closerMm: 6, felt: "free", collets: "turned" },
    ]);
    expect(at([felt("drag"), fitted("opener", 2.5, 2.6)]).tries[0]?.closerMm).toBeNull();
    expect(at([fitted("closer", null, 6), felt("drag"), fitted("closer", 6.3, 6.1)]).tries[0]?.closerMm).toBe(6);
    expect(at([felt("drag"), felt("drag"), fitted("closer", 6.3, 6.1)]).tries.map((t) => t.closerMm)).toEqual([
      null,
      null,
    ]);
  });

  it("asks for one thing after the other", () => {
    const stage = (...work: KeptEntry[]) => at(work).stage;
    expect(stage()).toBe("load");
    expect(stage(read(0.1))).toBe("load");
    expect(stage(noGap())).toBe("parts");
    expect(stage(noGap(), felt("free"))).toBe("parts");
    expect(stage(read(0.1), loaded(0.11))).toBe("feel");
    expect(stage(read(0.1), loaded(0.12))).toBe("feel");
    expect(stage(read(0.1), loaded(0.121))).toBe("parts");
    expect(stage(read(0.2), loaded(0.21))).toBe("parts");
    expect(stage(read(0.1), loaded(0.3), fitted("closer", 6, 6.1))).toBe("feel");
    expect(stage(read(0.1), felt("free"))).toBe("right");
    expect(stage(read(0.1), felt("hint"))).toBe("right");
    expect(stage(felt("free"))).toBe("right");
    expect(stage(read(0.2), felt("free"))).toBe("parts");
    expect(stage(read(0.1), felt("drag"))).toBe("parts");
    expect(stage(felt("movement"))).toBe("read");
    expect(stage(read(0.1), felt("movement"))).toBe("load");
    expect(stage(read(0.1), loaded(0.2), felt("movement"))).toBe("parts");
    expect(at([read(0.1)]).opener).toBe("in");
    expect(at([read(0.2)]).opener).toBe("out");
  });
});

describe("which parts are advised", () => {
  const advise = (work: readonly KeptEntry[], out: { openerMm?: number; closerMm?: number } = {}, biasMm = 0) => {
    const last = work.findLast((e) => e.kind === "reading") as ReadingEntry;
    return adviseParts(
      PLAN,
      at(work),
      0.1,
      last,
      { openerMm: out.openerMm ?? null, closerMm: out.closerMm ?? null },
      biasMm,
    );
  };
  const both = { openerMm: 2.5, closerMm: 6 };

  it("the opener by its gap, where that is out", () => {
    expect(advise([read(0.2), loaded(0.21)], both).openerMm).toBeCloseTo(2.6, 9);
    expect(advise([read(0.1), loaded(0.11)], both).openerMm).toBeNull();
    expect(advise([read(0.2), loaded(0.21)], { closerMm: 6 }).openerMm).toBeNull();
  });

  it("the closer by both gaps, unless it is right already", () => {
    expect(advise([read(0.1), loaded(0.15)], both)).toMatchObject({ closerMm: expect.closeTo(6.05, 9) });
    expect(advise([read(0.1), loaded(0.15)], both, 0.01).closerMm).toBeCloseTo(6.04, 9);
    expect(advise([read(0.1), loaded(0.12)], both)).toMatchObject({ closerMm: null, solved: expect.anything() });
    expect(advise([read(0.1), loaded(0.121)], both).closerMm).not.toBeNull();
    expect(advise([read(0.1), loaded(0.12), felt("movement")], both).closerMm).toBeCloseTo(6.02, 9);
    expect(advise([read(0.1), loaded(0.15)], { closerMm: 6 }).closerMm).toBeCloseTo(6.05, 9);
    expect(advise([read(0.1)], both)).toEqual({ solved: null, openerMm: null, closerMm: null });
    expect(advise([read(0.1), loaded(0.15)], { openerMm: 2.5 })).toEqual({
      solved: null,
      openerMm: null,
      closerMm: null,
    });
  });

  it("the closer by what was felt, where feeling tells", () => {
    const dragMm = tooThickMm("drag") ?? 0;
    expect(dragMm).toBeGreaterThan(0);
    expect(advise([read(0.1), felt("drag")], both)).toEqual({ solved: null, openerMm: null, closerMm: 6 - dragMm });
    expect(advise([read(0.1), felt("drag")], {}).closerMm).toBeNull();
    expect(advise([read(0.1), felt("free")], both).closerMm).toBeNull();
    expect(advise([read(0.1), felt("hint")], both).closerMm).toBeNull();
    expect(advise([read(0.2), felt("free")], both).openerMm).toBeCloseTo(2.6, 9);
  });

  it("nothing where the readings mean nothing", () => {
    expect(advise([noGap(), loaded(0.1)], both)).toEqual({
      solved: expect.objectContaining({ field: "opener.gap" }),
      openerMm: null,
      closerMm: null,
    });
    expect(advise([read(0.2), loaded(0.1)], both)).toEqual({
      solved: expect.objectContaining({ field: "closer.loadedGap" }),
      openerMm: null,
      closerMm: null,
    });
  });
});

describe("what a hand overstates", () => {
  const right = [read(0.1), loaded(0.2), fitted("closer", 6, 6.05), felt("free")];
  const biases = (work: readonly KeptEntry[], personId: string | null = null) => closerBiases(PLAN, work, personId);

  it("is what the gaps asked for, less what was right", () => {
    expect(closerGapMm(gap(0.1), gap(0.2))).toBeCloseTo(0.1, 9);
    expect(biases(right)).toEqual([expect.closeTo(0.05, 9)]);
    expect(closerBiases({ ...PLAN, closerAimMm: 0.01 }, right)).toEqual([expect.closeTo(0.04, 9)]);
    const hint = [...right.slice(0, 3), felt("hint")];
    expect(biases(hint)).toEqual([expect.closeTo(0.05 + (tooThickMm("hint") ?? 0), 9)]);
    const twice = [
      ...right.slice(0, 2),
      fitted("closer", 6, 6.1),
      felt("drag"),
      fitted("closer", 6.1, 6.04),
      felt("free"),
    ];
    expect(biases(twice)).toEqual([expect.closeTo(0.06, 9)]);
  });

  it("is not known where anything of it is missing", () => {
    for (let i = 0; i < right.length; i++) expect(biases(right.filter((_, j) => j !== i))).toEqual([]);
    const [r, l, f, ok] = right as [KeptEntry, KeptEntry, KeptEntry, KeptEntry];
    expect(biases([r, l, { ...f, fromMm: null } as KeptEntry, ok])).toEqual([]);
    expect(biases([r, l, fitted("opener", 2.5, 2.6), ok])).toEqual([]);
    expect(biases([l, r, f, ok])).toEqual([]);
    expect(biases([r, f, l, ok])).toEqual([]);
    expect(biases([r, l, ok, f])).toEqual([]);
    expect(biases([r, l, f, felt("drag")])).toEqual([]);
    expect(biases([r, l, f, felt("movement")])).toEqual([]);
  });

  it("is told apart by valve and by person", () => {
    const other = right.map((e) => ({ ...e, id: `${e.id}x`, valve: "1E", personId: "ben" }) as KeptEntry);
    const mixed = right.flatMap((e, i) => [e, other[i] as KeptEntry]);
    expect(biases(mixed)).toHaveLength(2);
    expect(biases(mixed, "ben")).toHaveLength(1);
    expect(biases(mixed, "cy")).toEqual([]);
    expect(
      biases([
        ...right,
        entry("paused", { valve: undefined }),
        entry("withdrawn", { valve: undefined, supersedes: right[1]?.id }),
      ]),
    ).toEqual([]);
  });

  it("teaches from two on", () => {
    expect(learnedBiasMm([])).toBe(0);
    expect(learnedBiasMm([0.05])).toBe(0);
    expect(learnedBiasMm([0.04, 0.06])).toBeCloseTo(0.05, 9);
  });
});

describe("the plan of openers and closers", () => {
  it("takes aim and limit from the file, or the usual", () => {
    const file = (closer?: object) =>
      engineFile(["1"], {
        adjuster: { kind: "positive-closing", ...(closer === undefined ? {} : { closer }) } as never,
      });
    expect(planOpenerCloser(file(), {})).toEqual({ closerAimMm: 0, closerHighMm: 0.02, fittedMm: {} });
    expect(planOpenerCloser(file({ aim: "0.01 mm", high: "0.03 mm" }), {})).toMatchObject({
      closerAimMm: 0.01,
      closerHighMm: 0.03,
    });
    expect(planOpenerCloser(file({ aim: "0.01 mm" }), {})).toMatchObject({ closerAimMm: 0.01, closerHighMm: 0.02 });
    expect(planOpenerCloser(engineFile(["1"]), {})).toMatchObject({ closerHighMm: 0.02 });
  });

  it("knows what earlier jobs put in, the last of each", () => {
    const jobs = [
      fitted("opener", null, 2.4),
      fitted("closer", null, 6),
      fitted("opener", null, 2.5),
      fitted("closer", null, 6.2, { valve: "1E" }),
    ];
    expect(lastOpenerClosers(jobs as never)).toEqual({
      "1I": { openerMm: 2.5, closerMm: 6 },
      "1E": { openerMm: null, closerMm: 6.2 },
    });
    expect(lastOpenerClosers([])).toEqual({});
  });
});

describe("a loaded gap", () => {
  const refusal = (work: readonly KeptEntry[], offered: KeptEntry, stop: string | null = "A") => {
    const last = work.findLast((e) => e.kind === "reading") ?? null;
    const valves = new Map([["1I", { last, own: at(work) }]]);
    return loadedGapRefusal(
      null as never,
      { valves, stop: stop === null ? null : { letter: stop } } as never,
      offered as never,
    );
  };
  it("is read behind the opener gap, at the same stop, and is no less than it", () => {
    expect(refusal([read(0.1)], loaded(0.2))).toBeNull();
    const first = "Read the opener gap of 1I first, with nothing pressed.";
    expect(refusal([], loaded(0.2))).toBe(first);
    expect(refusal([read(0.1), fitted("closer", 6, 6.1)], loaded(0.2))).toBe(first);
    expect(refusal([read(0.1)], loaded(0.2, { valve: "9X" }))).toBe(
      "Read the opener gap of 9X first, with nothing pressed.",
    );
    for (const stop of ["B", null])
      expect(refusal([read(0.1)], loaded(0.2), stop)).toBe(
        "The crank does not stand at stop A: read both gaps again here.",
      );
    expect(refusal([read(0.1)], loaded(0.2, { noGo: mark(0.1) }))).not.toBeNull();
    expect(refusal([noGap()], loaded(0.2))).toMatch(/^With no opener gap the loaded gap means nothing/);
    const below = /^The loaded gap can't be below the opener gap/;
    expect(refusal([read(0.1)], loaded(0.09))).toMatch(below);
    expect(refusal([read(0.1)], loaded(0.091))).toBeNull();
  });
});
