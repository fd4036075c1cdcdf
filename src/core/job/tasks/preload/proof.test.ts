/** Turns that the levers put outside the window, begun with wires at the first lifter as the proof. */
import { describe, expect, it } from "vitest";
import type { EngineFile } from "../../../engine/engineFile";
import { MILD_CAM, engineFile } from "../../../engine/testEngines";
import { isGear, preloadGear } from "../../../preload/gear";
import { canBeProven } from "../../../preload/proof";
import { jobOn, keptAfter, mark, refusalAfter } from "../../jobs.testing";
import type { Entry, LedgerEntry } from "../../ledger/entry";
import { jobState, nextThing } from "../../run";
import type { TaskChoices } from "../../setup/setup";
import { planPreload, preloadSpec } from "./plan";
import type { PreloadTask } from "./task";
import { awaitsProof, preloadOf, provenAt } from "./plunger";

const fileWith = (travel: number | undefined): EngineFile =>
  engineFile(["1", "2", "4", "3"], {
    cam: MILD_CAM,
    adjuster: {
      kind: "hydraulic",
      at: "stud-nut",
      ratio: 1.5,
      tpi: 24,
      ...(travel === undefined ? {} : { plunger: { travel } }),
    },
  });
const planned = (travel: number | undefined, more: Partial<TaskChoices>) =>
  planPreload(fileWith(travel), {
    targetTurns: 1,
    lifters: "dry",
    travelMm: null,
    bleedMinutes: 15,
    growth: null,
    ...more,
  });

describe("a target outside the window", () => {
  it("is refused with the offer of a proof, and begun with it, where some way of counting reaches the window", () => {
    // One turn of 3/8-24 is 1.058 mm of nut and 1.764 mm of plunger at 1.5: outside 0.5 to 1.5, inside by the nut alone.
    expect(planned(2, {})).toMatchObject({ field: "targetTurns", why: expect.stringMatching(/wires.*as the proof/) });
    expect(planned(2, { proof: true })).toMatchObject({ plan: { provenByWires: true, targetTurns: 1 } });
    // In its window nothing is to be proven.
    expect(planned(4, { proof: true })).toEqual(planned(4, {}));
    expect(
      "plan" in planned(4, {}) && "provenByWires" in (planned(4, { proof: true }) as { plan: object }).plan,
    ).toBe(false);
  });
  it("stays refused where neither way of counting reaches the window, or the travel is not known", () => {
    const gear = preloadGear(fileWith(2).adjuster ?? {});
    if (!isGear(gear)) throw new Error(gear.why);
    const window = { lowMm: 0.5, highMm: 1.5 };
    const turns = [0.25, 0.3, 1, 1.41, 1.42].map((t) => [t, canBeProven(t, gear, window)]);
    expect(turns).toEqual([
      [0.25, false],
      [0.3, true],
      [1, true],
      [1.41, true],
      [1.42, false],
    ]);
    expect(canBeProven(1, { ...gear, plunger: { ...gear.plunger, assumed: true } }, window)).toBe(false);
    expect(canBeProven(1, gear, { lowMm: 1.6, highMm: 1.5 })).toBe(false);
    for (const [travel, turns] of [
      [2, 1.5],
      [undefined, 1],
    ] as const) {
      const why = planned(travel, { targetTurns: turns, proof: true });
      expect("why" in why && !why.why.includes("proof")).toBe(true);
    }
  });
});

