import { describe, expect, it } from "vitest";
import { judgeInOther, otherBand } from "./otherBand";
import type { LashSpec } from "../lash/spec";
import type { Offset } from "./offset";

const spec = { nominalMm: 0.2, lowMm: 0.15, highMm: 0.25 } as LashSpec;
const offset = { specState: "hot", growthMm: { intake: 0.08 } } as unknown as Offset;

describe("a reading in the other state", () => {
  it("is judged by the spec's own band where the job was judged through an offset", () => {
    // Set cold for a hot spec of 0.23 to 0.33.
    const band = otherBand(spec, "intake", "cold", { offset, usualGrowthMm: 5 });
    expect(band?.lowMm).toBeCloseTo(0.23, 9);
    expect(band?.highMm).toBeCloseTo(0.33, 9);
    expect(band?.known).toBe(true);
    if (band === null) return;
    expect(judgeInOther({ lo: 0.25, hi: 0.3 }, band)).toBe("in");
    expect(judgeInOther({ lo: 0.2, hi: 0.22 }, band)).toBe("tight");
    expect(judgeInOther({ lo: 0.34, hi: 0.4 }, band)).toBe("loose");
    expect(judgeInOther({ lo: 0.2, hi: 0.25 }, band)).toBe("undecided");
  });
  it("is judged by what is usual where the job is in the spec's state, and by nothing where nobody knows", () => {
    const usual = otherBand(spec, "intake", "hot", { offset: null, usualGrowthMm: 0.05 });
    expect(usual?.lowMm).toBeCloseTo(0.1, 9);
    expect(usual).toMatchObject({ known: false });
    expect(otherBand(spec, "intake", "hot", { offset: null, usualGrowthMm: null })).toBeNull();
    expect(otherBand(spec, "exhaust", "cold", { offset, usualGrowthMm: 1 })).toBeNull();
  });
  it("is not judged where the cold band was cut at what holds a valve open", () => {
    expect(otherBand({ ...spec, lowMm: 0.05 }, "intake", "cold", { offset, usualGrowthMm: null })).toBeNull();
  });
});
