/** What gauge studies know of hands. Pure. */
import { type GaugeStudy, type StudyReading, gaugeStudy } from "./gaugeStudy";
import { type Hand, type Hands, LEAST_REPEAT_MM } from "./hands";

/** A study that is done. */
export interface DoneStudy {
  readonly at: string;
  readonly bandMm: number;
  readonly readings: readonly StudyReading[];
  /** True gaps in mm, where they are known of all. */
  readonly knownMm: Readonly<Record<string, number>> | null;
}

/** So many repeats make a hand's own scatter worth more than that of all. */
const ENOUGH_REPEATS = 6;

/** The hands of one study. @throws RangeError where its readings are no study */
export function handsOfStudy({ at, bandMm, readings, knownMm }: DoneStudy): Hand[] {
  const study = gaugeStudy(readings, bandMm);
  return study.people.map(({ person, biasMm, repeatabilityMm }) => {
    const own = readings.filter((r) => r.person === person);
    const valves = new Set(own.map((r) => r.valve)).size;
    const repeat = own.length - valves >= ENOUGH_REPEATS ? repeatabilityMm : study.repeatabilityMm;
    const off = own.map((r) => r.valueMm - (knownMm?.[r.valve] ?? 0));
    return {
      person,
      at,
      repeatMm: Math.max(LEAST_REPEAT_MM, repeat),
      biasMm:
        knownMm !== null ? off.reduce((a, b) => a + b, 0) / off.length : study.people.length > 1 ? biasMm : null,
      against: knownMm === null ? "others" : "known",
    };
  });
}

/** The newest that is known of each. @param studies in any order */
export const handsOfStudies = (studies: readonly DoneStudy[]): Hands =>
  new Map(
    [...studies]
      .sort((a, b) => a.at.localeCompare(b.at))
      .flatMap(handsOfStudy)
      .map((h) => [h.person, h]),
  );

/** What a study says of reading this band so. */
export const verdictOfStudy = ({ verdict, shareOfBand }: GaugeStudy): string => {
  const share = `${Math.round(shareOfBand * 100)} percent of the band`;
  if (verdict === "good") return `Good: reading takes up ${share}.`;
  if (verdict === "usable")
    return `Usable: reading takes up ${share}. A valve near its limit is worth a second look.`;
  return `This way of reading can't judge this band: it takes up ${share}. Read with finer leaves, or agree on the drag.`;
};
