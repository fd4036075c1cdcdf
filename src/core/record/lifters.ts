/** Hydraulic lifters over the visits: how deep each stood as found and as left. Pure. */
import type { ValveRole } from "../engine/engineFile";

/** One lifter at one closed job; null where nobody counted. Depths of the plunger in mm, turns from zero lash. */
export interface LifterResult {
  readonly foundTurns: number | null;
  readonly foundMm: number | null;
  readonly leftTurns: number | null;
  readonly leftMm: number | null;
}

/** A closed job on lifters. */
export interface LifterVisit {
  readonly jobId: string;
  /** ISO 8601. */
  readonly at: string;
  /** What the counter showed; null where nobody said. */
  readonly use: number | null;
  readonly lifters: readonly (LifterResult & { readonly valve: string; readonly role: ValveRole })[];
}

export interface LifterAtVisit extends LifterResult {
  readonly jobId: string;
  /** Deeper (over 0) or shallower than it was left the visit before, in turns; null where nothing compares. */
  readonly movedTurns: number | null;
}

export interface LifterLife {
  readonly valve: string;
  readonly role: ValveRole;
  /** The oldest first. */
  readonly visits: readonly LifterAtVisit[];
}

/** Each lifter over the visits, the oldest first. */
export function lifterLives(visits: readonly LifterVisit[]): LifterLife[] {
  const lives = new Map<string, { role: ValveRole; visits: LifterAtVisit[] }>();
  for (const { jobId, lifters } of visits)
    for (const { valve, role, ...result } of lifters) {
      const life = lives.get(valve) ?? { role, visits: [] };
      lives.set(valve, life);
      const left = life.visits.findLast((v) => v.leftTurns !== null)?.leftTurns ?? null;
      const movedTurns = left === null || result.foundTurns === null ? null : result.foundTurns - left;
      life.visits.push({ jobId, ...result, movedTurns });
    }
  return [...lives].map(([valve, life]) => ({ valve, ...life }));
}
