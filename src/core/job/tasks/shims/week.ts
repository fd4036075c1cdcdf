/** Several jobs on one stock: who gets which part in stock, and what is bought for all of them. */
import type { DrawerPartKind, StockPart } from "../../../parts/part";
import { type Pick, type Position, type ShimPlan, type Unserved, assignShims } from "../../../shims/assign";
import type { JobOf } from "../../job";
import type { LedgerEntry } from "../../ledger/entry";
import { foldLedger } from "../../state/fold";
import { SHIMS } from "./index";
import type { ShimsTask } from "./plan";
import { type Out, type ShimSources, type ShimWish, shimParts, shimPositions } from "./problem";

export interface WeekJob {
  readonly id: string;
  readonly engine: string;
  readonly job: JobOf<ShimsTask>;
  readonly entries: readonly LedgerEntry[];
  readonly out: Out;
}
/** All that the page of a week is given. */
export interface WeekPageData {
  readonly jobs: readonly WeekJob[];
  readonly stock: readonly StockPart[];
}
export type WeekChoice = Omit<ShimWish, "scope">;

/** The share of one job in the plan for all. */
export interface WeekShare {
  readonly id: string;
  readonly picks: readonly Pick[];
  readonly unserved: readonly Unserved[];
  readonly leftOver: readonly string[];
}
export interface Week {
  readonly shares: readonly WeekShare[];
  readonly bought: number;
  readonly moved: number;
}

interface Alike {
  readonly kind: DrawerPartKind;
  readonly diameterMm: number | null;
  readonly jobs: WeekJob[];
}

/** Jobs whose engines take the same parts share them; an engine's own parts move within that engine only. */
export function planWeek(
  jobs: readonly WeekJob[],
  sources: ShimSources,
  choice: WeekChoice,
  onProgress?: (done: number, of: number) => boolean,
): Week {
  const groups = new Map<string, Alike>();
  for (const j of jobs) {
    const { kind, diameterMm } = j.job.task.plan;
    const group = groups.get(`${kind} ${diameterMm}`) ?? { kind, diameterMm, jobs: [] };
    group.jobs.push(j);
    groups.set(`${kind} ${diameterMm}`, group);
  }
  const plans = [...groups.values()].map((group) => planAlike(group, sources, choice, onProgress));
  return {
    shares: plans.flatMap((p) => p.shares),
    bought: plans.reduce((n, p) => n + p.plan.bought, 0),
    moved: plans.reduce((n, p) => n + p.plan.moved, 0),
  };
}

/** Valves of several engines have the same names: each stands under its job. */
const SEPARATOR = " · ";

function planAlike(
  { jobs }: Alike,
  sources: ShimSources,
  choice: WeekChoice,
  onProgress?: (done: number, of: number) => boolean,
): { shares: WeekShare[]; plan: ShimPlan } {
  const [first] = jobs;
  if (first === undefined) throw new RangeError("planAlike: no jobs");
  const positions = jobs.flatMap(({ id, job, entries, out }) =>
    shimPositions(foldLedger(SHIMS, job, entries), out, { ...choice, scope: "all" }).map((p): Position => ({
      ...p,
      id: id + SEPARATOR + p.id,
      engine: id,
    })),
  );
  const plan = assignShims({
    positions,
    parts: shimParts(first.job.task.plan, sources, choice.buying),
    reuse: !choice.stay,
    ...(onProgress === undefined ? {} : { onProgress }),
  });
  const bare = (at: string): string => at.slice(at.indexOf(SEPARATOR) + SEPARATOR.length);
  const shares = jobs.map(({ id }): WeekShare => {
    const mine = (at: string): boolean => at.startsWith(id + SEPARATOR);
    return {
      id,
      picks: plan.picks
        .filter((p) => mine(p.position))
        .map((p) => ({
          ...p,
          position: bare(p.position),
          from: p.source === "own" || p.source === "moved" ? bare(p.from) : p.from,
        })),
      unserved: plan.unserved.filter((u) => mine(u.position)).map((u) => ({ ...u, position: bare(u.position) })),
      leftOver: plan.leftOver.filter(mine).map(bare),
    };
  });
  return { shares, plan };
}
