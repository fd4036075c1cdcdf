/**
 * What is ground off a stem can't be put back: never much at once, never past the band, and only after the bridge was
 * looked at.
 */
import { describe, expect, it } from "vitest";
import { MILD_CAM, engineFile } from "../../../engine/testEngines";
import { MOST_AT_ONCE_MM } from "../../../shims/grind";
import { jobOn, refusalAfter } from "../../jobs.testing";
import type { Entry } from "../../ledger/entry";
import type { GrindingTask } from ".";

const FILE = engineFile(["1"], { cam: MILD_CAM, adjuster: { kind: "grind" } });
const TASK: GrindingTask = { kind: "grinding", plan: null };
const leaf = (mm: number) => ({ mm, text: `${mm} mm` });
let made = 0;
const fresh = () => ({ id: `g${++made}`, supersedes: null });
const found = (goes: number, noGo: number): Entry[] => [
  { ...fresh(), kind: "arrived", stop: "A" },
  {
    ...fresh(),
    kind: "reading",
    valve: "1I",
    stop: "A",
    pass: "as-found",
    goes: leaf(goes),
    noGo: leaf(noGo),
    school: "go-no-go",
    value: null,
    instrument: null,
    reason: null,
  },
];
const grind = (aimMm: number | null): Entry => ({
  ...fresh(),
  kind: "set",
  valve: "1I",
  stop: "A",
  turns: null,
  aimMm,
  locked: true,
});
const JOB = jobOn(FILE, TASK, "firing-order");
const why = (goes: number, noGo: number, aimMm: number | null): string | null =>
  refusalAfter(JOB, found(goes, noGo), grind(aimMm));

describe("grinding", () => {
  it("takes a step up to the most at once, and no more", () => {
    expect(why(0.1, 0.14, 0.12 + MOST_AT_ONCE_MM)).toBeNull();
    expect(why(0.1, 0.14, 0.12 + MOST_AT_ONCE_MM + 0.001)).toMatch(/Not more than .* at once: it can't be put back/);
  });
  it("never goes past the band, though the step were small", () => {
    expect(why(0.18, 0.26, 0.25)).toBeNull();
    expect(why(0.18, 0.26, 0.2501)).toMatch(/past the band of 1I/);
  });
  it("wants to know how far, but where the gap is too wide and another part was fitted", () => {
    expect(why(0.1, 0.14, null)).toMatch(/Say how far it is ground/);
    expect(why(0.26, 0.3, null)).toBeNull();
  });
  it("comes after the bridge was looked at, and after a reading", () => {
    const bridged = jobOn(FILE, TASK, "firing-order", { bridged: ["1I"] });
    expect(refusalAfter(bridged, found(0.1, 0.14), grind(0.13))).toMatch(/Look at the bridge of 1I/);
    const looked: Entry = { ...fresh(), kind: "bridged", valve: "1I", stop: "A", turned: false };
    expect(refusalAfter(bridged, [...found(0.1, 0.14), looked], grind(0.13))).toBeNull();
    expect(refusalAfter(JOB, found(0.1, 0.14).slice(0, 1), grind(0.13))).toMatch(/Read 1I before/);
  });
});
