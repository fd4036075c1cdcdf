/** Each fault is found by what the engine shows to somebody who looks at everything, and by nothing else. */
import { describe, expect, it } from "vitest";
import type { EngineFile } from "../../engine/engineFile";
import { marginDeg } from "../../stops/margin";
import { runs } from "../../units/runs.testing";
import { appearanceOf } from "./appearance";
import { REQUIRED_DEG } from "../bench/claims";
import { PRACTICE_ENGINES } from "./engines";
import { faultOfSeed, type PracticeSpec } from "../exercise/exercises";
import { FAULTS, type Fault, faultsFor } from "./fault";
import { hasPushrods } from "../../engine/visibleGear";
import { gearOf } from "./gear";
import { between } from "../bench/feel";
import { nextWords } from "../session/guide";
import { LEAVES_MM } from "../session/player.testing";
import { doing, read, turnTo } from "../session/player";
import type { Session } from "../session/frame";
import { marksOf } from "../session/marks";
import { begin } from "../session/session";

const specOn = (file: EngineFile, seed: number): PracticeSpec => ({
  exercise: "odd-one-out",
  level: "alone",
  seed,
  file,
  leavesMm: LEAVES_MM,
  leafUnit: "mm",
});

type Found = readonly [fault: Fault, valve: string | null];
const said = (session: Session): string => session.frames.at(-1)?.felt ?? "";
const figure = (words: string): number => Number(/[\d.]+(?= mm| °C)/.exec(words)?.[0]);

/** Looks at everything, with nothing but what is felt and seen. */
function inspect(from: Session): Found[] {
  let session = from;
  const { v } = session;
  const found: Found[] = [];
  const look = (action: Parameters<typeof doing>[1]): string => {
    session = doing(session, action);
    return said(session);
  };
  if (v.state === "hot" && figure(look({ do: "thermometer" })) < v.hotFromC) found.push(["cooling", null]);
  const seen = appearanceOf(v);
  for (const { id, role, open } of seen.valves) {
    const usual = Math.max(...seen.valves.filter((o) => o.role === role).map((o) => Math.max(...o.open)));
    if (Math.max(...open) < 0.85 * usual) found.push(["worn-lobe", id]);
  }
  const mark = seen.marks.find((m) => m.label === "TDC");
  session = doing(session, { do: "turn", byDeg: mark?.atDeg ?? 0 });
  if (!/at the top/.test(look({ do: "straw", cylinder: v.file.firingOrder[0] ?? "1" })))
    found.push(["mark-out", null]);
  for (const mm of LEAVES_MM.filter((l) => l < 0.6))
    if (Math.abs(figure(look({ do: "measure-leaf", leafMm: mm })) - mm) > 0.01) found.push(["worn-leaf", null]);
  const lashes = (): number[] =>
    v.valves.map((x) => {
      if (v.state === "hot") look({ do: "warm" });
      session = turnTo(session, x.valve.firingDeg);
      return figure(look({ do: "indicator", valve: x.id, of: "lash" }));
    });
  session = doing(session, { do: "turn", byDeg: 1 });
  const [before, after] = [lashes(), lashes()];
  v.valves.forEach((x, i) => {
    if ((before[i] ?? 0) - (after[i] ?? 0) > 0.03) found.push(["sinking-seat", x.id]);
  });
  for (const x of v.valves) {
    if (v.locks && /gives/.test(look({ do: "try-lock", valve: x.id }))) found.push(["slipped-lock", x.id]);
    // Where it ought to rest, as the file has its cam: at several places of its base circle.
    for (const rel of [0, 90, 450, 590]) {
      session = turnTo(session, (x.valve.firingDeg + rel) % 720);
      if ((marginDeg(x.valve, x.valve.firingDeg + rel, 720) ?? -1) < REQUIRED_DEG) continue;
      if (figure(look({ do: "indicator", valve: x.id, of: "lift" })) > 0.1) found.push(["compression-release", null]);
    }
    session = turnTo(session, x.valve.firingDeg);
    if (v.pushrods && /wobbles/.test(look({ do: "spin", valve: x.id }))) found.push(["bent-pushrod", x.id]);
    if (v.gear === "preload") continue;
    if (v.state === "hot") look({ do: "warm" });
    const lash = figure(look({ do: "indicator", valve: x.id, of: "lash" }));
    session = read(session, x.id);
    const felt = session.state.valves[x.id];
    const { lowMm, highMm } = felt === undefined ? { lowMm: 0, highMm: 0 } : between(felt.tries);
    const bent = found.some(([f, at]) => f === "bent-pushrod" && at === x.id);
    const leafWorn = found.some(([f]) => f === "worn-leaf");
    if (!bent && !leafWorn && lash - (lowMm + highMm) / 2 > 0.035) found.push(["dished-pad", x.id]);
    if (v.gear !== "parts") continue;
    session = doing(session, { do: "part-out", valve: x.id, which: "opener" });
    if (/grit/.test(look({ do: "wipe", valve: x.id }))) found.push(["part-on-dirt", x.id]);
  }
  return found.filter(([f, at], i) => found.findIndex(([g, b]) => f === g && at === b) === i);
}

