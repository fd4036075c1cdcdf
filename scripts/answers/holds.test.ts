/**
 * What must never be told or taken, over hundreds of random jobs of every kind: what a button offers the ledger takes;
 * a turn is told as it is entered; nothing is read off its base circle unless a reason says so; the crank stays while a
 * lifter holds its valve in a piston's way; and no figure is told in another system than the engine's.
 */
import { advance } from "../../src/core/units/angle/arc";
import { describe, expect, it } from "vitest";
import { resolveEngine } from "../../src/core/engine/resolve";
import { jobAs } from "../../src/core/job/run";
import { unitOf } from "../../src/core/job/words/specs";
import { mayGoOn } from "../../src/core/preload/goesOn";
import { parseLength } from "../../src/core/units/length";
import { turnsWords } from "../../src/core/preload/turning";
import { marginDeg } from "../../src/core/stops/margin";
import type { Instruction } from "../../src/ui/run/words/shape";
import { GEAR_KINDS } from "./engines";
import { type PlayedJob, playedJob } from "./jobs";

const SEED = 11;
const EACH = 44;

type Played = Exclude<PlayedJob, { readonly notOpened: string }>;

const instructions = ({ told }: Played): Instruction[] =>
  told.flatMap((said) =>
    said !== null && typeof said === "object" && "told" in said ? [said.told as Instruction] : [],
  );

const wordsOf = ({ eyebrow, title, grounds, button, choices }: Instruction): string[] => [
  eyebrow,
  title,
  ...grounds,
  ...(button === null ? [] : [button.label]),
  ...choices.map((c) => c.label),
];

/** A turn that is entered stands in the words beside its button, to the degree. */
function turnsTold(played: Played): string[] {
  return instructions(played).flatMap((told) => {
    const { action } = told.button ?? {};
    if (action?.kind !== "set" || action.turns === null || action.turns === 0) return [];
    const size = Math.abs(action.turns);
    const said = wordsOf(told).join(" ");
    return said.includes(`${Math.round(size * 360)}°`) || said.includes(turnsWords(size))
      ? []
      : [`enters ${action.turns} turns, tells: ${said}`];
  });
}

/** Every gap and every zero lash at a stop where its follower rests, unless a reason was given. */
function offBase({ live, job, file }: Played): string[] {
  const engine = resolveEngine(file);
  return live.flatMap((e) => {
    if ((e.kind !== "reading" && e.kind !== "zeroed") || e.reason !== null) return [];
    const [valve, stop] = [engine.valves.find((v) => v.id === e.valve), job.route.find((s) => s.letter === e.stop)];
    const margin =
      valve === undefined || stop === undefined ? null : marginDeg(valve, stop.crankDeg, engine.cycleDeg);
    return margin !== null && margin >= 0 ? [] : [`${e.kind} of ${e.valve} at ${e.stop}, margin ${margin}`];
  });
}

/** No turn of the crank while a squeezed lifter has not bled down, but where piston and cam are out of the way. */
function unwaited({ live, job, file }: Played): string[] {
  const plan = jobAs(job, "preload")?.task.plan;
  const minutes = plan?.bleedMinutes ?? null;
  if (minutes === null) return [];
  const engine = resolveEngine(file);
  const degOf = (letter: string): number => job.route.find((s) => s.letter === letter)?.crankDeg ?? 0;
  // How far the crank really went since, and not only where its mark is.
  let squeezed: { valve: string; stop: string; atMs: number; goneDeg: number }[] = [];
  let stop = "";
  return live.flatMap((e) => {
    const atMs = Date.parse(e.at);
    if (e.kind === "set" && (e.turns ?? 0) > 0) squeezed.push({ valve: e.valve, stop: e.stop, atMs, goneDeg: 0 });
    if (e.kind === "bled-down") squeezed = [];
    if (e.kind !== "arrived" || e.stop === stop) return [];
    const by = stop === "" ? 0 : advance(degOf(stop), degOf(e.stop), engine.cycleDeg) || engine.cycleDeg;
    squeezed = squeezed.map((s) => ({ ...s, goneDeg: s.goneDeg + by }));
    stop = e.stop;
    return squeezed
      .filter((s) => atMs - s.atMs < minutes * 60_000)
      .flatMap((s) => {
        const valve = engine.valves.find((v) => v.id === s.valve);
        return valve !== undefined &&
          s.goneDeg < engine.cycleDeg &&
          mayGoOn(valve, degOf(s.stop), degOf(s.stop) + s.goneDeg, engine.cycleDeg)
          ? []
          : [`to ${e.stop} with ${s.valve} squeezed at ${s.stop} ${Math.round((atMs - s.atMs) / 1000)} s before`];
      });
  });
}

/** Parts that are measured in mm everywhere, or listed in their maker's system, are told so beside the engine's own. */
function hasForeignParts({ file: { adjuster }, file }: Played): boolean {
  const listed = parseLength(adjuster?.lengths?.[0] ?? "")?.unit;
  return (
    ["bucket-shim", "bucket", "positive-closing"].includes(adjuster?.kind ?? "") ||
    (listed ?? unitOf(file)) !== unitOf(file)
  );
}

function otherUnit(played: Played): string[] {
  const other = unitOf(played.file) === "in" ? /\d mm\b/ : /\d in\b(?! all)/;
  return [...new Set(instructions(played).flatMap(wordsOf))].filter((words) => other.test(words));
}

describe.each(GEAR_KINDS)("jobs on %s", (kind) => {
  it(`hold in all of ${EACH}`, () => {
    const broken: string[] = [];
    let opened = 0;
    for (let i = 0; i < EACH; i++) {
      const played = playedJob(SEED, kind, i);
      if ("notOpened" in played) continue;
      opened += 1;
      const found = [
        ...played.notTaken.map((why) => `offered, and not taken: ${why}`),
        ...turnsTold(played),
        ...offBase(played),
        ...unwaited(played),
        ...(hasForeignParts(played) ? [] : otherUnit(played)),
      ];
      broken.push(...found.map((what) => `job ${i}: ${what}`));
    }
    expect(broken).toEqual([]);
    expect(opened).toBeGreaterThan(EACH / 2);
  });
});
