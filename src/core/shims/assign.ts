/**
 * Which part goes where: all positions at once, exactly.
 *
 * Goals in order: fewest positions out of their bands (by the middle of the reading), fewest that are not surely
 * in them by what is known of the parts, least money, least sum of squared distances from the aim, fewest parts moved
 * between positions.
 */
import { type Interval, interval } from "../units/interval";
import { type Cost, MOST_MONEY, UNSURE, moneyUnits, squareUnits } from "./cost";
import { type Edge, cheapestMatching } from "./matching";
import { lashWithMm, newThicknessMm, thicknessWindow } from "./oneValve";

export interface Position {
  readonly id: string;
  /** Thickness of the part that is fitted, in mm. */
  readonly fittedMm: number;
  /** What was read; the middle counts. */
  readonly lashMm: Interval;
  readonly lowMm: number;
  readonly highMm: number;
  readonly aimMm: number;
  /** Whose engine it is: parts taken out move within one engine only. Left out: all are one. */
  readonly engine?: string;
  /** How far the fitted part may be from its thickness, in mm: a mark is not a measurement. Left out: 0. */
  readonly withinMm?: number;
  /** What is in there is a test part, or nothing: it can't stay, and serves nowhere. */
  readonly testPart?: boolean;
}
export interface Part {
  readonly id: string;
  readonly thicknessMm: number;
  readonly source: "stock" | "buy";
  /** How many there are; null = as many as wanted. */
  readonly quantity: number | null;
  readonly cost: number;
  /** How far it may be from its thickness, in mm. Left out: 0. */
  readonly withinMm?: number;
}
export interface ShimProblem {
  readonly positions: readonly Position[];
  readonly parts: readonly Part[];
  /** Parts that are taken out may serve elsewhere. */
  readonly reuse: boolean;
  /** Told how many positions are done; answers whether to go on. */
  readonly onProgress?: (done: number, of: number) => boolean;
}

export interface Pick {
  readonly position: string;
  readonly thicknessMm: number;
  readonly source: "own" | "moved" | "stock" | "buy";
  /** The position it comes from, or the part's id; its own position for its own part. */
  readonly from: string;
  readonly predictedLashMm: number;
}
export interface Unserved {
  readonly position: string;
  /** The thicknesses that would do. */
  readonly needsMm: readonly [number, number];
}
export interface ShimPlan {
  readonly picks: readonly Pick[];
  readonly cost: number;
  readonly bought: number;
  readonly moved: number;
  readonly sumSquaresMm2: number;
  readonly unserved: readonly Unserved[];
  /** Parts that were taken out and serve nowhere, by the position they came from. */
  readonly leftOver: readonly string[];
  /** False when it was stopped before all was tried. */
  readonly optimal: boolean;
}

export const middle = ({ lo, hi }: Interval): number => (lo + hi) / 2;

/** Parts that are alike, wherever they lie: one column. */
interface Group {
  readonly thicknessMm: number;
  readonly source: "own" | "stock" | "buy";
  readonly cost: number;
  readonly withinMm: number;
  readonly engine: string | null;
  /** Where each comes from, with how many; null = as many as wanted. */
  readonly members: { readonly from: string; readonly count: number | null }[];
}

/** @throws RangeError when money is asked beyond what is counted exactly */
export function assignShims({ positions, parts, reuse, onProgress }: ShimProblem): ShimPlan {
  const groups = groupsOf(positions, parts, reuse);
  const capacity = groups.map((g) => g.members.reduce((sum, m) => sum + (m.count ?? positions.length), 0));
  const dearest = Math.max(0, ...parts.map((p) => moneyUnits(p.cost)));
  if (dearest * positions.length > MOST_MONEY)
    throw new RangeError(
      `assignShims: too dear to be counted exactly: ${dearest / 1000} for each of ${positions.length}`,
    );
  const byThickness = groups.map((g, column) => ({ ...g, column })).sort((a, b) => a.thicknessMm - b.thicknessMm);
  const rows = positions.map((p) => edgesOf(p, byThickness, reuse));
  const { edgeOf, complete } = cheapestMatching({
    rows,
    capacity,
    ...(onProgress === undefined ? {} : { onRow: (done) => onProgress(done, positions.length) }),
  });
  return planOf(positions, groups, rows, edgeOf, complete);
}

function groupsOf(positions: readonly Position[], parts: readonly Part[], reuse: boolean): Group[] {
  const groups = new Map<string, Group>();
  const into = (key: string, made: Omit<Group, "members">, from: string, count: number | null): void => {
    const group = groups.get(key) ?? { ...made, members: [] };
    group.members.push({ from, count });
    groups.set(key, group);
  };
  for (const p of positions) {
    if (p.testPart === true) continue;
    const engine = p.engine ?? "";
    const withinMm = p.withinMm ?? 0;
    const key = reuse ? `own ${engine} ${p.fittedMm} ${withinMm}` : `own ${engine} ${p.id}`;
    into(key, { thicknessMm: p.fittedMm, source: "own", cost: 0, withinMm, engine }, p.id, 1);
  }
  for (const part of parts) {
    if (part.quantity === 0) continue;
    const { source, thicknessMm, cost, withinMm = 0 } = part;
    into(
      `${source} ${thicknessMm} ${cost} ${withinMm}`,
      { thicknessMm, source, cost, withinMm, engine: null },
      part.id,
      part.quantity,
    );
  }
  return [...groups.values()];
}

