/** Whoever knows nothing and does what is told ends well: every sentence of the guide is followed to the letter. */
import { describe, expect, it } from "vitest";
import { runs } from "../../units/runs.testing";
import { PRACTICE_ENGINES } from "../engine/engines";
import { EXERCISE_IDS, type ExerciseId, exercise } from "../exercise/exerciseList";
import type { Session } from "./frame";
import { between } from "../bench/feel";
import { nextWords } from "./guide";
import { beginsCovered } from "../exercise/exercises";
import { LEAVES_MM } from "./player.testing";
import { doing, keepRead, leafIn } from "./player";
import { marksOf } from "./marks";
import { begin, isOver } from "./session";
import { PERFECT_HAND } from "../engine/virtualEngine";

const FRACTIONS: Readonly<Record<string, number>> = {
  "1/16": 1 / 16,
  "1/8": 1 / 8,
  "3/16": 3 / 16,
  "1/4": 1 / 4,
  "5/16": 5 / 16,
  "3/8": 3 / 8,
  "7/16": 7 / 16,
  "1/2": 1 / 2,
  "9/16": 9 / 16,
  "5/8": 5 / 8,
  "11/16": 11 / 16,
  "3/4": 3 / 4,
  "13/16": 13 / 16,
  "7/8": 7 / 8,
  "15/16": 15 / 16,
};
const turnsOf = (words: string): number =>
  words.split(" ").reduce((sum, w) => sum + (FRACTIONS[w] ?? (Number(w) || 0)), 0);

/** What the hands of a beginner still know: the last reading of each valve, and what they measured. */
interface Memory {
  readonly lash: Map<string, number>;
  readonly closer: Map<string, number>;
}

/** Does what is said, and nothing else; null where it says that all is done. */
function obey(session: Session, memory: Memory): Session | null {
  const words = nextWords(session);
  const [valve = ""] = /\b\d+[IE]\b/.exec(words) ?? [];
  const now = session.state.valves[valve];
  const leaf = (mm: number, more: object = {}) => doing(session, leafIn(valve, mm, more));
  const nearest = (mm: number) => LEAVES_MM.reduce((a, b) => (Math.abs(b - mm) < Math.abs(a - mm) ? b : a));
  const nominal = session.v.valves.find((x) => x.id === valve)?.spec.nominalMm ?? 0;
  if (/^Turn on by/.test(words)) {
    const deg = /by ([\d.]+)°/.exec(words)?.[1];
    return doing(session, { do: "turn", byDeg: deg === undefined ? 360 : Number(deg) });
  }
  const minutes = /^Wait (\d+) minutes?/.exec(words)?.[1];
  if (minutes !== undefined) return doing(session, { do: "wait", minutes: Number(minutes) });
  if (/^Take the covers off/.test(words)) return doing(session, { do: "covers", on: false });
  if (/put the covers on/.test(words)) return doing(session, { do: "covers", on: true });
  if (/^It has cooled/.test(words)) return doing(session, { do: "warm" });
  if (/say that you are done/.test(words))
    return session.state.toolOn === null ? null : doing(session, { do: "tool-off" });
  if (/^Take the wrench off|take the wrench off and read/.test(words)) return doing(session, { do: "tool-off" });
  if (now === undefined) throw new Error(`no valve in: ${words}`);
  const known = between(now.tries);
  if (/^Read .* Slide in/.test(words) || /^Slide the leaf of [\d.]+ mm into/.test(words))
    return leaf(nearest(nominal));
  if (/it goes\. Try the next thicker/.test(words)) return leaf(nearest(known.lowMm + 0.01));
  if (/it does not\. Try the next thinner/.test(words)) return leaf(nearest(known.highMm - 0.01));
  if (/keep it/.test(words))
    return session.v.gear === "preload"
      ? doing(session, { do: "keep", valve, lowMm: null, highMm: null })
      : keepRead(session, valve);
  if (/loosen its lock/.test(words)) return doing(session, { do: "loosen", valve });
  if (/turn the screw/.test(words)) {
    const [, way, deg = "0"] = /screw (in|out) by .*about (\d+)°/.exec(words) ?? [];
    return doing(session, { do: "screw", valve, byDeg: Number(deg) * (way === "in" ? 1 : -1) });
  }
  if (/hold the screw, and lock/.test(words)) return doing(session, { do: "lock", valve, held: true });
  if (/take its part out|take its closer out/.test(words)) {
    memory.lash.set(valve, (known.lowMm + Math.min(known.highMm, known.lowMm + 0.01)) / 2);
    memory.closer.set(valve, between(now.tries, true).lowMm - known.lowMm);
    return doing(session, { do: "part-out", valve, which: /closer out/.test(words) ? "closer" : "opener" });
  }
  if (/^Measure what came out/.test(words)) {
    const wiped = doing(doing(session, { do: "measure-part", valve }), { do: "wipe", valve });
    const measured = Number(/([\d.]+) mm/.exec(wiped.frames.at(-2)?.felt ?? "")?.[1]);
    const closer = /closer gap/.test(words);
    const wanted =
      measured + (closer ? (memory.closer.get(valve) ?? 0) - 0.03 : (memory.lash.get(valve) ?? 0) - nominal);
    const size = session.v.kitMm.reduce((a, b) => (Math.abs(b - wanted) < Math.abs(a - wanted) ? b : a));
    return doing(wiped, { do: "part-in", valve, thicknessMm: size });
  }
  if (/Press the closing rocker home/.test(words)) {
    const loaded = between(now.tries, true);
    return leaf(nearest((loaded.lowMm === 0 ? known.lowMm : loaded.lowMm) + 0.01), { loaded: true });
  }
  if (/lift and drop its pushrod/.test(words))
    return doing(doing(session, { do: "screw", valve, byDeg: 15 }), { do: "lift-drop", valve });
  if (/from there turn the nut in by/.test(words)) {
    const turns = turnsOf(/in by (?:about )?([\d/ ]+) turn/.exec(words)?.[1] ?? "");
    return doing(session, { do: "screw", valve, byDeg: turns * 360 });
  }
  throw new Error(`nobody could do: ${words}`);
}

