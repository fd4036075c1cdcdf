/** What people type to sign in. */

/** As it is kept and compared: however it was typed, "Una  Selby" is "una selby". */
export const signInName = (typed: string): string => typed.trim().replace(/\s+/g, " ").toLowerCase();

export const PASSWORD_LENGTH = { least: 8, most: 128 } as const;

/** Digits, and how many of them. */
export const PIN_DIGITS = { least: 4, most: 8 } as const;
export const isPin = (text: string): boolean =>
  new RegExp(`^[0-9]{${PIN_DIGITS.least},${PIN_DIGITS.most}}$`).test(text);

/** One that a curious eye guesses first: all the same digit, or counting up or down. */
export function isGuessedFirst(pin: string): boolean {
  const steps = new Set(Array.from(pin.slice(1), (d, i) => Number(d) - Number(pin[i])));
  return steps.size === 1 && [0, 1, -1].includes([...steps][0] ?? NaN);
}
