/**
 * Some whole jobs of every kind, word for word as they are told: the next thing, its grounds, what is refused of what
 * somebody tries, the sheet. A change of words shows here as text; `npx vitest -u` writes it anew once it was read.
 */
import { describe, expect, it } from "vitest";
import { playedJob } from "./jobs";
import { tellingOf } from "./tellings";

const SEED = 7;

/** Chosen among many for how much of what can be told each adds to those before it. */
const TOLD = {
  screw: [47, 54, 44, 53],
  grind: [23, 10, 6, 24],
  hydraulic: [50, 41, 18, 49],
  fixed: [49, 34, 43, 41],
  "bucket-shim": [49, 51, 1, 36],
  bucket: [34, 12, 23, 50],
  "positive-closing": [59, 11, 22, 23],
} as const;

describe.each(Object.entries(TOLD))("jobs on %s", (kind, jobs) => {
  it.each(jobs)("are told as they were: job %i", async (job) => {
    await expect(tellingOf(playedJob(SEED, kind as keyof typeof TOLD, job))).toMatchFileSnapshot(
      `told/${kind}-${job}.txt`,
    );
  });
});

describe.each(Object.keys(TOLD))("what a button offers in jobs on %s", (kind) => {
  it("the ledger takes as it stands: no turn is told that would have to be told again", () => {
    const refused = Array.from({ length: 6 }, (_, i) => {
      const played = playedJob(SEED + 1, kind as keyof typeof TOLD, i);
      return "notTaken" in played ? played.notTaken.map((why) => `job ${i}: ${why}`) : [];
    });
    expect(refused.flat()).toEqual([]);
  });
});
