import { describe, expect, it } from "vitest";
import { turnOf } from "../units/turns";
import { biteWords, lockingOf } from "./locking";

describe("lockingOf", () => {
  it.each([
    ["nothing known", undefined, "lock-nut", false, "screw"],
    ["a stud nut", { kind: "screw", at: "stud-nut" }, "self-locking", true, "nut"],
    ["a poly lock", { kind: "screw", at: "stud-nut", lock: "poly-lock" }, "poly-lock", true, "nut"],
    ["a tappet", { kind: "screw", at: "tappet" }, "tappet", false, "screw"],
  ] as const)("%s", (_name, adjuster, kind, inOneGo, part) =>
    expect(lockingOf(adjuster)).toMatchObject({ kind, inOneGo, part }),
  );
  it("says the torque where it is given", () => {
    expect(lockingOf({ kind: "screw", at: "valve-end", lockTorqueNm: 25 }).how).toBe(
      "Hold the screw still, tighten its lock nut to 25 Nm.",
    );
    expect(lockingOf({ kind: "screw", at: "valve-end" }).how).not.toMatch(/Nm/);
  });
});

describe("biteWords", () => {
  it.each([
    [100 / 360, 50, "With 50° of room: 2 bites of 50°."],
    [101 / 360, 50, "With 50° of room: 3 bites of 34°."],
    [0.1, 60, null],
    [0.5, undefined, null],
    [0, 50, null],
  ] as const)("%f turns, %s° of room", (turns, swing, words) => expect(biteWords(turnOf(turns), swing)).toBe(words));
});
