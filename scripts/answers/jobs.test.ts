/**
 * Whole random jobs of every kind of gear, each played once: what must never be told or taken, the words that belong to
 * the gear, and the sentences that tell the next thing, which a person has read. `npx vitest -u` writes those anew once
 * they were read; figures and names of valves are left out of them, so that a sentence stands once.
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
import { runs } from "@/core/units/runs.testing";
import type { Instruction } from "../../src/ui/run/words/shape";
import { GEAR_KINDS } from "./engines";
import { type PlayedJob, playedJob } from "./jobs";
import { sentencesOf, titlesOf } from "./tellings";

const SEED = 11;
/** Jobs of each kind. */
const EACH = 16;

type GearKind = (typeof GEAR_KINDS)[number];
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

/** What no mechanic of this gear should hear: parts that it does not have, and words that nobody says. */
const NOT_SAID: Readonly<Record<GearKind, RegExp>> = {
  screw: /\bshims?\b|\bbuckets?\b|plunger|preload|bled down|collets?/i,
  grind: /\bshims?\b|\bbuckets?\b|plunger|preload|bled down|\brockers?\b(?! shaft)|\bscrews?\b|pushrod/i,
  hydraulic: /\bshims?\b|\bbuckets?\b|collets?|grind/i,
  fixed: /\bbuckets?\b|preload|collets?|grind/i,
  "bucket-shim": /plunger|preload|bled down|pushrod|collets?|grind|turn (the )?screw/i,
  bucket: /plunger|preload|bled down|pushrod|collets?|grind|turn (the )?screw|\brockers?\b(?! shaft)/i,
  "positive-closing": /plunger|preload|bled down|pushrod|grind|turn (the )?screw/i,
};
/** Gear on which nothing is screwed has nothing to lock; shafts and start air may be, and closing asks of any gear. */
const WITHOUT_LOCK: readonly GearKind[] = ["grind", "fixed", "bucket-shim", "bucket", "positive-closing"];
const LOCK = /\block(?! and seat| out)(s|ed|ing|nut)?\b(?!: it may)/i;
const NOBODY_SAYS = /half a cycle|per cent\b|\bminded\b|\bheel\b|\bsiblings\b|\bcolour|\bcentre|\bgrey\b|\btyre/i;

/** Played when they are first asked for, and once. */
const played = new Map<GearKind, readonly PlayedJob[]>();
function jobsOn(kind: GearKind): readonly PlayedJob[] {
  const known = played.get(kind) ?? Array.from({ length: runs(EACH) }, (_, i) => playedJob(SEED, kind, i));
  played.set(kind, known);
  return known;
}

describe.each(GEAR_KINDS)("jobs on %s", (kind) => {
  it("hold: what a button offers is taken, a turn is told as it is entered, nothing is read off its base circle", () => {
    const jobs = jobsOn(kind);
    const broken = jobs.flatMap((p, i) =>
      "notOpened" in p
        ? []
        : [
            ...p.notTaken.map((why) => `offered, and not taken: ${why}`),
            ...turnsTold(p),
            ...offBase(p),
            ...unwaited(p),
            ...(hasForeignParts(p) ? [] : otherUnit(p)),
          ].map((what) => `job ${i}: ${what}`),
    );
    expect(broken).toEqual([]);
    expect(jobs.filter((p) => !("notOpened" in p)).length).toBeGreaterThan(jobs.length / 2);
  });

  it("speak of this gear alone, in words that people use", () => {
    const wrong = [NOT_SAID[kind], NOBODY_SAYS, ...(WITHOUT_LOCK.includes(kind) ? [LOCK] : [])];
    const said = [...new Set(jobsOn(kind).flatMap(sentencesOf))];
    expect(said.filter((s) => wrong.some((w) => w.test(s)))).toEqual([]);
  });

  // On a share of the jobs fewer are told.
  it.runIf(runs(EACH) === EACH)("tell the next thing in these sentences", async () => {
    const titles = [...new Set(jobsOn(kind).flatMap(titlesOf))].sort();
    await expect(`${titles.join("\n")}\n`).toMatchFileSnapshot(`titles/${kind}.txt`);
  });
});
