import { describe, expect, it } from "vitest";
import type { FeelerSet } from "../../shop/feelerSet";
import { readBy } from "../jobs.testing";
import type { Entry } from "../ledger/entry";
import { inHandRefusal, saysItsFigure, wordsRefusal } from "./inHand";

const set = (name: string, system: FeelerSet["system"], leavesMm: number[]): FeelerSet => ({
  id: name,
  name,
  system,
  leaves: leavesMm.map((mm) => ({ mm, mmMark: mm.toFixed(2), inchMark: null })),
});
const OWN = set("Metric set", "metric", [0.1, 0.2, 0.25]);
const INCH = set("Inch set", "inch", [0.2032, 0.254]);
const mark = (mm: number, text = `${mm} mm`) => ({ mm, text });
const reading = (more: object = {}): Entry =>
  readBy({ id: "r", valve: "1I", goes: mark(0.2), noGo: mark(0.25), ...more });

describe("the words of a leaf", () => {
  it.each([
    [0.2, "0.20 mm"],
    [0.2, "0.2 mm"],
    [0.2, "0.20"],
    [0.23, "0.10 + 0.13 mm"],
    [0.2032, ".008 in"],
    [0.4572, ".008 + .010 in"],
    [0.2032, "8 thou"],
    [0, "no leaf"],
    // Ends that are reckoned are written to a hundredth of a millimetre, or a thou.
    [0.2049, "0.20 mm"],
    [0.21, ".008 in"],
  ])("%d mm is said by %s", (mm, text) => expect(saysItsFigure({ mm, text })).toBe(true));
  it.each([
    [0.2, "0.45 mm"],
    [0.2, "0.21 mm"],
    [0.2, ".20 in"],
    [0.2, ".010 in"],
    [0.23, "0.10 + 0.10 mm"],
    [0.2, "no leaf"],
    [0, "0.20 mm"],
    [0.2, "a thin one"],
    [0.2, "0.10 + mm"],
  ])("%d mm is not said by %s", (mm, text) => expect(saysItsFigure({ mm, text })).toBe(false));
  it("are looked at in every leaf of an entry", () => {
    expect(wordsRefusal(reading())).toBeNull();
    expect(wordsRefusal(reading({ goes: mark(0.2, "0.45 mm") }))).toBe(
      '"0.45 mm" is not 0.2 mm: take the reading again.',
    );
    expect(wordsRefusal(reading({ noGo: mark(0.25, "0.35 mm") }))).toMatch(/0\.35/);
    expect(wordsRefusal(reading({ school: "gauge", value: mark(0.22, "0.122 mm") }))).toMatch(/0\.122/);
    const gap = { ...reading(), kind: "loaded-gap", goes: mark(0.2), noGo: mark(0.25, "x") } as unknown as Entry;
    expect(wordsRefusal(gap)).toMatch(/"x" is not/);
    expect(wordsRefusal({ ...reading(), kind: "paused", reason: "x" } as unknown as Entry)).toBeNull();
  });
});

describe("what is in hand", () => {
  const said = (more: object, sets: readonly FeelerSet[] = [OWN, INCH]): string | null =>
    inHandRefusal(reading(more), sets);
  it("is a leaf or a stack of the job's own set, or of one that lies ready", () => {
    expect(said({})).toBeNull();
    expect(said({ goes: mark(0.3), noGo: mark(0.35) })).toBeNull();
    expect(said({ goes: mark(0), noGo: mark(0.1) })).toBeNull();
    expect(said({ instrument: "Inch set", goes: mark(0.2032), noGo: mark(0.254) })).toBeNull();
    expect(said({ goes: mark(0.22), noGo: mark(0.25) })).toBe(
      "0.22 mm is no leaf of Metric set, and no stack of three: take the reading again.",
    );
    expect(said({ noGo: mark(0.21) })).toMatch(/^0\.21 mm is no leaf/);
    // Of its own set where none is named, though another has it.
    expect(said({ goes: mark(0.2032), noGo: mark(0.25) })).toMatch(/no leaf of Metric set/);
  });
  it("with a feel for drag is the leaf that dragged: its ends are reckoned", () => {
    const drag = { school: "drag", goes: mark(0.2), noGo: mark(0.227) };
    expect(said({ ...drag, value: mark(0.25) })).toBeNull();
    expect(said({ ...drag, value: mark(0.21) })).toMatch(/0\.21 mm is no leaf/);
  });
  it("is no instrument that nobody has", () => {
    expect(said({ instrument: "Moon set" })).toBe(
      "No Moon set lies ready in this job: take a leaf of one that does.",
    );
    const held = { school: "gauge", goes: mark(0.21), noGo: mark(0.22), value: mark(0.215) };
    expect(said({ ...held, instrument: "Bench gauge 2" })).toBeNull();
    expect(said({ ...held, instrument: "Crystal ball" })).toMatch(/which gauge/);
    expect(said({ ...held })).toMatch(/which gauge/);
    expect(said({ school: "wire", goes: mark(0.9), noGo: mark(1.1), instrument: "wires" })).toBeNull();
  });
  it("at a loaded gap is of any set that lies ready", () => {
    const gap = (goes: number, noGo: number): Entry =>
      ({ ...reading(), kind: "loaded-gap", goes: mark(goes), noGo: mark(noGo) }) as unknown as Entry;
    expect(inHandRefusal(gap(0.2032, 0.25), [OWN, INCH])).toBeNull();
    expect(inHandRefusal(gap(0.21, 0.25), [OWN, INCH])).toMatch(/no leaf of Metric set or Inch set/);
  });
});
