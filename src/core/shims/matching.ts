/**
 * The cheapest assignment of rows to columns with capacities, exactly: shortest augmenting paths with
 * potentials, row by row (the Hungarian method on a sparse graph). Costs are lexicographic triples of whole
 * numbers; a row that no column can serve costs {@link UNSERVED}, so as few as possible are left out first.
 *
 * Columns stand for parts that are alike: with many parts of few thicknesses the graph stays small, and
 * since nearly every row finds its column free, nearly every path has one edge.
 */
import { type Cost, UNSERVED } from "./cost";

export interface Edge extends Cost {
  readonly column: number;
}
export interface MatchProblem {
  /** For each row the columns that can serve it. */
  readonly rows: readonly (readonly Edge[])[];
  /** How many rows each column can serve. */
  readonly capacity: readonly number[];
  /** Told now and then how many rows are done; answers whether to go on. */
  readonly onRow?: (done: number) => boolean;
}

export interface Matching {
  /** The edge that serves each row, by place in its list; -1 where none does. */
  readonly edgeOf: Int32Array;
  readonly complete: boolean;
}

/** Solves exactly. With `onRow` answering false it stops, and says that it is not complete. */
export function cheapestMatching({ rows, capacity, onRow }: MatchProblem): Matching {
  const solver = new Solver(rows, capacity);
  for (let row = 0; row < rows.length; row++) {
    solver.serve(row);
    if (onRow !== undefined && row % 16 === 15 && !onRow(row + 1)) return { edgeOf: solver.edgeOf, complete: false };
  }
  return { edgeOf: solver.edgeOf, complete: true };
}

/** Triples side by side: a[i], b[i], c[i] are money, squares and moved of the i-th. */
class Triples {
  readonly a: Float64Array;
  readonly b: Float64Array;
  readonly c: Float64Array;

  constructor(size: number) {
    this.a = new Float64Array(size);
    this.b = new Float64Array(size);
    this.c = new Float64Array(size);
  }
}

class Solver {
  readonly edgeOf: Int32Array;
  /** Potentials of rows and columns; the left-out column of every row has potential zero. */
  private readonly u: Triples;
  private readonly v: Triples;
  private readonly dist: Triples;
  private readonly served: number[][];
  /** The row from which a column was reached last, by which of its edges, and in which search. */
  private readonly from: Int32Array;
  private readonly by: Int32Array;
  private readonly seen: Int32Array;
  private readonly settled: Int32Array;
  private search = 0;
  private readonly heap: Heap;

  constructor(
    private readonly rows: MatchProblem["rows"],
    private readonly capacity: readonly number[],
  ) {
    const columns = capacity.length;
    this.edgeOf = new Int32Array(rows.length).fill(-1);
    this.u = new Triples(rows.length);
    this.v = new Triples(columns);
    this.dist = new Triples(columns);
    this.served = Array.from({ length: columns }, () => []);
    this.from = new Int32Array(columns);
    this.by = new Int32Array(columns);
    this.seen = new Int32Array(columns).fill(-1);
    this.settled = new Int32Array(columns).fill(-1);
    this.heap = new Heap(this.dist);
  }

  /** Adds one row by the shortest path to a column with room, or to being left out: its own, or that of a row on the way. */
  serve(start: number): void {
    this.search += 1;
    const { heap, search } = this;
    heap.clear();
    const tree: number[] = [];
    // Where the path ends: a column with room, or a row that is left out instead.
    let [endColumn, endRow] = [-1, start];
    // Being left out costs UNSERVED less the row's potential; `best` is the cheapest of those seen so far.
    let [bestA, bestB, bestC] = [UNSERVED - this.u.a[start]!, -this.u.b[start]!, -this.u.c[start]!];
    this.reach(start, 0, 0, 0);
    for (;;) {
      const column = heap.pop();
      if (column === -1) break;
      if (this.settled[column] === search) continue;
      const [a, b, c] = [this.dist.a[column]!, this.dist.b[column]!, this.dist.c[column]!];
      if (!less(a, b, c, bestA, bestB, bestC)) break;
      this.settled[column] = search;
      tree.push(column);
      const served = this.served[column]!;
      if (served.length < this.capacity[column]!) {
        endColumn = column;
        [bestA, bestB, bestC] = [a, b, c];
        break;
      }
      for (const row of served) {
        const [outA, outB, outC] = [a + UNSERVED - this.u.a[row]!, b - this.u.b[row]!, c - this.u.c[row]!];
        if (less(outA, outB, outC, bestA, bestB, bestC)) {
          [bestA, bestB, bestC] = [outA, outB, outC];
          endRow = row;
        }
        this.reach(row, a, b, c);
      }
    }
    this.raise(start, tree, bestA, bestB, bestC);
    this.turn(start, endColumn, endRow);
  }

