/** Whoever follows the run ends well; whoever errs on purpose is marked down for just that. */
import { describe, expect, it } from "vitest";
import type { EngineFile } from "../../engine/engineFile";
import { patternFile, PATTERN_NAMES } from "../../engine/patterns";
import { random } from "../../units/random";
import { runs } from "../../units/runs.testing";
import { type PracticeAction, actionSchema } from "../bench/action";
import { PRACTICE_ENGINES } from "../engine/engines";
import { planOpenerCloser } from "../../job/tasks/openerCloser/plan";
import { planLengths } from "../../job/tasks/dryGap/plan";
import { planShims } from "../../job/tasks/shims/plan";
import { LEAVES_MM, followRun } from "./player.testing";
import { keepRead, doing, leafIn, playing, read, setBy, turnTo } from "./player";
import { type PracticeSpec, cylinderAsked, targetsOf } from "../exercise/exercises";
import type { Session } from "./frame";
import { isInBand, marksOf } from "./marks";
import { begin, replay, step } from "./session";
import type { SlipKind } from "../bench/slip";
import { benchOf, liftNow } from "../bench/state";
import { settable } from "../bench/claims";
import { PERFECT_HAND } from "../engine/virtualEngine";
import { between } from "../bench/feel";
import { nextWords } from "./guide";

const spec = (more: Partial<PracticeSpec> = {}): PracticeSpec => ({
  exercise: "whole-job",
  level: "alone",
  seed: 1,
  file: PRACTICE_ENGINES.four,
  leavesMm: LEAVES_MM,
  leafUnit: "mm",
  ...more,
});

/** Any engine of the built-in patterns with two valves a cylinder, with a believable cam, thread and lash. */
function anyEngine(seed: number): EngineFile {
  const r = random(seed);
  const fours = PATTERN_NAMES.filter(
    (p) => (patternFile(p.id)?.cylinders.length ?? 99) <= 8 && patternFile(p.id)?.strokes === 4,
  );
  const nominal = r.between(0.12, 0.4);
  return {
    ...(patternFile(r.pick(fours).id) ?? PRACTICE_ENGINES.four),
    cam: {
      rampDeg: 20,
      intake: { opensDegBtdc: r.int(-5, 25), closesDegAbdc: r.int(35, 60) },
      exhaust: { opensDegBbdc: r.int(35, 60), closesDegAtdc: r.int(-5, 25) },
    },
    lash: {
      state: "cold",
      intake: {
        nominal: `${nominal} mm`,
        low: `${(nominal - 0.04).toFixed(2)} mm`,
        high: `${(nominal + 0.04).toFixed(2)} mm`,
      },
      exhaust: {
        nominal: `${(nominal + 0.1).toFixed(2)} mm`,
        low: `${(nominal + 0.06).toFixed(2)} mm`,
        high: `${(nominal + 0.14).toFixed(2)} mm`,
      },
    },
    adjuster: {
      kind: "screw",
      at: r.pick(["valve-end", "stud-nut", "pushrod-end"] as const),
      ratio: r.between(1.2, 1.7),
      pitch: r.pick(["0.75 mm", "1 mm", "1.25 mm"]),
      lock: r.pick(["lock-nut", "self-locking"] as const),
    },
  };
}

describe("whoever follows the run", () => {
  it("ends with every valve truly in its band, on any engine, whatever its locks do", () => {
    for (let seed = 1; seed <= runs(200); seed++) {
      const { session } = followRun(
        spec({ seed, file: anyEngine(seed) }),
        { hand: PERFECT_HAND },
        seed % 2 === 0 ? "two-stop" : "firing-order",
      );
      const out = session.v.valves.filter((x) => !isInBand(session.v, session.state, x.id)).map((x) => x.id);
      expect([seed, out]).toEqual([seed, []]);
      const kinds = marksOf(session).lines.map((l) => l.kind);
      expect([seed, kinds]).toEqual([seed, []]);
    }
  }, 120_000);
});

describe("whoever follows the run of a job on shims", () => {
  it("ends with every valve truly in its band: all out and measured, worked out from the kit, fitted and seated", () => {
    for (let seed = 1; seed <= runs(12); seed++) {
      const { session } = followRun(
        spec({ seed, file: PRACTICE_ENGINES.shims }),
        { hand: PERFECT_HAND },
        "firing-order",
        { kind: "shims", plan: planShims(PRACTICE_ENGINES.shims, {}) },
      );
      const { inBand, lines } = marksOf(session);
      expect([seed, inBand?.count]).toEqual([seed, session.v.valves.length]);
      expect(lines.filter((l) => l.kind !== "needless-turns")).toEqual([]);
    }
  });
});

