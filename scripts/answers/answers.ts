/**
 * What the core and the screens answer, written down and held against an earlier writing: answers of all open
 * calculations to random inputs, and whole random jobs of every kind with all that is told on the way.
 *
 *   npm run answers -- write FILE [seed]      npm run answers -- compare FILE
 */
import { readFileSync, writeFileSync } from "node:fs";
import { isDeepStrictEqual } from "node:util";
import { type Answered, calculations } from "./calculations";
import { jobs } from "./jobs";

const EACH_CALCULATION = 500;
const EACH_JOB = 60;

interface Written {
  readonly seed: number;
  readonly answers: readonly Answered[];
}

/** Through JSON, so that what is compared is what would be read back. */
const ask = (seed: number): Answered[] =>
  JSON.parse(JSON.stringify([...calculations(seed, EACH_CALCULATION), ...jobs(seed, EACH_JOB)])) as Answered[];

/** Where two answers part first, as a path with both sides. */
function firstDifference(was: unknown, is: unknown, path = ""): string | null {
  if (isDeepStrictEqual(was, is)) return null;
  if (typeof was === "object" && typeof is === "object" && was !== null && is !== null) {
    for (const key of new Set([...Object.keys(was), ...Object.keys(is)])) {
      const found = firstDifference(
        (was as Record<string, unknown>)[key],
        (is as Record<string, unknown>)[key],
        `${path}.${key}`,
      );
      if (found !== null) return found;
    }
  }
  return `${path}\n    was ${JSON.stringify(was)?.slice(0, 400)}\n    is  ${JSON.stringify(is)?.slice(0, 400)}`;
}

function compare(file: string): number {
  const { seed, answers } = JSON.parse(readFileSync(file, "utf8")) as Written;
  const now = new Map(ask(seed).map((a) => [a.id, a.answer]));
  const parted = answers.flatMap(({ id, answer }) => {
    const difference = firstDifference(answer, now.get(id));
    return difference === null ? [] : [`${id}: ${difference}`];
  });
  for (const line of parted.slice(0, 20)) process.stdout.write(`${line}\n`);
  process.stdout.write(`${answers.length - parted.length} alike, ${parted.length} other\n`);
  return parted.length === 0 ? 0 : 1;
}

function main([command, file, seed]: readonly string[]): number {
  if (command === "compare" && file !== undefined) return compare(file);
  if (command === "write" && file !== undefined) {
    const answers = ask(Number(seed ?? 1));
    writeFileSync(file, JSON.stringify({ seed: Number(seed ?? 1), answers } satisfies Written));
    const steps = answers.reduce((n, { answer }) => n + ((answer as { told?: unknown[] }).told?.length ?? 0), 0);
    process.stdout.write(`${answers.length} answers, ${steps} of them told in jobs\n`);
    return 0;
  }
  process.stderr.write("Say: write FILE [seed], or compare FILE.\n");
  return 2;
}

process.exitCode = main(process.argv.slice(2));