const BENCHES: readonly EngineFile[] = [
  PRACTICE_ENGINES.four,
  PRACTICE_ENGINES.shims,
  PRACTICE_ENGINES.hot,
  PRACTICE_ENGINES.lifters,
];
const CASES = BENCHES.flatMap((file) =>
  [null, ...faultsFor(gearOf(file), hasPushrods(file))].map((fault) => [file.name, fault, file] as const),
).filter(([, fault, file]) => fault !== "cooling" || file.lash?.state === "hot");

describe("a fault", () => {
  it.each(CASES)("on %s: %s is what looking at everything finds, and nothing else", (_, fault, file) => {
    for (let seed = 1; seed <= runs(4); seed++) {
      const session = begin(specOn(file, seed), {
        fault,
        hand: { repeatMm: 0.001, biasMm: 0 },
        leavesMm: LEAVES_MM,
      });
      const valve = session.v.fault?.valve ?? null;
      expect([seed, inspect(session)]).toEqual([seed, fault === null ? [] : [[fault, valve]]]);
    }
  });

  it("is every fault there is, over all benches", () => {
    expect(new Set(CASES.map(([, fault]) => fault))).toEqual(new Set([null, ...FAULTS]));
  });

  it("does not show in what is sent to the eye unless an eye sees it, nor in what is told to whoever asks for a hint", () => {
    for (const [, fault, file] of CASES) {
      const of = (planted: Fault | null) => begin(specOn(file, 5), { fault: planted, leavesMm: LEAVES_MM });
      const eye = fault === "worn-lobe" || fault === "compression-release" || fault === "mark-out";
      expect(JSON.stringify(appearanceOf(of(fault).v)) === JSON.stringify(appearanceOf(of(null).v))).toBe(!eye);
      expect(nextWords(of(fault))).toBe(nextWords(of(null)));
    }
  });

  it("is now and then none, follows from the seed, and is right when it is named at its valve", () => {
    const planted = Array.from({ length: 200 }, (_, i) => faultOfSeed("odd-one-out", i + 1, PRACTICE_ENGINES.four));
    expect(planted.filter((f) => f === null).length).toBeGreaterThan(10);
    expect(new Set(planted).size).toBe(1 + faultsFor("screw", true).length - 1);
    expect(faultOfSeed("whole-job", 3, PRACTICE_ENGINES.four)).toBeNull();
    const session = begin(specOn(PRACTICE_ENGINES.four, 5), { fault: "bent-pushrod" });
    const at = session.v.fault?.valve ?? "";
    const other = session.v.valves.find((x) => x.id !== at)?.id ?? "";
    const named = (fault: Fault | null, valve: string | null) =>
      marksOf(doing(session, { do: "name", fault, valve })).lines.map((l) => l.kind);
    expect(named("bent-pushrod", at)).toEqual([]);
    expect(named("bent-pushrod", other)).toEqual(["wrong-valve"]);
    expect(named("worn-lobe", at)).toEqual(["wrong-fault"]);
    expect(named(null, null)).toEqual(["wrong-fault"]);
    expect(() => doing(session, { do: "name", fault: "worn-lobe", valve: null })).toThrow(/at which/);
  });
});
