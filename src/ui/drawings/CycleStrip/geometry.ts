/**
 * The cycle unrolled: a row per kind of valve and cylinder, the crank from 0 to the whole cycle along it. Drawing
 * units are pixels.
 */
import type { Engine, Valve } from "@/core/engine/resolve";
import type { ValveRole } from "@/core/engine/engineFile";
import { type Arc, complement, fold, union } from "@/core/units/angle/arc";

export const LABEL_WIDTH = 64;
export const HEAD_ROOM = 34;
export const FOOT_ROOM = 30;
const SIDE = 14;

export interface Piece {
  readonly x: number;
  readonly width: number;
}
export interface StripRow {
  readonly key: string;
  readonly label: string;
  readonly role: ValveRole;
  readonly valves: readonly string[];
  readonly y: number;
  /** Where the follower rests on its base circle. */
  readonly baseCircle: readonly Piece[];
  /** The slow parts of its lobe. */
  readonly ramps: readonly Piece[];
}
export interface StripLayout {
  readonly width: number;
  readonly height: number;
  readonly rowHeight: number;
  readonly rows: readonly StripRow[];
  /** Drawing x of a crank angle. */
  readonly xOf: (deg: number) => number;
  /** Crank angle of a drawing x, within the cycle. */
  readonly degOf: (x: number) => number;
}

/** Lays the strip out in a width. Valves that move together share a row. */
export function layStrip(engine: Engine, width: number): StripLayout {
  const { cycleDeg } = engine;
  const room = Math.max(120, width - LABEL_WIDTH - SIDE);
  const xOf = (deg: number): number => LABEL_WIDTH + (deg / cycleDeg) * room;
  const degOf = (x: number): number =>
    Math.max(0, Math.min(cycleDeg - 1, Math.round(((x - LABEL_WIDTH) / room) * cycleDeg)));
  const groups = groupsOf(engine.valves);
  const rowHeight = groups.length <= 12 ? 28 : groups.length <= 20 ? 23 : 19;
  const rows = groups.map((valves, i): StripRow => {
    const first = valves[0] as Valve;
    const pieces = (arcs: readonly Arc[]): Piece[] =>
      arcs
        .flatMap((a) => cut(a, first.firingDeg, cycleDeg))
        .map(([from, to]) => ({ x: xOf(from), width: xOf(to) - xOf(from) }));
    const role = engine.roleArcs[first.role];
    return {
      key: `${first.cylinder}|${first.role}`,
      role: first.role,
      valves: valves.map((v) => v.id),
      label: valves.length === 1 ? first.id : `${first.id}…${valves.at(-1)?.id.replace(first.cylinder, "") ?? ""}`,
      y: HEAD_ROOM + i * rowHeight,
      baseCircle: pieces(first.baseCircleArcs ?? []),
      ramps:
        role === undefined
          ? []
          : pieces(
              complement(
                union(
                  [
                    role.lobe,
                    ...(first.baseCircleArcs ?? []),
                    ...engine.releases.filter((r) => r.role === first.role).map((r) => r.arc),
                  ],
                  cycleDeg,
                ),
                cycleDeg,
              ),
            ),
    };
  });
  return { width, height: HEAD_ROOM + rows.length * rowHeight + FOOT_ROOM, rowHeight, rows, xOf, degOf };
}

/** Valves of one cylinder and role, in the order of the engine. */
function groupsOf(valves: readonly Valve[]): Valve[][] {
  const groups = new Map<string, Valve[]>();
  for (const v of valves)
    groups.set(`${v.cylinder}|${v.role}`, [...(groups.get(`${v.cylinder}|${v.role}`) ?? []), v]);
  return [...groups.values()];
}

/** An arc on the crank's cycle, cut where the strip ends. */
function cut(arc: Arc, byDeg: number, cycleDeg: number): [number, number][] {
  const from = fold(arc.startDeg + byDeg, cycleDeg);
  const to = from + arc.spanDeg;
  if (arc.spanDeg >= cycleDeg) return [[0, cycleDeg]];
  return to <= cycleDeg
    ? [[from, to]]
    : [
        [from, cycleDeg],
        [0, to - cycleDeg],
      ];
}
