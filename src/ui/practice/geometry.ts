/** Where a virtual engine's valves stand in the picture, and how far what moves has moved. Pixels. */
import type { ValveRole } from "@/core/engine/engineFile";
import type { Appearance } from "@/core/practice/engine/appearance";
import { fold } from "@/core/units/angle/arc";

export interface Cell {
  readonly id: string;
  readonly cylinder: string;
  readonly role: ValveRole;
  /** Its middle, and the top of its row. */
  readonly x: number;
  readonly top: number;
  readonly width: number;
  /** How far it is open, from 0 to 1, by step of the crank. */
  readonly open: readonly number[];
}
export interface BenchLayout {
  readonly width: number;
  readonly height: number;
  readonly cells: readonly Cell[];
  readonly cylinders: readonly {
    readonly id: string;
    readonly x: number;
    readonly y: number;
    readonly width: number;
  }[];
}

export const ROW_HEIGHT = 172;
const EYE_STEPS = 20;
/** A finger needs this much. */
const LEAST_CELL = 56;
const MOST_CELL = 110;

/** Bank by bank; on a narrow screen in as many rows as fingers need. */
export function benchLayout(
  { cylinders, valves }: Pick<Appearance, "cylinders" | "valves">,
  width: number,
): BenchLayout {
  const banks = [...new Set(cylinders.map((c) => c.bank))].map((bank) => cylinders.filter((c) => c.bank === bank));
  const of = (id: string) => valves.filter((v) => v.cylinder === id);
  const rows = banks.flatMap((bank) => {
    const count = bank.reduce((n, c) => n + of(c.id).length, 0);
    const inRow = Math.max(1, Math.floor(width / LEAST_CELL));
    const parts = Math.ceil(count / inRow);
    const each = Math.ceil(bank.length / parts);
    return Array.from({ length: Math.ceil(bank.length / each) }, (_, i) => bank.slice(i * each, (i + 1) * each));
  });
  const most = Math.max(...rows.map((row) => row.reduce((n, c) => n + of(c.id).length, 0)));
  const cell = Math.min(MOST_CELL, width / most);
  const cells: Cell[] = [];
  const names: BenchLayout["cylinders"][number][] = [];
  rows.forEach((row, r) => {
    const count = row.reduce((n, c) => n + of(c.id).length, 0);
    let x = (width - count * cell) / 2;
    for (const c of row) {
      const own = of(c.id);
      names.push({
        id: c.id,
        x: x + (own.length * cell) / 2,
        y: r * ROW_HEIGHT + ROW_HEIGHT - 8,
        width: own.length * cell,
      });
      for (const v of own) {
        cells.push({
          id: v.id,
          cylinder: c.id,
          role: v.role,
          x: x + cell / 2,
          top: r * ROW_HEIGHT,
          width: cell,
          open: v.open.map((n) => n / EYE_STEPS),
        });
        x += cell;
      }
    }
  });
  return { width, height: rows.length * ROW_HEIGHT, cells, cylinders: names };
}

/** Between two steps of a list that runs round the cycle, on the straight line. */
export function between(
  list: readonly number[],
  turnedDeg: number,
  { cycleDeg, stepDeg }: Pick<Appearance, "cycleDeg" | "stepDeg">,
): number {
  const at = fold(turnedDeg, cycleDeg) / stepDeg;
  const [i, share] = [Math.floor(at), at - Math.floor(at)];
  const [a, b] = [list[i % list.length] ?? 0, list[(i + 1) % list.length] ?? 0];
  return a + (b - a) * share;
}

/** How a valve looks, in a word. */
export const openWords = (open: number, role: ValveRole): string =>
  open <= 0.001
    ? "at rest"
    : role === "injector"
      ? "pressed down"
      : open < 0.2
        ? "a little open"
        : open < 0.9
          ? "open"
          : "fully open";
/** How the crank turns, in a word. */
export const STIFF_WORDS = ["turns easily", "turns stiffly", "turns hard: compression"] as const;