/** Rounding of a limit, far under any part's step. */
const EPS_MM = 1e-9;

type Placed = Group & { readonly column: number };

/** The groups that leave a position in its band, found by halving. */
function edgesOf(p: Position, byThickness: readonly Placed[], reuse: boolean): Edge[] {
  const window = thicknessWindow(p.fittedMm, middle(p.lashMm), p);
  const wanted = newThicknessMm(p.fittedMm, middle(p.lashMm), p.aimMm);
  const edges: Edge[] = [];
  for (let i = firstFrom(byThickness, window.lo - EPS_MM); i < byThickness.length; i++) {
    const g = byThickness[i];
    if (g === undefined || g.thicknessMm > window.hi + EPS_MM) break;
    const own = g.source === "own" && g.members.some((m) => m.from === p.id);
    if (g.source === "own" && !own && (!reuse || g.engine !== (p.engine ?? ""))) continue;
    // A part that stays leaves what was read, whatever its thickness is.
    const sure = own || isSure(g.thicknessMm, window, (p.withinMm ?? 0) + g.withinMm);
    const cost: Cost = {
      money: moneyUnits(g.cost) + (sure ? 0 : UNSURE),
      squares: squareUnits(g.thicknessMm - wanted),
      moved: g.source === "own" && !own ? 1 : 0,
    };
    edges.push({ column: g.column, ...cost });
  }
  return edges;
}

const isSure = (thicknessMm: number, { lo, hi }: Interval, withinMm: number): boolean =>
  thicknessMm - withinMm >= lo - EPS_MM && thicknessMm + withinMm <= hi + EPS_MM;

/** The first group of at least this thickness. */
function firstFrom(byThickness: readonly Placed[], mm: number): number {
  let [lo, hi] = [0, byThickness.length];
  while (lo < hi) {
    const half = (lo + hi) >> 1;
    if ((byThickness[half]?.thicknessMm ?? Infinity) < mm) lo = half + 1;
    else hi = half;
  }
  return lo;
}

function planOf(
  positions: readonly Position[],
  groups: readonly Group[],
  rows: readonly (readonly Edge[])[],
  edgeOf: Int32Array,
  optimal: boolean,
): ShimPlan {
  const takers = new Map<number, Position[]>();
  positions.forEach((p, row) => {
    const edge = rows[row]?.[edgeOf[row] ?? -1];
    if (edge !== undefined) takers.set(edge.column, [...(takers.get(edge.column) ?? []), p]);
  });
  const byPosition = new Map(
    [...takers].flatMap(([column, who]) => handOut(groups[column], who)).map((pick) => [pick.position, pick]),
  );
  const picks = positions.flatMap((p) => byPosition.get(p.id) ?? []);
  const used = new Set(picks.filter((p) => p.source === "own" || p.source === "moved").map((p) => p.from));
  return {
    picks,
    optimal,
    cost: [...takers].reduce((sum, [column, who]) => sum + (groups[column]?.cost ?? 0) * who.length, 0),
    bought: picks.filter((p) => p.source === "buy").length,
    moved: picks.filter((p) => p.source === "moved").length,
    sumSquaresMm2: positions.reduce((sum, p) => sum + offAim(p, byPosition.get(p.id)) ** 2, 0),
    unserved: positions
      .filter((p) => !byPosition.has(p.id))
      .map((p) => {
        const { lo, hi } = thicknessWindow(p.fittedMm, middle(p.lashMm), p);
        return { position: p.id, needsMm: [lo, hi] as const };
      }),
    leftOver: positions.filter((p) => p.testPart !== true && !used.has(p.id)).map((p) => p.id),
  };
}

const offAim = (p: Position, pick: Pick | undefined): number =>
  pick === undefined ? 0 : pick.predictedLashMm - p.aimMm;

/** Who gets which of the parts that are alike: whoever has one of them keeps their own. */
function handOut(group: Group | undefined, who: readonly Position[]): Pick[] {
  if (group === undefined) return [];
  const pick = (p: Position, source: Pick["source"], from: string): Pick => ({
    position: p.id,
    thicknessMm: group.thicknessMm,
    source,
    from,
    predictedLashMm: lashWithMm(p.fittedMm, middle(p.lashMm), group.thicknessMm),
  });
  if (group.source !== "own") {
    const { source } = group;
    const parts = group.members.flatMap((m) =>
      Array<string>(Math.min(m.count ?? who.length, who.length)).fill(m.from),
    );
    return who.map((p, i) => pick(p, source, parts[i] ?? ""));
  }
  const own = new Set(group.members.map((m) => m.from));
  const keeps = who.filter((p) => own.has(p.id));
  for (const p of keeps) own.delete(p.id);
  const free = [...own];
  return [
    ...keeps.map((p) => pick(p, "own", p.id)),
    ...who.filter((p) => !keeps.includes(p)).map((p, i) => pick(p, "moved", free[i] ?? "")),
  ];
}

/** Positions and their lash as an interval; a bare figure is known exactly. */
export const known = (mm: number): Interval => interval(mm, mm);
