/** Legs of a route on which the crank goes on before a lifter has bled down: all that a run wants of it. */

/** By valve, from which stop to which the crank may go on: "A>B". */
export type GoesOn = Readonly<Record<string, readonly string[]>>;

export const leg = (from: string, to: string): string => `${from}>${to}`;
