/** What the simulated supplier sells: every kind of part in the steps of its trade. All made up. */

/** @typedef {{ sku: string, kind: string, diameterMm: number | null, thicknessMm: number, price: number, stock: number, leadDays: number }} Item */

/** Kind, diameters, thinnest, thickest, step, price of one. */
const RANGES = /** @type {const} */ ([
  ["shim-under", [7.5, 9.5, 10], 1.2, 3, 0.05, 4.2],
  ["shim-over", [25, 29], 2, 3.5, 0.05, 5.6],
  ["bucket", [28, 31], 2.8, 3.9, 0.02, 14.5],
  ["opener", [null], 1.8, 5, 0.05, 7.9],
  ["closer", [null], 4.8, 8.2, 0.05, 11.4],
  ["lash-cap", [6, 8], 1.4, 3.2, 0.05, 6.8],
  ["rocker-shim", [16], 0.1, 1, 0.05, 1.9],
]);

/** @returns {Item[]} */
export function catalogue() {
  return RANGES.flatMap(([kind, diameters, from, to, step, price]) =>
    diameters.flatMap((diameterMm) =>
      Array.from({ length: Math.round((to - from) / step) + 1 }, (_, i) => {
        const thicknessMm = Number((from + i * step).toFixed(3));
        return {
          sku: [kind, diameterMm, thicknessMm.toFixed(2)].filter((x) => x !== null).join("-"),
          kind,
          diameterMm,
          thicknessMm,
          // Odd sizes are asked for less, lie in the back, and take a day longer.
          price: Number((price * (i % 2 === 0 ? 1 : 1.1)).toFixed(2)),
          stock: i % 2 === 0 ? 12 : 4,
          leadDays: i % 2 === 0 ? 1 : 2,
        };
      }),
    ),
  );
}
