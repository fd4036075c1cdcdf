import { describe, expect, it } from "vitest";
import { engineFile } from "@/core/engine/testEngines";
import type { Entry } from "@/core/job/ledger/entry";
import { jobFor } from "@/core/job/jobs.testing";
import { fold } from "@/core/units/angle/arc";
import { encoderWords } from "./encoderWords";
import type { RunNow } from "../model";
import { contextOn, nowOf, setOf } from "../run.testing";
import { spoken } from "../session/device/spoken";

const FILE = engineFile(["1", "2", "4", "3"]);
const CONTEXT = contextOn(FILE, jobFor(FILE), setOf([0.2]));
const at = (entries: readonly Entry[]): RunNow => nowOf(CONTEXT, entries);
const says = (now: RunNow, deg: number) => encoderWords(now, fold(deg, 720), 720);

describe("the encoder", () => {
  it("counts down to the stop, and says when it was passed", () => {
    expect(says(at([]), 680)).toMatchObject({ words: "Encoder: 40° to go.", warns: false });
    expect(says(at([]), 1)).toMatchObject({ words: "Encoder: at stop A.", warns: false });
    expect(says(at([]), 12)).toMatchObject({
      words: expect.stringMatching(/12° past stop A. Go back at least 30°/),
      warns: true,
    });
  });
  it("says when the crank is not where it was said to be", () => {
    const there = at([{ id: "a", supersedes: null, kind: "arrived", stop: "A" }]);
    expect(says(there, 2)).toBeNull();
    expect(says(there, 700)).toMatchObject({ words: expect.stringMatching(/20° away from stop A/), warns: true });
  });
});

describe("spoken", () => {
  it.each([
    ["Turn the screw in 60°, from 12 to 2.", "Turn the screw in 60 degrees, from 12 to 2."],
    ["0.30–0.35 mm lies in.", "0.30 to 0.35 millimeters lies in."],
    ["Read 1 intake: try .010 in first.", "Read 1 intake: try .010 inch first."],
    ["Read 1 intake.", "Read 1 intake."],
  ])("%j", (text, said) => expect(spoken(text)).toBe(said));
});
