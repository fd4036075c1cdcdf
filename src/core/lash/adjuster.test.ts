import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { AdjusterEntry } from "../engine/engineFile";
import { aimMm, isScrew, screwAdjuster, turnFor, type ScrewAdjuster } from "./adjuster";
import { between } from "../units/between.testing";

const screw = (entry: Omit<AdjusterEntry, "kind">): ScrewAdjuster => {
  const adjuster = screwAdjuster(entry);
  if (!isScrew(adjuster)) throw new Error(adjuster.why);
  return adjuster;
};

describe("screwAdjuster", () => {
  it.each<[Omit<AdjusterEntry, "kind">, number]>([
    [{ at: "valve-end", ratio: 1.6, pitch: 1 }, 1],
    [{ at: "pushrod-end", ratio: 1.6, pitch: 1 }, 1.6],
    [{ at: "stud-nut", ratio: 1.5, pitch: 1 }, 2.5],
    [{ at: "tappet", pitch: 1 }, 1],
    [{ at: "cam", followerRatio: 1.25, pitch: 1 }, 0.8],
  ])("%j moves lash by %d per unit of screw travel", (entry, k) => expect(screw(entry).k).toBe(k));

  it.each<[Omit<AdjusterEntry, "kind">, string]>([
    [{ pitch: 1 }, "at"],
    [{ at: "stud-nut", pitch: 1 }, "ratio"],
    [{ at: "pushrod-end", pitch: 1 }, "ratio"],
    [{ at: "cam", pitch: 1 }, "followerRatio"],
    [{ at: "tappet" }, "pitch"],
    [{ at: "tappet", pitch: 1, tpi: 24 }, "tpi"],
  ])("%j lacks %s", (entry, field) => expect(screwAdjuster(entry)).toMatchObject({ field }));
});

describe("turnFor", () => {
  it("matches the trade's example: stud nut 3/8-24, ratio 1.5, 0.76 to 0.61 mm is 20 degrees in", () => {
    const turn = turnFor(0.76, 0.61, screw({ at: "stud-nut", ratio: 1.5, tpi: 24 }));
    expect(turn.turns).toBeCloseTo(0.057, 3);
    expect(turn.screwDeg).toBeCloseTo(20.4, 1);
    expect(turn.direction).toBe("in");
  });
  it("aims wide when locking tightens", () => expect(aimMm(0.2, -0.02)).toBeCloseTo(0.22, 12));
  it("making the turn lands on the aim", () => {
    const mm = between(0, 2);
    fc.assert(
      fc.property(
        mm,
        mm,
        between(1, 2),
        fc.constantFrom("valve-end", "pushrod-end", "stud-nut", "tappet"),
        (from, aim, ratio, at) => {
          const adjuster = screw({ at, ratio, pitch: 1.25 });
          const turn = turnFor(from, aim, adjuster);
          const signed = turn.direction === "out" ? -turn.turns : turn.turns;
          expect(from - signed * adjuster.pitchMm * adjuster.k).toBeCloseTo(aim, 8);
        },
      ),
    );
  });
});
