import { describe, expect, it } from "vitest";
import { type LifterVisit, lifterLives } from "./lifters";

const visit = (jobId: string, found: number | null, left: number | null): LifterVisit => ({
  jobId,
  at: "2026-01-01T00:00:00Z",
  use: null,
  lifters: [{ valve: "1I", role: "intake", foundTurns: found, foundMm: found, leftTurns: left, leftMm: left }],
});

describe("lifters over the visits", () => {
  it("move from where they were last counted as left", () => {
    const [life] = lifterLives([
      visit("a", null, 0.5),
      visit("b", 0.5, null),
      visit("c", 0.25, 0.75),
      visit("d", 1, 0.5),
    ]);
    expect(life?.visits.map((v) => [v.jobId, v.movedTurns])).toEqual([
      ["a", null],
      ["b", 0],
      ["c", -0.25],
      ["d", 0.25],
    ]);
    expect(lifterLives([])).toEqual([]);
  });
});
