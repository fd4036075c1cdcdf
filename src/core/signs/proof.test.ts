/** What a stop says proves it: so there on every cam near the file's, and not so one turn out. */
import { describe, expect, it } from "vitest";
import { resolveEngine } from "../engine/resolve";
import { MILD_CAM, engineFile } from "../engine/testEngines";
import { allIn } from "../locate/gearState";
import { METHODS } from "../stops/methods";
import { planAll } from "../stops/planMethod";
import { DEFAULT_STOP_SETTINGS } from "../stops/settings";
import { random } from "../units/random";
import { runs } from "../units/runs.testing";
import { anyEngine, anyGear } from "./anyEngine.testing";
import { proofAt } from "./proof";
import { proofWordsAt } from "./proofWords";
import { TrueEngine } from "./trueEngine.testing";

describe("the proof of a stop", () => {
  it("is so at the stop and nowhere else that the same mark stands, whatever the gear and its state", () => {
    const all = { stops: 0, proved: 0 };
    for (let seed = 1; seed <= runs(300); seed++) {
      const r = random(seed);
      const at = new TrueEngine(anyEngine(r), anyGear(r), r);
      const { engine, gear } = at;
      const marked = planAll(engine, DEFAULT_STOP_SETTINGS, [0]).filter((m) => !METHODS[m.id].watched);
      for (const { crankDeg } of marked.flatMap((m) => m.stops)) {
        const proof = proofAt(engine, gear, crankDeg);
        all.stops += 1;
        if (proof.length > 0) all.proved += 1;
        for (const seen of proof) {
          const told = `seed ${seed}, at ${crankDeg}: ${JSON.stringify(seen)}`;
          at.deg = 0;
          at.turn(crankDeg + r.between(-5, 5));
          // Air is felt on the way up, not at the top itself.
          if (seen.kind === "pressure") at.turn(-30);
          if (seen.kind !== "pressure") expect(at.says(seen), told).toBe(true);
          at.turn(360);
          if (engine.cycleDeg === 720) expect(at.says(seen), `one turn out, ${told}`).toBe(false);
        }
      }
    }
    expect(all.proved / all.stops).toBeGreaterThan(0.8);
  });

  const at = (more: Parameters<typeof engineFile>[1], state: Parameters<typeof allIn>[1], deg: number) => {
    const engine = resolveEngine(engineFile(["1", "2", "4", "3"], { cam: MILD_CAM, ...more }));
    return proofWordsAt(engine, allIn(engine, state), deg);
  };
  const STUD = { kind: "hydraulic", at: "stud-nut", ratio: 1.5 } as const;
  it("of rockers with lash or on lifters is what moved and what stood still", () => {
    const words = {
      check:
        "Cylinder 1 fires: the 1 exhaust rocker stood still and the 4 exhaust rocker moved through the last sixth of a turn; the plug hole of 1 pushed air on the way up.",
      oneTurnOut: "If the 1 exhaust rocker moved, you are one turn out: turn one full turn on.",
    };
    expect(at({}, "set", 0)).toEqual(words);
    expect(at({ adjuster: STUD }, "preloaded", 0)).toEqual(words);
  });
  it("of rockers that are off is felt at the pushrods, and never air", () => {
    const { check } = at({ adjuster: STUD }, "off", 0);
    expect(check).toContain("the 1 exhaust pushrod, a finger on it, stood still");
    expect(check).not.toMatch(/air|rocker/);
  });
  it("of slack gear without pushrods is its exhaust seen to open, and then air", () =>
    expect(at({ adjuster: { kind: "screw", at: "valve-end" } }, "slack", 0).check).toBe(
      "Cylinder 1 fires: its exhaust was seen to open on the way to its other top, and now its plug hole pushed air.",
    ));
  it("of buckets is their lobes, of a distributor its rotor first", () => {
    const cam = {
      ...MILD_CAM,
      intake: { opensDegBtdc: 40, closesDegAbdc: 60 },
      exhaust: { opensDegBbdc: 60, closesDegAtdc: 40 },
    };
    expect(at({ cam, adjuster: { kind: "bucket" } }, "set", 0).check).toMatch(
      /^Cylinder 1 fires: both lobes of cylinder 1 point away from their buckets;/,
    );
    expect(at({ timedDrive: "distributor" }, "set", 540)).toMatchObject({
      check: expect.stringMatching(/^Cylinder 3 fires: the rotor points at 3;/),
      oneTurnOut: "If the rotor points away from 3, you are one turn out: turn one full turn on.",
    });
  });
  it("is said to be missing where nothing shows", () =>
    expect(at({ adjuster: { kind: "screw", at: "valve-end" } }, "off", 0)).toEqual({
      check:
        "Nothing that shows as it stands tells this place from one turn out: look at the cam's lobes, its lifters or a mark of the cam before anything is set here.",
      oneTurnOut: null,
    }));
  it("on a two-stroke is never a turn out", () => {
    const two = resolveEngine(engineFile(["1", "2"], { strokes: 2 }));
    expect(proofWordsAt(two, allIn(two), 180).oneTurnOut).toBeNull();
    expect(proofWordsAt(two, allIn(two, "slack"), 90).check).toBe("No piston is at its top here: go by the mark.");
  });
});
