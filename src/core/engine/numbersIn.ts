/**
 * Numbers as they are typed in a row, by spaces, commas with a space, semicolons or slashes; null when something is
 * no number.
 */
export function numbersIn(text: string): number[] | null {
  const parts = text
    .trim()
    .split(/[;/]|,\s|\s+/)
    .map((p) => p.trim())
    .filter((p) => p !== "");
  const numbers = parts.map((p) => Number(p.replace(",", ".")));
  return numbers.every(Number.isFinite) ? numbers : null;
}
