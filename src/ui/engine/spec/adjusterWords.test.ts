import { describe, expect, it } from "vitest";
import type { AdjusterEntry } from "@/core/engine/engineFile";
import { adjusterWords } from "./adjusterWords";

describe("adjusterWords", () => {
  it.each<[string, AdjusterEntry]>([
    [
      "screw at the valve end, rocker ratio 1.5, pitch 1.25 mm",
      { kind: "screw", at: "valve-end", ratio: 1.5, pitch: "1.25 mm" },
    ],
    [
      "screw at the valve, read at the cam, follower ratio 1.35, pitch 0.75 mm",
      { kind: "screw", at: "cam", followerRatio: 1.35, pitch: 0.75 },
    ],
    [
      "nut on the stud, rocker ratio 1.6, 24 threads per inch",
      { kind: "hydraulic", at: "stud-nut", ratio: 1.6, tpi: 24 },
    ],
    [
      "nut on the stud, poly lock, locked to 28 Nm",
      { kind: "screw", at: "stud-nut", lock: "poly-lock", lockTorqueNm: 28 },
    ],
    ["shim over bucket, 29 mm", { kind: "bucket-shim", diameter: "29 mm" }],
    ["bucket", { kind: "bucket" }],
    ["no screw: the stem's end is ground", { kind: "grind" }],
    ["an opener and a closer at each valve", { kind: "positive-closing" }],
    [
      "no screw: pushrods of 228.00 mm, 229.00 mm; fitted 229.00 mm",
      { kind: "fixed", ratio: 1.4, lengths: [228, 229], fitted: 229 },
    ],
  ])("%s", (words, adjuster) => expect(adjusterWords(adjuster)).toBe(words));
});
