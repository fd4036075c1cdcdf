/**
 * How well hands read: the same valves read by several people, or several times by one, taken apart into what the valves
 * differ by, what the people differ by, and what is left. Crossed analysis of variance; lengths in mm. Pure.
 */
import { fisherAbove } from "./distributions";

export interface StudyReading {
  readonly valve: string;
  readonly person: string;
  readonly valueMm: number;
}

export type StudyVerdict = "good" | "usable" | "no";

/** All are standard deviations, but for what says otherwise. */
export interface GaugeStudy {
  readonly repeatabilityMm: number;
  /** Of people and interaction together. */
  readonly reproducibilityMm: number;
  readonly interactionMm: number;
  readonly betweenValvesMm: number;
  readonly gaugeMm: number;
  /** Six gauge deviations over the band. */
  readonly shareOfBand: number;
  /** How many classes of gaps can be told apart; null with a gauge that never differs. */
  readonly distinct: number | null;
  /** Valves and people don't work on each other beyond chance: what looked so counts as repeatability. */
  readonly pooled: boolean;
  readonly verdict: StudyVerdict;
  /** A mean less the mean of all, in the order in which people come. */
  readonly people: readonly { readonly person: string; readonly biasMm: number; readonly repeatabilityMm: number }[];
}

/** Over this chance the interaction is taken for noise. */
const POOL_OVER = 0.25;
const GOOD_UNDER = 0.1;
const USABLE_UNDER = 0.3;
/** What rounding leaves of a difference that is none. */
const ROUNDING_MM2 = 1e-18;

const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
const squares = (values: readonly number[], middle: number): number => {
  const all = values.reduce((s, v) => s + (v - middle) ** 2, 0);
  return all < ROUNDING_MM2 ? 0 : all;
};

/** What keeps readings from being a study, or null. */
export function studyProblem(readings: readonly StudyReading[]): string | null {
  const [valves, people] = namesOf(readings);
  if (valves.length < 2) return "A study needs at least two valves.";
  const counts = valves.flatMap((v) => people.map((p) => cellOf(readings, v, p).length));
  if (Math.min(...counts) < 2) return "Everybody reads every valve at least twice.";
  return Math.min(...counts) === Math.max(...counts) ? null : "Every valve is read equally often by everybody.";
}

const namesOf = (readings: readonly StudyReading[]): [string[], string[]] => [
  [...new Set(readings.map((r) => r.valve))],
  [...new Set(readings.map((r) => r.person))],
];
const cellOf = (readings: readonly StudyReading[], valve: string, person: string): number[] =>
  readings.filter((r) => r.valve === valve && r.person === person).map((r) => r.valueMm);

/**
 * Takes a study apart. `toleranceMm` is the width of the band, over 0.
 * @throws RangeError where the readings are no study
 */
export function gaugeStudy(readings: readonly StudyReading[], toleranceMm: number): GaugeStudy {
  const problem = studyProblem(readings);
  if (problem !== null) throw new RangeError(`gaugeStudy: ${problem}`);
  const [valves, people] = namesOf(readings);
  const cells = valves.map((v) => people.map((p) => cellOf(readings, v, p)));
  const [n, p, k] = [valves.length, people.length, cells[0]?.[0]?.length ?? 0];
  const all = mean(readings.map((r) => r.valueMm));
  const valveMeans = cells.map((row) => mean(row.flat()));
  const personMeans = people.map((_, j) => mean(cells.flatMap((row) => row[j] ?? [])));
  const cellMeans = cells.map((row) => row.map(mean));
  const ofValves = (p * k * squares(valveMeans, all)) / (n - 1);
  const ofPeople = p === 1 ? 0 : (n * k * squares(personMeans, all)) / (p - 1);
  const together = cellMeans.flatMap((row, i) =>
    row.map((m, j) => m - (valveMeans[i] ?? 0) - (personMeans[j] ?? 0) + all),
  );
  const [interactionFree, restFree] = [(n - 1) * (p - 1), n * p * (k - 1)];
  const interactionSquares = k * squares(together, 0);
  const restSquares = cells.flat().reduce((s, cell) => s + squares(cell, mean(cell)), 0);
  const rest = restSquares / restFree;
  const ofInteraction = p === 1 ? 0 : interactionSquares / interactionFree;
  const pooled = p > 1 && isNoise(ofInteraction, rest, interactionFree, restFree);
  const repeat = pooled ? (interactionSquares + restSquares) / (interactionFree + restFree) : rest;
  const under = p === 1 || pooled ? repeat : ofInteraction;
  const interaction = p === 1 || pooled ? 0 : Math.max(0, (ofInteraction - repeat) / k);
  const person = p === 1 ? 0 : Math.max(0, (ofPeople - under) / (n * k));
  const valve = Math.max(0, (ofValves - under) / (p * k));
  const gaugeMm = Math.sqrt(repeat + person + interaction);
  const shareOfBand = (6 * gaugeMm) / toleranceMm;
  return {
    repeatabilityMm: Math.sqrt(repeat),
    reproducibilityMm: Math.sqrt(person + interaction),
    interactionMm: Math.sqrt(interaction),
    betweenValvesMm: Math.sqrt(valve),
    gaugeMm,
    shareOfBand,
    distinct: gaugeMm === 0 ? null : Math.floor((Math.SQRT2 * Math.sqrt(valve)) / gaugeMm),
    pooled,
    verdict: shareOfBand < GOOD_UNDER ? "good" : shareOfBand < USABLE_UNDER ? "usable" : "no",
    people: people.map((name, j) => ({
      person: name,
      biasMm: (personMeans[j] ?? 0) - all,
      repeatabilityMm: Math.sqrt(
        cells.reduce((s, row) => s + squares(row[j] ?? [], mean(row[j] ?? [0])), 0) / (n * (k - 1)),
      ),
    })),
  };
}

function isNoise(interaction: number, rest: number, above: number, below: number): boolean {
  if (interaction === 0) return true;
  return rest > 0 && fisherAbove(interaction / rest, above, below) > POOL_OVER;
}
