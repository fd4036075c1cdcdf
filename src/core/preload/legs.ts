/** Legs of a route on which the crank goes on before a lifter has bled down: all that a run wants of it. */

/** By valve and leg ("A>B", from the stop where it was squeezed), how many degrees the crank goes on. */
export type GoesOn = Readonly<Record<string, Readonly<Record<string, number>>>>;

export const leg = (from: string, to: string): string => `${from}>${to}`;

/**
 * Whether the crank may go on from where it stands now to a stop while a lifter that was squeezed at `from` has not bled
 * down. Only ever on: a stop that was passed already is a whole cycle away, whatever its mark says.
 */
export function isFree(
  goesOn: GoesOn,
  { valve, from, now, to }: Record<"valve" | "from" | "now" | "to", string>,
): boolean {
  const legs = goesOn[valve] ?? {};
  const [goneDeg, willDeg] = [now === from ? 0 : legs[leg(from, now)], legs[leg(from, to)]];
  return goneDeg !== undefined && willDeg !== undefined && willDeg > goneDeg;
}
