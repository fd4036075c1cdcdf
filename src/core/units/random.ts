/** Repeatable randomness: the same seed asks the same questions, whatever the code in between looks like. */
export interface Random {
  /** In [0, 1). */
  readonly next: () => number;
  readonly int: (from: number, to: number) => number;
  readonly between: (from: number, to: number, digits?: number) => number;
  readonly pick: <T>(all: readonly T[]) => T;
  readonly chance: (share: number) => boolean;
  readonly maybe: <T>(share: number, value: () => T) => T | undefined;
}

/** A small generator (mulberry32): 32 bits of state, more than enough to spread cases. */
export function random(seed: number): Random {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const int = (from: number, to: number): number => from + Math.floor(next() * (to - from + 1));
  return {
    next,
    int,
    between: (from, to, digits = 2) => Number((from + next() * (to - from)).toFixed(digits)),
    pick: (all) => {
      const one = all[int(0, all.length - 1)];
      if (one === undefined && all.length === 0) throw new RangeError("random.pick: nothing to pick from");
      return one as (typeof all)[number];
    },
    chance: (share) => next() < share,
    maybe: (share, value) => (next() < share ? value() : undefined),
  };
}