  /** Looks along every edge of a row that is reached at so much. */
  private reach(row: number, a: number, b: number, c: number): void {
    const { dist, v, seen, settled, search } = this;
    const [uA, uB, uC] = [this.u.a[row]!, this.u.b[row]!, this.u.c[row]!];
    const edges = this.rows[row]!;
    for (let e = 0; e < edges.length; e++) {
      const edge = edges[e]!;
      const j = edge.column;
      if (settled[j] === search) continue;
      const [nA, nB, nC] = [
        a + edge.money - uA - v.a[j]!,
        b + edge.squares - uB - v.b[j]!,
        c + edge.moved - uC - v.c[j]!,
      ];
      if (seen[j] === search && !less(nA, nB, nC, dist.a[j]!, dist.b[j]!, dist.c[j]!)) continue;
      seen[j] = search;
      dist.a[j] = nA;
      dist.b[j] = nB;
      dist.c[j] = nC;
      this.from[j] = row;
      this.by[j] = e;
      this.heap.push(j);
    }
  }

  /** Keeps every reduced cost at or above nothing, and those of chosen edges at nothing. */
  private raise(start: number, tree: readonly number[], a: number, b: number, c: number): void {
    const { u, v, dist } = this;
    u.a[start] = u.a[start]! + a;
    u.b[start] = u.b[start]! + b;
    u.c[start] = u.c[start]! + c;
    for (const j of tree) {
      const [dA, dB, dC] = [a - dist.a[j]!, b - dist.b[j]!, c - dist.c[j]!];
      v.a[j] = v.a[j]! - dA;
      v.b[j] = v.b[j]! - dB;
      v.c[j] = v.c[j]! - dC;
      for (const row of this.served[j]!) {
        u.a[row] = u.a[row]! + dA;
        u.b[row] = u.b[row]! + dB;
        u.c[row] = u.c[row]! + dC;
      }
    }
  }

  /** Turns the edges along the path. */
  private turn(start: number, endColumn: number, endRow: number): void {
    let column = endColumn;
    if (column === -1) {
      if (endRow === start) return;
      // The row that is left out instead gives its column up.
      column = this.rows[endRow]![this.edgeOf[endRow]!]!.column;
      this.leave(endRow, column);
      this.edgeOf[endRow] = -1;
    }
    for (;;) {
      const row = this.from[column]!;
      const before = row === start ? -1 : this.rows[row]![this.edgeOf[row]!]!.column;
      if (before !== -1) this.leave(row, before);
      this.edgeOf[row] = this.by[column]!;
      this.served[column]!.push(row);
      if (row === start) return;
      column = before;
    }
  }

  private leave(row: number, column: number): void {
    const served = this.served[column]!;
    served.splice(served.indexOf(row), 1);
  }
}

const less = (a: number, b: number, c: number, a2: number, b2: number, c2: number): boolean =>
  a < a2 || (a === a2 && (b < b2 || (b === b2 && c < c2)));

/** Columns by their distance; one that is reached again stands in it twice, and counts at its first coming out. */
class Heap {
  private readonly items: number[] = [];
  private readonly a: number[] = [];
  private readonly b: number[] = [];
  private readonly c: number[] = [];

  constructor(private readonly dist: Triples) {}

  clear(): void {
    this.items.length = this.a.length = this.b.length = this.c.length = 0;
  }

  push(column: number): void {
    const { items, a, b, c, dist } = this;
    items.push(column);
    a.push(dist.a[column]!);
    b.push(dist.b[column]!);
    c.push(dist.c[column]!);
    let at = items.length - 1;
    while (at > 0) {
      const up = (at - 1) >> 1;
      if (!this.before(at, up)) break;
      this.swap(at, up);
      at = up;
    }
  }

  /** The nearest column, or -1. */
  pop(): number {
    const { items } = this;
    const top = items[0];
    if (top === undefined) return -1;
    this.swap(0, items.length - 1);
    items.pop();
    this.a.pop();
    this.b.pop();
    this.c.pop();
    let at = 0;
    for (;;) {
      const left = 2 * at + 1;
      if (left >= items.length) break;
      const child = left + 1 < items.length && this.before(left + 1, left) ? left + 1 : left;
      if (!this.before(child, at)) break;
      this.swap(child, at);
      at = child;
    }
    return top;
  }

  private before(i: number, j: number): boolean {
    return less(this.a[i]!, this.b[i]!, this.c[i]!, this.a[j]!, this.b[j]!, this.c[j]!);
  }

  private swap(i: number, j: number): void {
    for (const list of [this.items, this.a, this.b, this.c]) {
      const kept = list[i]!;
      list[i] = list[j]!;
      list[j] = kept;
    }
  }
}
