/**
 * Every sentence that is said in jobs of a kind of gear, in one file for each: to be read through as its mechanic would.
 * Figures and names of valves are left out of them, so that a sentence stands once. A change of words shows here;
 * `npx vitest -u` writes it anew once it was read.
 */
import { describe, expect, it } from "vitest";
import { playedJob } from "./jobs";
import { sentencesOf } from "./tellings";

const SEED = 11;
const JOBS = 24;

const KINDS = ["screw", "grind", "hydraulic", "fixed", "bucket-shim", "bucket", "positive-closing"] as const;
type Kind = (typeof KINDS)[number];

/** What no mechanic of this gear should hear: parts that it does not have, and words that nobody says. */
const NOT_SAID: Readonly<Record<Kind, RegExp>> = {
  screw: /\bshims?\b|\bbuckets?\b|plunger|preload|bled down|collets?/i,
  grind: /\bshims?\b|\bbuckets?\b|plunger|preload|bled down|\brockers?\b(?! shaft)|\bscrews?\b|pushrod/i,
  hydraulic: /\bshims?\b|\bbuckets?\b|collets?|grind/i,
  fixed: /\bbuckets?\b|preload|collets?|grind/i,
  "bucket-shim": /plunger|preload|bled down|pushrod|collets?|grind|turn (the )?screw/i,
  bucket: /plunger|preload|bled down|pushrod|collets?|grind|turn (the )?screw|\brockers?\b(?! shaft)/i,
  "positive-closing": /plunger|preload|bled down|pushrod|grind|turn (the )?screw/i,
};
/** Gear on which nothing is screwed has nothing to lock; shafts and start air may be, and closing asks of any gear. */
const WITHOUT_LOCK: readonly Kind[] = ["grind", "fixed", "bucket-shim", "bucket", "positive-closing"];
const LOCK = /\block(?! and seat| out)(s|ed|ing|nut)?\b(?!: it may)/i;
const NOBODY_SAYS = /half a cycle|per cent\b|\bminded\b|\bheel\b|\bsiblings\b|\bcolour|\bcentre|\bgrey\b|\btyre/i;

describe.each(KINDS)("sentences of jobs on %s", (kind) => {
  const jobs = Array.from({ length: JOBS }, (_, i) => playedJob(SEED, kind, i));
  const said = [...new Set(jobs.flatMap(sentencesOf))].sort();
  it("are these", async () => {
    await expect(`${said.join("\n")}\n`).toMatchFileSnapshot(`sentences/${kind}.txt`);
  });
  it("speak of this gear alone, in words that people use", () => {
    const wrong = [NOT_SAID[kind], NOBODY_SAYS, ...(WITHOUT_LOCK.includes(kind) ? [LOCK] : [])];
    expect(said.filter((s) => wrong.some((w) => w.test(s)))).toEqual([]);
  });
});
