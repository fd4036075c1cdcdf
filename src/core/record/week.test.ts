import { describe, expect, it } from "vitest";
import { type DoneLine, foundOut } from "./week";
import { doneWords } from "./weekWords";

const read = (lo: number, hi: number) => ({ found: { lo, hi }, lowMm: 0.15, highMm: 0.25 });
const line: DoneLine = {
  jobId: "j",
  engine: "E",
  serial: null,
  customer: null,
  at: "2026-11-25T10:00:00Z",
  closedBy: "Ada",
  signedBy: "Bo",
  work: "lash",
  valves: 8,
  foundOut: 3,
  set: 2,
};

describe("a week", () => {
  it("counts those that were surely out of their band", () => {
    const all = [read(0.1, 0.15), read(0.26, 0.3), read(0.15, 0.2), read(0.2, 0.3), { ...read(0, 1), found: null }];
    expect(foundOut(all)).toBe(2);
  });
  it("tells a finished job in a line", () => {
    expect(doneWords(line)).toBe("lash: 3 of 8 found out of band, 2 set; closed by Ada, signed by Bo");
    expect(doneWords({ ...line, signedBy: "Ada", foundOut: 0, set: 0 })).toBe(
      "lash: none of 8 found out of band, none set; closed and signed by Ada",
    );
    expect(doneWords({ ...line, work: "preload", foundOut: null, signedBy: null })).toBe(
      "preload: 8 valves, 2 set; closed by Ada, not signed yet",
    );
  });
});
