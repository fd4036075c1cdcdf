import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { bitSet, has, nameOf, shared, sharedSize, sizeOf, without } from "./bitSet";

const SIZE = 97;
const numbers = fc.uniqueArray(fc.integer({ min: 0, max: SIZE - 1 }));
const setOf = (ns: readonly number[]) => bitSet(SIZE, (i) => ns.includes(i));
const inIt = (set: Uint32Array) => Array.from({ length: SIZE }, (_, i) => i).filter((i) => has(set, i));

describe("sets of small numbers", () => {
  it("hold what they were made of, in words of 32", () => {
    for (const ns of [[], [0], [31], [32], [63, 64], [96]]) {
      expect(inIt(setOf(ns))).toEqual(ns);
      expect(sizeOf(setOf(ns))).toBe(ns.length);
    }
    expect(bitSet(0, () => true)).toHaveLength(0);
    expect(bitSet(32, () => true)).toHaveLength(1);
    expect(bitSet(33, () => true)).toEqual(Uint32Array.of(0xffffffff, 1));
  });

  it("agree with plain sets", () => {
    fc.assert(
      fc.property(numbers, numbers, (a, b) => {
        const both = a.filter((n) => b.includes(n)).sort((x, y) => x - y);
        const only = a.filter((n) => !b.includes(n)).sort((x, y) => x - y);
        expect(inIt(shared(setOf(a), setOf(b)))).toEqual(both);
        expect(inIt(without(setOf(a), setOf(b)))).toEqual(only);
        expect(sharedSize(setOf(a), setOf(b))).toBe(both.length);
        expect(sizeOf(setOf(a))).toBe(a.length);
        expect(nameOf(setOf(a)) === nameOf(setOf(b))).toBe(only.length === 0 && both.length === b.length);
        expect(nameOf(setOf(a))).toBe(nameOf(setOf([...a].reverse())));
      }),
    );
  });
});