describe("a job that begins with a proof", () => {
  const plan = planned(2, { proof: true });
  if (!("plan" in plan)) throw new Error(plan.why);
  const file = fileWith(2);
  const job = jobOn<PreloadTask>(file, { kind: "preload", plan: plan.plan }, "firing-order", {
    valves: file.valves.map((v) => ({ ...v, spec: preloadSpec(plan.plan, v.role) })),
  });
  const [first, second] = job.route;
  const [a = "", b = ""] = first?.valves.map((v) => v.valve) ?? [];
  const stop = first?.letter ?? "";
  type Work = { [k: string]: unknown; kind: Entry["kind"] };
  let n = 0;
  const entry = (work: Work): Entry => ({ id: `p${++n}`, supersedes: null, stop, ...work }) as unknown as Entry;
  const kept = (...work: Work[]): LedgerEntry[] => work.map((w, i) => keptAfter(work.slice(0, i), entry(w)));
  const zero = (valve: string): Work => ({
    kind: "zeroed",
    valve,
    school: "up-down",
    foundTurns: null,
    apartTurns: null,
    reason: null,
  });
  const set = (valve: string, turns = 1): Work => ({ kind: "set", valve, turns, aimMm: null, locked: true });
  const wires = (valve: string, goes: number, noGo: number): Work => ({
    kind: "reading",
    valve,
    pass: "as-left",
    goes: mark(goes),
    noGo: mark(noGo),
    school: "wire",
    value: null,
    instrument: "wires",
    reason: null,
  });
  const begun: Work[] = [{ kind: "arrived" }, zero(a), set(a)];
  const said = (ledger: readonly LedgerEntry[], work: Work): string | null => refusalAfter(job, ledger, entry(work));

  it("aims no further than the window, and judges nothing by the count alone", () => {
    expect(job.valves.every((v) => v.spec.nominalMm === 1.5)).toBe(true);
    const state = jobState(job, kept(...begun));
    expect(preloadOf(state.valves.get(a) as never)).toMatchObject({ verdict: "undecided" });
    expect(awaitsProof(job.task, state as never)?.valve.id).toBe(a);
    expect(nextThing(job, state)).toMatchObject({ kind: "task", step: "depth" });
  });
  it("turns nothing in and moves no crank before the wires", () => {
    const ledger = kept(...begun, zero(b));
    expect(said(ledger, set(b))).toMatch(`Hold wires to ${a} first`);
    expect(said(ledger, { kind: "arrived", stop: second?.letter })).toMatch(
      /Leave the crank where it is.*Hold wires/,
    );
    expect(said(ledger, { kind: "turned-over", rereads: "all" })).toMatch(/First finish|Leave the crank/);
    // To say that it stands where it stands turns nothing.
    expect(said(ledger, { kind: "arrived", stop })).toBeNull();
    // Beyond what was asked for it is never turned.
    expect(said(ledger, set(a, 0.5))).toMatch(/zero lash again/);
    expect(said(kept({ kind: "arrived" }, zero(a)), set(a, 1.25))).toMatch(/it has only 2 mm/);
  });
  it("goes on where they show it in its window, for all that are turned in alike, each with its reason", () => {
    const ledger = kept(...begun, wires(a, 1, 1.1), zero(b));
    const state = jobState(job, ledger);
    expect(provenAt(job.task, state as never)?.valve.id).toBe(a);
    expect(awaitsProof(job.task, state as never)).toBeNull();
    expect(said(ledger, set(b))).toBeNull();
    const both = kept(...begun, wires(a, 1, 1.1), zero(b), set(b));
    const reading = both.at(-1)?.id;
    expect(said(both, { kind: "left", valve: b, reading, reason: null })).toMatch(/not surely in its window/);
    expect(said(both, { kind: "left", valve: b, reading, reason: `Turned in as ${a}` })).toBeNull();
    const wire = ledger.findLast((e) => e.kind === "reading")?.id;
    expect(said(ledger, { kind: "left", valve: a, reading: wire, reason: null })).toBeNull();
    expect(said(both, { kind: "arrived", stop: second?.letter })).toBeNull();
  });
  it("does not where they show it outside, or leave it open: it is set again from zero lash", () => {
    for (const [goes, noGo] of [
      [1.6, 1.7],
      [1.4, 1.6],
      [0.3, 0.4],
    ] as const) {
      const ledger = kept(...begun, wires(a, goes, noGo), zero(b));
      expect(said(ledger, set(b))).toMatch(`Hold wires to ${a} first`);
      expect(said(ledger, { kind: "arrived", stop: second?.letter })).toMatch(/Leave the crank/);
      // Half a turn is in its window by the levers: nothing is to be proven there.
      const again = kept(...begun, wires(a, goes, noGo), zero(a), set(a, 0.5), zero(b));
      expect(said(again, set(b, 0.5))).toBeNull();
    }
  });
});