describe("whoever follows the run of a job on dry gaps", () => {
  const file: EngineFile = {
    ...PRACTICE_ENGINES.four,
    lash: {
      state: "cold",
      intake: { nominal: "1.4 mm", low: "0.7 mm", high: "2.05 mm" },
      exhaust: { nominal: "1.4 mm", low: "0.7 mm", high: "2.05 mm" },
    },
    adjuster: { kind: "fixed", ratio: 1.3, lengths: ["228.6 mm", "229.4 mm", "230.2 mm"], fitted: "229.4 mm" },
  };
  it("ends with every gap truly in its band, by parts of the maker's list", () => {
    for (let seed = 1; seed <= runs(12); seed++) {
      const { session } = followRun(
        spec({ seed, file, leavesMm: Array.from({ length: 70 }, (_, i) => (i + 1) / 20) }),
        { hand: PERFECT_HAND },
        "firing-order",
        { kind: "dry-gap", plan: planLengths(file, {}) },
      );
      expect([seed, marksOf(session).inBand?.count]).toEqual([seed, session.v.valves.length]);
      for (const { action } of session.frames) expect(actionSchema.safeParse(action).success).toBe(true);
    }
  });
});

describe("whoever follows the run of a job on openers and closers", () => {
  it("ends with both gaps of every valve right", () => {
    const file = PRACTICE_ENGINES.closers;
    for (let seed = 1; seed <= runs(12); seed++) {
      const { session } = followRun(spec({ seed, file }), { hand: PERFECT_HAND }, "firing-order", {
        kind: "opener-closer",
        plan: planOpenerCloser(file, {}),
      });
      expect([seed, marksOf(session).inBand?.count]).toEqual([seed, session.v.valves.length]);
    }
  });
});

/** The first two cylinders' valves done well, but for what `wrong` does. */
function four(
  seed: number,
  wrong: (session: Session, valve: string) => Session | null,
): { readonly session: Session; readonly valve: string } {
  let session = begin(spec({ exercise: "four-valves", level: "prompted", seed }), { hand: PERFECT_HAND });
  const targets = targetsOf(session.spec, session.v);
  const [victim] = targets;
  for (const id of targets) {
    const x = session.v.valves.find((one) => one.id === id);
    if (x === undefined) throw new Error(id);
    session = turnTo(session, x.valve.firingDeg);
    const other = id === victim ? wrong(session, id) : null;
    session = other ?? well(session, id);
  }
  return { session, valve: victim ?? "" };
}
function well(session: Session, id: string): Session {
  const nominal = session.v.valves.find((x) => x.id === id)?.spec.nominalMm ?? 0;
  return keepRead(read(setBy(session, id, nominal), id), id);
}
const slipsOf = (session: Session): SlipKind[] => marksOf(session).lines.map((l) => l.kind);

/** A crank angle at which a valve is well up its lobe. */
function onLobe(session: Session, id: string): Session {
  const x = session.v.valves.find((one) => one.id === id);
  if (x === undefined) throw new Error(id);
  for (let deg = 0; deg < 720; deg += 10) {
    const there = doing(session, { do: "turn", byDeg: deg });
    const lift = liftNow(there.v, there.state, x);
    if (lift > 0.05 && lift < 0.15) return there;
  }
  throw new Error("no lobe");
}

type Mistake = readonly [kind: SlipKind, wrong: (session: Session, valve: string) => Session | null];
const MISTAKES: readonly Mistake[] = [
  ["off-base", (s, id) => keepRead(read(onLobe(well(s, id), id), id), id)],
  ["set-off-base", (s, id) => setBack(onLobe(s, id), id)],
  ["tool-left-on", (s, id) => wrenchOn(well(s, id), id)],
  ["pushed", (s, id) => pressed(well(s, id), id, { pushed: true })],
  ["bundle", (s, id) => pressed(well(s, id), id, { bundle: true })],
  ["lock-missed", (s, id) => unlocked(well(s, id), id)],
  ["valve-missed", (s) => s],
  ["wrong-way", (s, id) => turnTo(doing(well(s, id), { do: "turn", byDeg: -90 }), 0)],
  [
    "turned-with-tool",
    (s, id) =>
      playing(well(s, id), [
        { do: "lock", valve: id, held: true },
        { do: "turn", byDeg: 30 },
      ]),
  ],
  [
    "needless-turns",
    (s, id) =>
      playing(
        well(s, id),
        Array.from({ length: 5 }, () => ({ do: "turn", byDeg: 720 }) as const),
      ),
  ],
  ["misread", (s, id) => noted(well(s, id), id)],
  ["out-of-band", (s, id) => loose(s, id)],
  ["undecided", (s, id) => doing(well(s, id), { do: "keep", valve: id, lowMm: 0.01, highMm: 0.6 })],
  ["hint", (s, id) => doing(well(s, id), { do: "hint" })],
];

