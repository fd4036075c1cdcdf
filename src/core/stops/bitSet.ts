/** Sets of small whole numbers, 32 to a word: what a search asks of thousands of them is quick. */
export type BitSet = Uint32Array;

/** The numbers from 0 to below `size` that are in. */
export function bitSet(size: number, isIn: (i: number) => boolean): BitSet {
  const set = new Uint32Array(Math.ceil(size / 32));
  for (let i = 0; i < size; i++) if (isIn(i)) set[i >> 5] = (set[i >> 5] as number) | (1 << (i & 31));
  return set;
}

export const has = (set: BitSet, i: number): boolean => (((set[i >> 5] as number) >>> (i & 31)) & 1) === 1;

/** What both hold. Sets of one search are of one size. */
export const shared = (a: BitSet, b: BitSet): BitSet => a.map((word, i) => word & (b[i] as number));

/** What the first holds and the second does not. */
export const without = (a: BitSet, b: BitSet): BitSet => a.map((word, i) => word & ~(b[i] as number));

/** How many are in. */
export function sizeOf(set: BitSet): number {
  let n = 0;
  for (let i = 0; i < set.length; i++) n += onesIn(set[i] as number);
  return n;
}

/** The same for the same numbers, and for no others of that size. */
export function nameOf(set: BitSet): string {
  let name = "";
  for (let i = 0; i < set.length; i++)
    name += String.fromCharCode((set[i] as number) & 0xffff, (set[i] as number) >>> 16);
  return name;
}

/** How many both hold. */
export function sharedSize(a: BitSet, b: BitSet): number {
  let n = 0;
  for (let i = 0; i < a.length; i++) n += onesIn((a[i] as number) & (b[i] as number));
  return n;
}

/** Ones in a word of 32 bits: counted in pairs, in fours, in eights, then added up. */
function onesIn(word: number): number {
  const pairs = word - ((word >>> 1) & 0x55555555);
  const fours = (pairs & 0x33333333) + ((pairs >>> 2) & 0x33333333);
  return Math.imul((fours + (fours >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}
