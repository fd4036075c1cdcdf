/** How many cases a slow property is tried on: as many as it says, or a share of them where tests are run over and over. */
export const runs = (count: number): number =>
  Math.max(1, Math.round(count * Number(process.env["PROPERTY_SHARE"] ?? 1)));