function setBack(session: Session, id: string): Session {
  return well(
    turnTo(
      playing(session, [
        { do: "loosen", valve: id },
        { do: "screw", valve: id, byDeg: 20 },
        { do: "lock", valve: id, held: true },
        { do: "tool-off" },
      ]),
      session.v.valves.find((x) => x.id === id)?.valve.firingDeg ?? 0,
    ),
    id,
  );
}
/** The lock is touched once more, which leaves the wrench on. */
function wrenchOn(session: Session, id: string): Session {
  return keepRead(
    playing(session, [
      { do: "lock", valve: id, held: true },
      ...[...LEAVES_MM].reverse().map((mm) => leafIn(id, mm)),
    ]),
    id,
  );
}
function pressed(session: Session, id: string, how: object): Session {
  return keepRead(
    playing(
      session,
      [...LEAVES_MM].reverse().map((mm) => leafIn(id, mm, how)),
    ),
    id,
  );
}
function unlocked(session: Session, id: string): Session {
  return keepRead(read(doing(session, { do: "loosen", valve: id }), id), id);
}
function noted(session: Session, id: string): Session {
  const now = session.state.valves[id];
  const low = (now === undefined ? 0 : between(now.tries).lowMm) + 0.1;
  return doing(session, { do: "keep", valve: id, lowMm: low, highMm: low + 0.01 });
}
function loose(session: Session, id: string): Session {
  const nominal = (session.v.valves.find((x) => x.id === id)?.spec.nominalMm ?? 0) + 0.2;
  return keepRead(read(setBy(session, id, nominal), id), id);
}

