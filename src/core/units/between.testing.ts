import fc from "fast-check";

/**
 * Figures evenly over a range, its ends and a zero within it more often. (`fc.double` is even over the bits of a number:
 * nearly all that it gives between 0 and 1 is as good as 0.)
 */
export function between(min: number, max: number): fc.Arbitrary<number> {
  const even = fc.integer({ min: 0, max: 1_000_000 }).map((n) => min + ((max - min) * n) / 1_000_000);
  const special = [min, max, ...(min < 0 && max > 0 ? [0] : [])];
  return fc.oneof({ weight: 15, arbitrary: even }, { weight: 1, arbitrary: fc.constantFrom(...special) });
}