const SETTING = EXERCISE_IDS.filter((id) => exercise(id).task === "set");

describe("the guide", () => {
  it.each(SETTING)("of %s, followed to the letter, leaves every valve right and costs nothing", (id: ExerciseId) => {
    for (let seed = 1; seed <= runs(6); seed++) {
      const spec = {
        exercise: id,
        level: "guided",
        seed,
        file: PRACTICE_ENGINES[exercise(id).engine],
        leavesMm: LEAVES_MM,
        leafUnit: "mm",
        covered: beginsCovered(id),
      } as const;
      let session = begin(spec, { hand: PERFECT_HAND });
      const memory: Memory = { lash: new Map(), closer: new Map() };
      for (let i = 0; ; i++) {
        if (i > 900)
          throw new Error(
            `it never ends: ${session.frames
              .slice(-12)
              .map((f) => `${JSON.stringify(f.action)} ${f.felt}`)
              .join("\n")} ${nextWords(session)}`,
          );
        const next: Session | null = obey(session, memory);
        if (next === null) break;
        session = next;
      }
      const { inBand, lines } = marksOf(session);
      expect([seed, inBand?.count, lines.map((l) => `${l.kind}: ${l.slips.map((s) => s.why).join(" ")}`)]).toEqual([
        seed,
        inBand?.of,
        [],
      ]);
    }
  });

  it("of a top is followed by a thumb and the words alone", () => {
    for (let seed = 1; seed <= 20; seed++) {
      let session = begin({
        exercise: "firing-tdc",
        level: "guided",
        seed,
        file: PRACTICE_ENGINES.four,
        leavesMm: LEAVES_MM,
        leafUnit: "mm",
      });
      for (let i = 0; i < 60 && !isOver(session); i++) {
        const words = nextWords(session);
        const cylinder = /cylinder (\d+)/.exec(words)?.[1] ?? "";
        const deg = /Turn on by (\d+)°/.exec(words)?.[1];
        if (/^Put your thumb/.test(words)) session = doing(session, { do: "thumb", cylinder });
        else if (/^That is it/.test(words)) session = doing(session, { do: "tdc", cylinder });
        else session = doing(session, { do: "turn", byDeg: deg === undefined ? 40 : Number(deg) });
      }
      expect([seed, marksOf(session).score]).toEqual([seed, 100]);
    }
  });
});