describe("marks", () => {
  it("are full for whoever makes no mistake", () => {
    const { session } = four(4, () => null);
    expect(marksOf(session)).toMatchObject({ score: 100, lines: [], inBand: { count: 4, of: 4 } });
  });

  it.each(MISTAKES)(
    "take off for %s and nothing else, told at the valve and the crank angle where it was done",
    (kind, wrong) => {
      const { session, valve } = four(4, (s, id) => wrong(s, id));
      expect(slipsOf(session)).toEqual([kind]);
      const told = session.frames.flatMap((f) => f.slips.map((s) => ({ ...s, crankDeg: f.crankDeg })));
      for (const slip of told) {
        expect(slip.kind).toBe(kind);
        if (slip.valve !== null) expect([slip.valve, slip.why]).toEqual([valve, expect.stringContaining(valve)]);
      }
      const x = session.v.valves.find((one) => one.id === valve);
      for (const slip of told.filter((s) => s.kind === "off-base" || s.kind === "set-off-base")) {
        const at = { ...benchOf(session.v), turnedDeg: slip.crankDeg - session.v.startDeg };
        expect(x === undefined ? 0 : liftNow(session.v, at, x)).toBeGreaterThan(0);
      }
    },
  );

  it("take off for a valve that nobody asked for and that was left loose; the guide says so before", () => {
    const { session } = four(4, () => null);
    const targets = targetsOf(session.spec, session.v);
    const other = session.v.valves.find((x) => !targets.includes(x.id))?.id ?? "";
    const loose = playing(session, [{ do: "loosen", valve: other }, { do: "tool-off" }]);
    expect(marksOf(loose).lines.map((l) => [l.kind, l.slips.map((s) => s.valve)])).toEqual([
      ["lock-missed", [other]],
    ]);
    expect(nextWords(loose)).toContain(`${other} was loosened`);
  });

  it("end an exercise where the starter throws a wrench, and say why", () => {
    const start = begin(spec({ exercise: "four-valves", seed: 4 }));
    const hurt = playing(start, [{ do: "loosen", valve: "1I" }, { do: "bump" }]);
    expect(hurt.state.over).toMatch(/breaks a hand/);
    expect(slipsOf(hurt)).toContain("bumped");
    expect(() => doing(hurt, { do: "turn", byDeg: 5 })).toThrow(/ended/);
  });

  it("hold what is said of places and tops against what is so", () => {
    let places = begin(spec({ exercise: "may-be-set", seed: 9 }));
    for (let i = 0; i < 4; i++)
      places = doing(places, { do: "may-set", valves: settable(places.v, places.state).may });
    expect(marksOf(places)).toMatchObject({ score: 100, lines: [] });
    const { off, may } = settable(places.v, benchOf(places.v));
    expect(off.length > 0 && may.length > 0).toBe(true);
    const wrong = doing(begin(spec({ exercise: "may-be-set", seed: 9 })), {
      do: "may-set",
      valves: [off[0] ?? "", ...may.slice(1)],
    });
    expect(wrong.frames[0]?.slips.map((s) => [s.kind, s.valve])).toEqual([
      ["wrong-mark", off[0]],
      ["missed-mark", may[0]],
    ]);

    const top = begin(spec({ exercise: "firing-tdc", seed: 9 }));
    const asked = cylinderAsked(top.v, 0);
    const fires = top.v.engine.cylinders.find((c) => c.id === asked)?.firingDeg ?? 0;
    const said = (deg: number) =>
      doing(turnTo(top, deg), { do: "tdc", cylinder: asked })
        .frames.at(-1)
        ?.slips.map((s) => s.kind);
    expect([said(fires), said((fires + 6) % 720), said((fires + 7) % 720), said((fires + 360) % 720)]).toEqual([
      [],
      [],
      ["off-tdc"],
      ["one-turn-out"],
    ]);
  });

  it("are the same for the same steps on the same seed, and what could not be done today ends what is shown", () => {
    const { session } = four(21, () => null);
    const actions: readonly PracticeAction[] = session.frames.map((f) => f.action);
    expect(marksOf(replay(session.spec, actions, { hand: PERFECT_HAND }))).toEqual(marksOf(session));
    const [first] = actions;
    if (first === undefined) throw new Error("nothing was done");
    const stopped = replay(session.spec, [first, { do: "screw", valve: "1I", byDeg: 3 }, first]);
    expect(stopped.frames.map((f) => f.action)).toEqual([first]);
  });

  it("count nothing that says nothing: a gap between any two leaves, a top where faults are asked for", () => {
    const cant = (from: Session, action: PracticeAction) => {
      const next = step(from, action);
      return "cant" in next ? next.cant : null;
    };
    const gaps = doing(begin(spec({ exercise: "read-a-leaf" })), leafIn("1", 0.2));
    expect(cant(gaps, { do: "keep", valve: "1", lowMm: 0.01, highMm: 0.6 })).toMatch(/Narrow it down/);
    expect(cant(gaps, { do: "keep", valve: "1", lowMm: null, highMm: 0.6 })).toMatch(/Find a leaf/);
    expect(cant(gaps, { do: "keep", valve: "1", lowMm: 0.2, highMm: 0.2 })).toMatch(/thinner/);
    expect(cant(gaps, { do: "keep", valve: "1", lowMm: 0.2, highMm: 0.22 })).toBeNull();
    const places = begin(spec({ exercise: "may-be-set" }));
    expect(cant(places, { do: "tdc", cylinder: "1" })).toBe("That is not asked here.");
    expect(cant(places, { do: "name", fault: null, valve: null })).toBe("That is not asked here.");
  });

  it("know a hand by the gaps that it read: what it is off by, and how far it scatters", () => {
    let session = begin(spec({ exercise: "read-a-leaf", seed: 3 }), { hand: PERFECT_HAND });
    for (const x of session.v.valves) {
      const low = Math.floor(x.gapMm * 100) / 100 + 0.02;
      session = playing(session, [leafIn(x.id, low), { do: "keep", valve: x.id, lowMm: low, highMm: low + 0.01 }]);
    }
    const gaps = session.v.valves.map((x) => x.gapMm);
    for (const gap of gaps) expect(gaps.filter((g) => g === gap)).toHaveLength(2);
    const { feel } = marksOf(session);
    const off = session.v.valves.map((x) => Math.floor(x.gapMm * 100) / 100 + 0.025 - x.gapMm);
    expect(feel?.biasMm).toBeCloseTo(off.reduce((a, b) => a + b, 0) / 10, 9);
    expect(feel?.repeatMm).toBeCloseTo(0, 9);
  });
});
