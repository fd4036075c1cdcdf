/** The locator asked at engines whose cams are not quite the file's, and answered as a person would. */
import { describe, expect, it } from "vitest";
import { bestQuestion, locate } from "../locate/locate";
import { type Observation, SWING_DEG } from "../locate/observation";
import { provesNothing } from "../locate/proves";
import { contains } from "../units/angle/arc";
import { random } from "../units/random";
import { runs } from "../units/runs.testing";
import { anyEngine, anyGear } from "./anyEngine.testing";
import { TrueEngine } from "./trueEngine.testing";

const turnedOn = (seen: Observation, byDeg: number): Observation => ({
  ...seen,
  turnedOnDeg: (seen.turnedOnDeg ?? 0) + byDeg,
});

const ENGINES = Array.from({ length: runs(30) }, (_, i) => i + 1);

describe("the locator", () => {
  it("never loses the crank, and what it calls settable rests, from every 5 degrees and in every state of the gear", () => {
    const all = { asked: 0, found: 0, places: 0 };
    for (const seed of ENGINES) {
      const r = random(seed);
      const read = r.chance(0.5);
      const at = new TrueEngine(anyEngine(r), anyGear(r), r, { read });
      const { engine, gear } = at;
      for (let deg = 0; deg < engine.cycleDeg; deg += 5) {
        at.deg = (deg + r.between(0, 4.9)) % engine.cycleDeg;
        let seen: Observation[] = r.chance(0.5) ? [{ kind: "mark", markDeg: Math.round(at.deg) % 360 }] : [];
        const toldNothing: Observation[] = [];
        for (let step = 0; step < 12; step++) {
          const { arcs, settable, contradiction } = locate(engine, seen, { gear });
          const told = `seed ${seed}, at ${at.deg}: ${JSON.stringify(seen)}`;
          expect(contradiction, told).toEqual([]);
          expect(
            arcs.some((a) => contains(a, at.deg, engine.cycleDeg)),
            told,
          ).toBe(true);
          for (const id of settable) expect(at.isLifted(id), `${id}, ${told}`).toBe(false);
          const question = bestQuestion(engine, gear, arcs, toldNothing);
          if (question === null) break;
          const { observation, no, turnsDeg } = question;
          expect(provesNothing(engine, gear, observation), told).toBeNull();
          if (no !== null) expect(provesNothing(engine, gear, no), told).toBeNull();
          all.asked += 1;
          at.turn(turnsDeg);
          const said = at.says(observation) ? observation : no;
          if (said === null) toldNothing.push(observation);
          seen = [...seen.map((o) => turnedOn(o, turnsDeg)), ...(said === null ? [] : [said])];
        }
        all.places += 1;
        if (locate(engine, seen, { gear }).arcs.length === 1) all.found += 1;
      }
    }
    // Most places come down to one; where gear hides everything they can't.
    expect(all.asked).toBeGreaterThan(all.places);
    expect(all.found / all.places).toBeGreaterThan(0.6);
  });
  it("asks a swing of a sixth of a turn, in the running direction", () => {
    const at = new TrueEngine(anyEngine(random(4)), () => "preloaded", random(4));
    const question = bestQuestion(at.engine, at.gear, locate(at.engine, []).arcs);
    expect(question).toMatchObject({ observation: { kind: "moves", swingDeg: SWING_DEG }, turnsDeg: SWING_DEG });
  });
});
